import { formatText, type UnitSystem } from '@eldrun/core/units';
import type { EdgeSection } from '@eldrun/core/edges';
import { temperatureScale } from '../../charts/temperature-scale.ts';

/** Temperatures at which isotherms are drawn through an edge, °C; none where nothing of it is solved. */
export function isothermSteps({ thermal }: EdgeSection, units: UnitSystem): number[] {
  if (!thermal) return [];
  const all = [...Object.values(thermal.section.sides), ...(thermal.section.environments ?? [])];
  const temperatures = all.map(({ temperature }) => temperature);
  return temperatureScale(Math.min(...temperatures), Math.max(...temperatures), units).steps;
}

/** How far isotherms lie apart, in words; empty where there are none. */
export function isothermText(section: EdgeSection, units: UnitSystem): string {
  const [first, second] = isothermSteps(section, units);
  return first === undefined || second === undefined
    ? ''
    : `isotherms every ${formatText('temperatureDifference', second - first, units)}`;
}
