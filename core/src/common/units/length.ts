import Fraction from 'fraction.js';
import { InputError } from '../errors.ts';
import { FOOT, INCH, MIL } from './factors.ts';
import type { UnitSystem } from './system.ts';

const UNIT: Record<string, number> = {
  mm: 1e-3,
  cm: 1e-2,
  m: 1,
  in: INCH,
  inch: INCH,
  inches: INCH,
  '"': INCH,
  '″': INCH,
  ft: FOOT,
  feet: FOOT,
  foot: FOOT,
  "'": FOOT,
  '′': FOOT,
  mil: MIL,
  mils: MIL,
};

const VULGAR: Record<string, string> = {
  '½': '1/2',
  '¼': '1/4',
  '¾': '3/4',
  '⅛': '1/8',
  '⅜': '3/8',
  '⅝': '5/8',
  '⅞': '7/8',
};

/** A number as it is written for a length: `5-1/2`, `5 1/2`, `1/2`, `5.5`, `5,5`. */
const NUMBER = String.raw`(?:\d+[\s-]+)?\d+\s*/\s*\d+|\d+(?:[.,]\d+)?|[.,]\d+`;
const WHOLE = new RegExp(
  String.raw`^(?:(${NUMBER})\s*('|′|ft|feet|foot)\s*)?(?:(${NUMBER})\s*(mm|cm|mils?|m|in(?:ch(?:es)?)?|"|″|''|'|′|ft|feet|foot)?\.?)?$`,
);

/** As plans write feet and inches: `30-0`, `12-3 1/2`; `5-1/2` is inches. */
const FEET_AND_INCHES = /^(\d+)-((?:1[01]|\d)(?:\s+\d+\s*\/\s*\d+)?)\s*(?:"|″|in\.?)?$/;

/** The longest length Eldrun takes for a part of a wall, in m. */
const MAX_LENGTH = 10;

/**
 * Reads a length as a builder writes it.
 *
 * @param text `5-1/2`, `1 1/2"`, `38mm`, `2' 3"`, `6 mil`, `½ in.`
 * @param system decides what a bare number means: inches or millimeters. A bare fraction is always inches.
 * @param path the field named in an error
 * @returns length, m, above 0 and at most 10
 * @throws InputError when it is not a length, not above zero, or above 10 m
 * @example parseLength('5-1/2', 'imperial') // 0.1397
 */
export function parseLength(text: string, system: UnitSystem, path = 'length'): number {
  const allowed =
    system === 'imperial'
      ? 'a length above zero such as 5-1/2, 1 1/2" or 38 mm'
      : 'a length above zero such as 38, 140 mm or 5-1/2"';
  const metres = readLength(text, system);
  if (metres === null) throw new InputError(path, `“${text}” is not a length`, allowed);
  if (!Number.isFinite(metres) || metres <= 0)
    throw new InputError(path, `“${text}” is not above zero`, allowed);
  if (metres > MAX_LENGTH)
    throw new InputError(path, `“${text}” is longer than ${MAX_LENGTH} m`, allowed);
  return metres;
}

/** The farthest place along a wall, m. */
const MAX_DISTANCE = 1000;

/**
 * Reads a distance along or up a wall: as a length, but it may be 0, or up to 1000 m.
 *
 * @param text `0`, `30'`, `20' 6 1/2"`, `6096`
 * @param system decides what a bare number means: inches or millimeters
 * @param path the field named in an error
 * @returns m
 * @throws InputError when it is none
 */
export function parseDistance(text: string, system: UnitSystem, path = 'length'): number {
  const metres = readLength(text, system);
  if (metres !== null && Number.isFinite(metres) && metres <= MAX_DISTANCE) return metres;
  throw new InputError(
    path,
    metres === null ? `“${text}” is not a length` : `“${text}” is longer than ${MAX_DISTANCE} m`,
    system === 'imperial'
      ? 'a length such as 36, 20\' 6 1/2" or 914 mm; 0 too'
      : "a length such as 914, 6.1 m or 3'; 0 too",
  );
}

/** A length as it is written, m; null where the text is none. */
function readLength(text: string, system: UnitSystem): number | null {
  const plain = text
    .trim()
    .toLowerCase()
    .replace(/[½¼¾⅛⅜⅝⅞]/g, (sign) => ` ${VULGAR[sign]}`)
    .replace(/''/g, '"')
    .trim();
  const site = system === 'imperial' && FEET_AND_INCHES.exec(plain);
  if (site) return Number(site[1]) * FOOT + readNumber(site[2]!) * INCH;
  const match = WHOLE.exec(plain);
  if (!plain || !match) return null;
  const [, feet, , number, unit] = match;
  let metres = feet ? readNumber(feet) * FOOT : 0;
  if (number) {
    const factor = unit
      ? UNIT[unit]!
      : feet || number.includes('/') || system === 'imperial'
        ? INCH
        : 1e-3;
    metres += readNumber(number) * factor;
  }
  return metres;
}

function readNumber(text: string): number {
  const [, whole, top, bottom] = /^(?:(\d+)[\s-]+)?(\d+)\s*\/\s*(\d+)$/.exec(text) ?? [];
  if (top && bottom) return Number(whole ?? 0) + Number(top) / Number(bottom);
  return Number(text.replace(',', '.'));
}

/** How far, in m, a length may lie from a sixteenth of an inch and still be written as one. */
const SIXTEENTH_SLACK = 0.0004;

/**
 * Inches as a tape reads: sixteenths where the length is one within 0.4 mm, else hundredths.
 *
 * @param metres length, m
 * @returns such as `5 1/2`
 */
export function inchesText(metres: number): string {
  const inches = metres / INCH;
  const sixteenths = Math.round(inches * 16);
  if (
    sixteenths > 0 &&
    Math.abs(sixteenths / 16 - inches) * INCH < Math.min(SIXTEENTH_SLACK, metres / 10)
  )
    return new Fraction(sixteenths, 16).toFraction(true);
  return inches.toFixed(2);
}

/**
 * Feet and inches, as the length of a wall is said.
 *
 * @param metres length, m
 * @returns such as `20′ 6 1/2″` or `30′`
 */
export function feetText(metres: number): string {
  const sixteenths = Math.round((metres / INCH) * 16);
  const feet = Math.floor(sixteenths / 192);
  const rest = sixteenths - feet * 192;
  if (feet === 0) return `${inchesText(metres)}″`;
  return rest === 0 ? `${feet}′` : `${feet}′ ${new Fraction(rest, 16).toFraction(true)}″`;
}
