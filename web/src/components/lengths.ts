import {
  formatText,
  INCH,
  inchesText,
  parseDistance,
  parseLength,
  tapeText,
  type UnitSystem,
} from '@eldrun/core/units';

/** A length in a field, without a unit where it is the usual one. */
export function fieldText(value: number | undefined, units: UnitSystem): string {
  if (value === undefined) return '';
  if (Math.abs(value) < 1e-9) return '0';
  const sign = value < 0 ? '−' : '';
  const far = Math.abs(value);
  return units === 'metric'
    ? `${sign}${Number((far * 1000).toFixed(1))}`
    : `${sign}${inchesText(far)}`;
}

/** A place along or up a wall, 0 too. @throws InputError */
export const placeFrom = (typed: string, units: UnitSystem): number => parseDistance(typed, units);

/** A place that may lie on either side of zero. @throws InputError */
export function signedFrom(typed: string, units: UnitSystem): number {
  const [, minus, rest] = /^([-−]?)(.*)$/s.exec(typed.trim())!;
  return (minus ? -1 : 1) * parseDistance(rest!, units);
}

/** A size that is above zero. @throws InputError */
export function sizeFrom(typed: string, units: UnitSystem): number {
  const far = parseDistance(typed, units);
  return far > 10 ? far : parseLength(typed, units);
}

/** `36 × 48` of an opening. */
export const sizeText = (width: number, height: number, units: UnitSystem): string =>
  `${tapeText(width, units)} × ${tapeText(height, units)}`;

/** A length with its unit. */
export const lengthText = (value: number, units: UnitSystem): string =>
  formatText('length', value, units);

/** A length of many pieces together: whole feet, or tenths of a meter. */
export const totalText = (value: number, units: UnitSystem): string =>
  units === 'metric' ? `${value.toFixed(1)} m` : `${Math.round(value / (12 * INCH))} ft`;
