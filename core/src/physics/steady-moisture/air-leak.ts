import { DAYS, saturationPressure } from '../climate/index.ts';
import { cavityFaceTemperature } from '../steady-heat/index.ts';
import type { Airtightness, ResolvedWall } from '../build-up/index.ts';
import { condensingPlaneIndex } from './condensing-plane.ts';

/** The pressure of a blower-door test, Pa. */
const TEST_PRESSURE = 50;

/** Exponent of flow over pressure for cracks (EN ISO 9972; ASTM E779). */
const FLOW_EXPONENT = 0.65;

/** q50 of a house of which none is stated, m³/(h·m²). */
export const ASSUMED_LEAK = 3;

/** Air that passes a wall's air barrier and what stands behind it, at q50 = 3 m³/(h·m²): m³/(h·m²·Pa). */
const COMPONENT_LEAK = 0.007;

/** Of the house the height over which air rises, m; density of air, kg/m³; gravity, m/s²; gas constant of water vapor, J/(kg·K). */
const STACK_HEIGHT = 5;
const AIR_DENSITY = 1.2;
const GRAVITY = 9.81;
const VAPOR_CONSTANT = 461.5;
const KELVIN = 273.15;

/** q50, m³/(h·m²): as stated, by the power law, else that of a usual house. */
export function leakAtFifty(stated: Airtightness | undefined): number {
  return stated
    ? stated.flow * (TEST_PRESSURE / stated.pressure) ** FLOW_EXPONENT * 3600
    : ASSUMED_LEAK;
}

/**
 * Indoor air that the stack drives through a wall into its cold side: V = (0.007/3600)·(q50/3)·Δp with
 * Δp = ½·ρ·g·h·(θ_i − θ_e)/T_i, h 5 m, and none where it is warmer outdoors (component leak of an air barrier with
 * usual flaws after Künzel, Zirkelbach and Schafaczek 2012, scaled by the house's test).
 *
 * @param q50 m³/(h·m²)
 * @param indoor θ_i, °C
 * @param outdoor θ_e, °C
 * @returns m³/(s·m²)
 */
export function stackLeak(q50: number, indoor: number, outdoor: number): number {
  const pressure =
    (0.5 * AIR_DENSITY * GRAVITY * STACK_HEIGHT * Math.max(0, indoor - outdoor)) /
    (indoor + KELVIN);
  return (COMPONENT_LEAK / 3600) * (q50 / ASSUMED_LEAK) * pressure;
}

/**
 * Water that air leaking out of the house would leave at the condensing plane, by month: V/(R_v·T_i)·(p_i − p_sat,plane)
 * over the month, where that is positive. An upper estimate on monthly means: all of the leak passes the plane and leaves
 * all it can; nothing dries in between.
 *
 * @param q50 m³/(h·m²)
 * @returns kg/m² by month, January first; null without a condensing plane
 */
export function leakCondensation(wall: ResolvedWall, q50: number): number[] | null {
  const plane = condensingPlaneIndex(wall);
  if (plane === null) return null;
  return wall.months.map((conditions, m) => {
    const { indoorTemperature, indoorVaporPressure, outdoorTemperature } = conditions;
    const saturation = saturationPressure(cavityFaceTemperature(wall, plane, conditions));
    const excess = Math.max(0, indoorVaporPressure - saturation);
    const flow = stackLeak(q50, indoorTemperature, outdoorTemperature);
    return ((flow * excess) / (VAPOR_CONSTANT * (indoorTemperature + KELVIN))) * DAYS[m]! * 86_400;
  });
}
