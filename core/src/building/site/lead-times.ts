import type { OrderBook } from '../order/index.ts';
import type { Day, LeadTime } from './types.ts';

/**
 * What has to come for a house, by its order: of each material the longest that a quotation asked for or a price says; of what
 * came in nothing.
 *
 * @param order of the project
 * @param materials that the steps of the site place
 * @param today the day of what is not asked for yet
 */
export function leadTimesOf(
  { quotations = [], prices = {}, deliveries = [] }: OrderBook,
  materials: ReadonlySet<string>,
  today: Day,
): LeadTime[] {
  const came = new Set(deliveries.map(({ key }) => key));
  const found = new Map<string, LeadTime>();
  const take = (key: string, material: string, ordered: Day, days: number | null): void => {
    if (days === null || came.has(key) || !materials.has(material)) return;
    const before = found.get(material);
    if (!before || before.days < days) found.set(material, { item: material, ordered, days });
  };
  for (const { askedOn, lines } of quotations)
    for (const { key, material, leadDays } of lines) take(key, material, askedOn, leadDays);
  for (const [key, { leadDays = null }] of Object.entries(prices)) {
    const [, material = ''] = key.split(' | ');
    if (!found.has(material)) take(key, material, today, leadDays);
  }
  return [...found.values()].sort((a, b) => a.item.localeCompare(b.item));
}
