import { INCH } from './factors.ts';
import { feetText, inchesText } from './length.ts';
import type { UnitSystem } from './system.ts';

/** A place on a plate as a tape shows it: inches with sixteenths, or millimeters. */
export function tapeText(x: number, units: UnitSystem): string {
  if (units === 'metric') return String(Math.round(x * 1000));
  const sixteenths = Math.round((x / INCH) * 16);
  return sixteenths === 0 ? '0' : inchesText((sixteenths * INCH) / 16);
}

/** A length of a wall: feet and inches, or meters. */
export function wallLength(length: number, units: UnitSystem): string {
  return units === 'metric' ? `${Number(length.toFixed(3))} m` : feetText(length);
}
