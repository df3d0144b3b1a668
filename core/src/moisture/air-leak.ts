import { DAYS, saturationPressure } from '../climate/index.ts';
import { cavityFaceTemperature } from '../heat/index.ts';
import type { Airtightness, ResolvedWall } from '../wall/index.ts';
import { condensingPlaneIndex } from './condensing-plane.ts';

/** The pressure at which a leak is stated for a house in winter, Pa: wind and stack of a usual year. */
export const LEAK_PRESSURE = 4;

/** Exponent of flow over pressure for cracks (EN ISO 9972; ASTM E779). */
const FLOW_EXPONENT = 0.65;

/** Where nothing is stated: an ordinary tight house, about 3 air changes an hour at 50 Pa. m³/(s·m²) at 4 Pa */
export const ASSUMED_LEAK: Airtightness = { flow: 1e-4, pressure: LEAK_PRESSURE };

/** Gas constant of water vapor, J/(kg·K). */
const VAPOR_CONSTANT = 461.5;

/** The leak at 4 Pa by the power law, m³/(s·m²). */
export function leakFlow({ flow, pressure }: Airtightness): number {
  return flow * (LEAK_PRESSURE / pressure) ** FLOW_EXPONENT;
}

/**
 * Water that air leaking out of the house would leave at the condensing plane, by month: V/(R_v·T_i)·(p_i − p_sat,plane)
 * over the month, where that is positive. An upper estimate on monthly means: all of the leak passes the plane, outward
 * all the time, and leaves all it can; nothing dries in between.
 *
 * @param leak as tested or stated
 * @returns kg/m² by month, January first; null without a condensing plane
 */
export function leakCondensation(wall: ResolvedWall, leak: Airtightness): number[] | null {
  const plane = condensingPlaneIndex(wall);
  if (plane === null) return null;
  const flow = leakFlow(leak);
  return wall.months.map((conditions, m) => {
    const { indoorTemperature, indoorVaporPressure } = conditions;
    const saturation = saturationPressure(cavityFaceTemperature(wall, plane, conditions));
    const excess = Math.max(0, indoorVaporPressure - saturation);
    return ((flow * excess) / (VAPOR_CONSTANT * (indoorTemperature + 273.15))) * DAYS[m]! * 86_400;
  });
}
