import { formatText, type Quantity, type UnitSystem } from '@eldrun/core/units';
import { MOISTURE_ORDER } from '@eldrun/core/judgment';
import type { Excluded, Exploration, Explored, Swept } from '@eldrun/core/exploration';

/** How many walls miss a limit; empty where none does. */
export function outText(explored: Explored | null, limit: Excluded): string {
  const count = explored?.excluded[limit];
  return count ? `${count.toLocaleString('en-US')} out` : '';
}

const QUANTITIES = {
  thickness: 'length',
  cost: 'costPerArea',
  carbon: 'carbonPerArea',
} satisfies Record<string, Quantity>;

const NAMES = {
  thickness: 'The thickness',
  u: 'The R',
  cost: 'The cost',
  carbon: 'The carbon',
};

/** Where nothing meets the limits: what excludes most, and how near the nearest comes to it; empty where some do. */
export function nothingMeets(
  explored: Explored,
  swept: Swept,
  { limits = {} }: Exploration,
  units: UnitSystem,
): string {
  if (explored.frontier.length > 0) return '';
  const [most] = Object.entries(explored.excluded).sort(([, a], [, b]) => b - a) as [
    Excluded,
    number,
  ][];
  if (!most) return 'There is nothing to compare.';
  const [limit, count] = most;
  const share = `${count.toLocaleString('en-US')} of ${explored.combinations.toLocaleString('en-US')}`;
  if (limit === 'invalid') return `${share} make no wall.`;
  if (limit === 'prices') return `${share} have no price.`;
  if (limit === 'moisture') {
    const judged = swept.moisture.filter((status) => status < MOISTURE_ORDER.length);
    return `Moisture excludes most, ${share}: the best of them reads ${MOISTURE_ORDER[Math.max(...judged)]!}.`;
  }
  const nearest = Math.min(...swept[limit].filter((value) => !Number.isNaN(value)));
  const text = (value: number): string =>
    limit === 'u'
      ? formatText('resistance', 1 / value, units)
      : formatText(QUANTITIES[limit], value, units);
  return `${NAMES[limit]} excludes most, ${share}: the nearest comes to ${text(nearest)} against ${text(limits[limit]!)}.`;
}
