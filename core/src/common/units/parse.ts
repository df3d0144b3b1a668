import { InputError } from '../errors.ts';
import { FAHRENHEIT_DEGREE, FOOT, INCH, R_VALUE } from './factors.ts';
import type { UnitSystem } from './system.ts';

const NUMBER = /^[−-]?\s*(?:\d+(?:[.,]\d*)?|[.,]\d+)/;

/** Reads a plain number, decimal point or comma, and what stands behind it. */
function readNumber(text: string, path: string, allowed: string): { value: number; unit: string } {
  const plain = text.trim().replace('−', '-');
  const match = NUMBER.exec(plain);
  const value = match ? Number(match[0].replace(/\s/g, '').replace(',', '.')) : NaN;
  if (!match || !Number.isFinite(value))
    throw new InputError(path, `“${text}” is not a number`, allowed);
  return { value, unit: plain.slice(match[0].length).trim().toLowerCase() };
}

/**
 * Reads a temperature. A bare number is in the person's own unit; `F` and `C` are understood in both.
 *
 * @returns temperature, °C, from -90 to 60
 * @throws InputError when it is not a temperature
 */
export function parseTemperature(text: string, system: UnitSystem, path = 'temperature'): number {
  const allowed = system === 'imperial' ? '-130 to 140 °F' : '-90 to 60 °C';
  const { value, unit } = readNumber(text, path, allowed);
  const letter = unit.replace('°', '').trim();
  if (!['', 'f', 'c'].includes(letter))
    throw new InputError(path, `“${text}” is not a temperature`, allowed);
  const fahrenheit = letter === 'f' || (letter === '' && system === 'imperial');
  const celsius = fahrenheit ? (value - 32) * FAHRENHEIT_DEGREE : value;
  if (celsius < -90 || celsius > 60)
    throw new InputError(path, `“${text}” is outside the range`, allowed);
  return celsius;
}

/**
 * Reads a plain number.
 *
 * @param unit what may stand behind it
 * @throws InputError when it is not a number from `min` to `max`
 */
export function parseNumber(
  text: string,
  path: string,
  min: number,
  max: number,
  unit = '',
): number {
  const allowed = `${min} to ${max} ${unit}`.trim();
  const read = readNumber(text, path, allowed);
  if (read.unit !== '' && read.unit !== unit.toLowerCase())
    throw new InputError(path, `“${text}” is in another unit`, allowed);
  if (read.value < min || read.value > max)
    throw new InputError(path, `“${text}” is outside the range`, allowed);
  return read.value;
}

/**
 * Reads how much air leaks through an area.
 *
 * @param text `0.02 cfm/ft²`, `0.1 L/(s·m²)`, `0.6 m³/(h·m²)`; a bare number is in cfm/ft² or L/(s·m²)
 * @returns m³/(s·m²)
 * @throws InputError when it is negative, beyond 100 L/(s·m²) or in another unit
 */
export function parseAirLeak(text: string, system: UnitSystem, path = 'flow'): number {
  const allowed = '0 to 100 L/(s·m²), or cfm/ft², L/(s·m²), m³/(h·m²) written behind it';
  const { value, unit } = readNumber(text, path, allowed);
  const plain = unit.replace(/[\s()·.²³^]/g, '');
  const perUnit = plain === '' ? (system === 'imperial' ? 'cfm' : 'l/s') : plain;
  const factor = perUnit.startsWith('cfm')
    ? FOOT / 60
    : /^l\/s/.test(perUnit)
      ? 1e-3
      : /^m3?\/h/.test(perUnit)
        ? 1 / 3600
        : NaN;
  const flow = value * factor;
  if (!(flow >= 0 && flow <= 0.1))
    throw new InputError(path, `“${text}” is not an air leak`, allowed);
  return flow;
}

/**
 * Reads q50, the air that an envelope lets through at 50 Pa for its area.
 *
 * @param text as `parseAirLeak`, `at 50 Pa` may follow; a bare number is in cfm/ft² or m³/(h·m²)
 * @returns m³/(h·m²)
 * @throws InputError as `parseAirLeak`
 */
export function parseLeakAtFifty(text: string, system: UnitSystem, path = 'q50'): number {
  const plain = text.replace(/at\s+50\s*pa\s*$/i, '').trim();
  const bare = system === 'metric' && /^[\d.,]+$/.test(plain);
  return 3600 * parseAirLeak(bare ? `${plain} m³/(h·m²)` : plain, system, path);
}

/**
 * Reads an opening along a length, as at the top or bottom of a gap.
 *
 * @param text `2.4 in²/ft`, `5000 mm²/m`, `50 cm²/m`; a bare number is in in²/ft or mm²/m
 * @returns m²/m
 * @throws InputError when it is below zero, beyond 1 m²/m or in another unit
 */
export function parseOpening(text: string, system: UnitSystem, path = 'opening'): number {
  const allowed = '0 (closed) or above, in in²/ft, cm²/m or mm²/m';
  const { value, unit } = readNumber(text, path, allowed);
  const plain = unit.replace(/[\s.²^]/g, '').replace(/2\//, '/');
  const factors: Record<string, number> = {
    '': system === 'imperial' ? INCH ** 2 / FOOT : 1e-6,
    'in/ft': INCH ** 2 / FOOT,
    'cm/m': 1e-4,
    'mm/m': 1e-6,
  };
  const opening = value * (factors[plain] ?? NaN);
  if (!(opening >= 0 && opening <= 1))
    throw new InputError(path, `“${text}” is not an opening`, allowed);
  return opening;
}

/**
 * Reads a relative humidity in percent.
 *
 * @returns share, above 0 and at most 1
 * @throws InputError when it is not above 0 % and at most 100 %
 */
export function parseRelativeHumidity(text: string, path = 'relativeHumidity'): number {
  const allowed = 'above 0 and at most 100 %';
  const { value, unit } = readNumber(text, path, allowed);
  if (!['', '%', '% rh', 'rh'].includes(unit) || value <= 0 || value > 100)
    throw new InputError(path, `“${text}” is not a relative humidity`, allowed);
  return value / 100;
}

/**
 * Reads an R-value or, with a leading or trailing `U`, a U-value; both come back as R.
 *
 * @param text `26`, `R26`, `R 4.6`, `U 0.21`: h·ft²·°F/Btu and its inverse, or m²K/W and W/(m²K)
 * @returns resistance, m²K/W
 * @throws InputError when it is not above zero or beyond R 600
 */
export function parseResistance(text: string, system: UnitSystem, path = 'r'): number {
  const allowed =
    system === 'imperial'
      ? 'R 1 to R 600, or a U such as U 0.045'
      : 'R 0.1 to 100 m²K/W, or a U such as U 0.21';
  const isU = /^\s*u/i.test(text);
  const { value } = readNumber(text.replace(/^\s*[ru]\s*[-=]?\s*/i, ''), path, allowed);
  const unit = system === 'imperial' ? R_VALUE : 1;
  const resistance = isU ? unit / value : value * unit;
  if (!(resistance >= 0.1 && resistance <= 106))
    throw new InputError(path, `“${text}” is outside the range`, allowed);
  return resistance;
}

/**
 * Reads a share in percent.
 *
 * @returns share, 0 to 1
 * @throws InputError when it lies outside
 */
export function parseShare(text: string, path = 'share'): number {
  const allowed = '0 to 100 %';
  const { value, unit } = readNumber(text, path, allowed);
  if (!['', '%'].includes(unit) || value < 0 || value > 100)
    throw new InputError(path, `“${text}” is not a share`, allowed);
  return value / 100;
}
