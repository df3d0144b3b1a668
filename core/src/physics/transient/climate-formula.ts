import { saturationPressure } from '../climate/index.ts';

/** A climate as a closed formula: repeatable to the last digit, for validation (see the reference cases' page). */
export interface FormulaClimate {
  id?: string;
  Tmean: number;
  Tyear: number;
  Tday: number;
  Tweather: number;
  rh: number;
  rhYear: number;
  rhDay: number;
  rhWeather: number;
  southBase: number;
  southSeason: number;
  northBase: number;
  northSeason: number;
  rain: number;
}

/** What falls on a wall in an hour of such a climate: °C, shares, W/m², kg/(m²·h). */
export interface FormulaHour {
  temperature: number;
  rh: number;
  sun: number;
  rain: number;
  indoorRh: number;
}

const clamp = (value: number, low: number, high: number): number =>
  Math.min(high, Math.max(low, value));
const TURN = 2 * Math.PI;

/** @param hour since 1 January, 0 o'clock; its middle counts */
export function formulaHour(c: FormulaClimate, side: 'north' | 'south', hour: number): FormulaHour {
  const t = hour + 0.5;
  const year = Math.cos((TURN * (t - 480)) / 8760);
  const season = -Math.cos((TURN * (t + 264)) / 8760);
  const wet = Math.sin((TURN * t) / 118 + 0.6);
  const base = side === 'south' ? c.southBase : c.northBase;
  const swing = side === 'south' ? c.southSeason : c.northSeason;
  return {
    temperature:
      c.Tmean -
      c.Tyear * year -
      c.Tday * Math.cos((TURN * (t - 3)) / 24) +
      c.Tweather * Math.sin((TURN * t) / 118),
    rh: clamp(
      c.rh + c.rhYear * year + c.rhDay * Math.cos((TURN * (t - 4)) / 24) - c.rhWeather * wet,
      0.2,
      0.98,
    ),
    sun:
      (0.6 + 0.3 * wet) *
      (Math.max(0, Math.cos((TURN * (t - 12)) / 24) + 0.35 * season) / 1.35) *
      (base + swing * season),
    rain: c.rain * Math.max(0, -wet - 0.7),
    indoorRh: clamp(0.3 + (c.Tmean - c.Tyear * year + 10) / 100, 0.3, 0.6),
  };
}

/** Indoor temperature of the formula's houses, °C. */
export const FORMULA_INDOORS = 21;

export const vaporPressure = (temperature: number, rh: number): number =>
  rh * saturationPressure(temperature);
