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

/** Of the wind at 10 m, what reaches a house among others at its eaves (Walker and Wilson 1994: terrain, then shelter). */
const WIND_AT_HOUSE = 0.42;

/** Pressure coefficient indoors of a low house whose leaks are spread evenly. */
const INDOORS = -0.2;

/**
 * By how much the air indoors presses outward against that outdoors at a wall: the stack at the height of its upper part,
 * ½·ρ·g·h·(θ_i − θ_e)/T_i with h 5 m, of either sign, and what the fans make of it.
 *
 * @param indoor θ_i, °C
 * @param outdoor θ_e, °C
 * @param fans pressure indoors less that outdoors that the fans keep up, Pa
 * @returns Pa, positive outward
 */
export function wallPressure(indoor: number, outdoor: number, fans = 0): number {
  return (
    (0.5 * AIR_DENSITY * GRAVITY * STACK_HEIGHT * (indoor - outdoor)) / (indoor + KELVIN) + fans
  );
}

/**
 * The same of the wind alone: ½·ρ·v²·(C_indoors − C), C = 0.15·|cos θ|^½ + 0.45·cos θ·|cos θ|^−¼ − 0.65·sin⁴ θ of a low
 * house, 0.6 windward, −0.3 leeward, −0.65 at its sides (Walker and Wilson 1994).
 *
 * @param speed of the wind at 10 m, m/s
 * @param toward cos θ of the angle between where the wind comes from and where the wall faces
 * @returns Pa, positive outward
 */
export function windPressure(speed: number, toward: number): number {
  const along = Math.abs(toward);
  const coefficient =
    0.15 * Math.sqrt(along) +
    0.45 * Math.sign(toward) * along ** 0.75 -
    0.65 * (1 - along * along) ** 2;
  return 0.5 * AIR_DENSITY * (WIND_AT_HOUSE * speed) ** 2 * (INDOORS - coefficient);
}

/**
 * Air that a pressure drives through what an air barrier lets by and what stands behind it: V = (0.007/3600)·(q50/3)·Δp
 * (component leak of an air barrier with usual flaws after Künzel, Zirkelbach and Schafaczek 2012, scaled by the house's
 * test).
 *
 * @param q50 m³/(h·m²)
 * @param pressure Δp, Pa, positive outward
 * @returns m³/(s·m²), positive outward
 */
export function componentLeak(q50: number, pressure: number): number {
  return (COMPONENT_LEAK / 3600) * (q50 / ASSUMED_LEAK) * pressure;
}

/** How air that comes to a face and leaves it carries vapor: V/(R_v·T), kg/(s·m²·Pa). @param volume V, m³/(s·m²) @param temperature °C */
export const vaporByAir = (volume: number, temperature: number): number =>
  volume / (VAPOR_CONSTANT * (temperature + KELVIN));

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
    const pressure = wallPressure(indoorTemperature, outdoorTemperature, wall.file.pressure);
    const flow = Math.max(0, componentLeak(q50, pressure));
    return vaporByAir(flow, indoorTemperature) * excess * DAYS[m]! * 86_400;
  });
}
