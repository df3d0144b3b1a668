import {
  fixed,
  FOOT,
  formatText,
  GALLON,
  INCH,
  SQUARE_FOOT,
  type UnitSystem,
} from '../../common/units/index.ts';
import type { SoldBy } from './types.ts';

/** Whole millimeters. */
export const mm = (value: number): number => Math.round(value * 1000);

/** A section of lumber, `38 × 140`. */
export const section = (width: number, depth: number): string => `${mm(width)} × ${mm(depth)}`;

/** Units that amounts are told in where feet and inches are used: their name, and what one is in SI. */
const IMPERIAL: Partial<Record<SoldBy, { unit: string; size: number }>> = {
  m: { unit: 'ft', size: FOOT },
  'm²': { unit: 'ft²', size: SQUARE_FOOT },
  'm³': { unit: 'ft³', size: FOOT ** 3 },
  L: { unit: 'gal', size: GALLON },
};

/** An amount in the units of a system. */
export function amountIn(
  value: number,
  unit: SoldBy,
  system: UnitSystem,
): { value: number; unit: string } {
  const imperial = system === 'imperial' ? IMPERIAL[unit] : undefined;
  return imperial ? { value: value / imperial.size, unit: imperial.unit } : { value, unit };
}

/** What a line of the takeoff says of sizes, in the units of a system: `38 × 140`, `1.22 × 2.44 m`, `25 mm`. */
export function whatText(what: string, system: UnitSystem): string {
  if (system === 'metric') return what;
  // Whole millimeters stand for the eighth of an inch that they were rounded from.
  const inches = (millimeters: string): string => {
    const si = Number(millimeters) / 1000;
    const eighth = (Math.round((si / INCH) * 8) * INCH) / 8;
    const near = si > 0.003 && Math.abs(eighth - si) <= 0.0006;
    return formatText('length', near ? eighth : si, 'imperial');
  };
  const feet = (meters: string): string => String(Number((Number(meters) / FOOT).toFixed(1)));
  return what
    .replace(
      /([\d.]+) × ([\d.]+) m(?!m)/g,
      (_, a: string, b: string) => `${feet(a)} × ${feet(b)} ft`,
    )
    .replace(/([\d.]+) m(?![m²³a-z])/g, (_, a: string) => `${feet(a)} ft`)
    .replace(/([\d.]+) mm/g, (_, a: string) => inches(a))
    .replace(/^(\d+) × (\d+)(?= *$|,)/, (_, a: string, b: string) =>
      `${inches(a)} × ${inches(b)}`.replace(/ in\.(?= ×)/, ''),
    );
}

const MANY: Partial<Record<SoldBy, string>> = { box: 'boxes' };

/** `3 boxes`, `48 ft`. */
export function amountText(value: number, unit: SoldBy, system: UnitSystem): string {
  const { value: amount, unit: name } = amountIn(value, unit, system);
  const whole = ['m', 'm²', 'm³', 'L'].includes(unit)
    ? amount < 10
      ? fixed(amount, 1)
      : fixed(amount, 0)
    : String(Number(amount.toFixed(2)));
  const word = /^(ft|m|gal|L)/.test(name) ? name : amount === 1 ? name : (MANY[unit] ?? `${name}s`);
  return `${whole} ${word}`;
}
