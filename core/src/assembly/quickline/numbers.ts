import { lumberSize, STEEL_DEPTHS, STEEL_FLANGES, STEEL_SHEETS } from '../framing/index.ts';
import {
  AIR_PERMEABILITY,
  INCH,
  MIL,
  PERM,
  POUND_PER_CUBIC_FOOT,
  R_VALUE,
  type UnitSystem,
} from '../../common/units/index.ts';

/** A number of the line and how it was typed. */
export interface Typed<T = number> {
  value: T;
  text: string;
}

/** A steel stud by its designation, as 600S162-54: sizes in m. */
interface SteelStud {
  depth: number;
  flange: number;
  lip: number;
  web: number;
}

export interface Numbers {
  /** Planed size of a lumber size in the text, m: thickness and depth. */
  lumber: Typed<[number, number]> | null;
  steelStud: Typed<SteelStud> | null;
  spacing: Typed | null;
  lengths: Typed[];
  /** Thickness of steel by mils or gauge, m. */
  steelThickness: Typed | null;
  fraction: Typed | null;
  /** Pounds: a square of felt, or a cubic foot of foam. */
  weight: Typed | null;
  /** kg/m³. */
  density: Typed | null;
  /** kg/(s·m²·Pa). */
  permeance: Typed | null;
  /** Stated R of the label, m²K/W. */
  resistance: Typed | null;
  /** Numbers that stand for a grade: class 032, exposure 1, 24/16, 60-minute. */
  grades: Typed<string>[];
  /** How many layers of it. */
  count: Typed | null;
  /** What a bare number was taken in. */
  system: UnitSystem;
  rest: string;
}

const NUMBER = String.raw`(?:\d+[\s-]+)?\d+\s*\/\s*\d+|\d+(?:[.,]\d+)?|[.,]\d+`;
const UNIT = String.raw`mm|cm|mils?|m|in(?:ch(?:es)?)?\.?|"`;
const UNIT_LENGTH: Record<string, number> = { mm: 1e-3, cm: 1e-2, m: 1, mil: MIL, mils: MIL };

/** “2 layers of”, “double layer”, “double” */
const LAYERS_OF =
  /^\s*(\d)(?=\s+\d+x\d)|\b(?:(\d{1,2})[\s-]+(?:layers?|courses?|plies|sheets?)|(2)[\s-]ply|(double|triple)(?:[\s-]+(?:layers?|courses?))?)\b(?:\s+of\b)?/;

/** “2 x 1/2 in”, “(2) 1/2 in”, “2x12.5”, “2x60” */
const TIMES = new RegExp(
  String.raw`(?:^|(?<=\s))\(?([2-4])\)?\s*(?:[x@]|(?<=\)))\s*(?=\d+\s*\/|\d+[.,]\d|(?:${NUMBER})\s*(?:${UNIT})|1[5-9]\b|[2-9]\d|\d{3})`,
);

/** Whether a line says so many times a thickness, which is no piece of lumber. */
function isCount(text: string): boolean {
  const found = TIMES.exec(text);
  if (!found) return false;
  const [thickness] = /^[\d.,]+/.exec(text.slice(found.index + found[0].length)) ?? [''];
  return !found[0].includes('x') || !planedSize(found[1]!, thickness);
}

/** Not feet: no layer is measured so. */
const NO_FEET = String.raw`(?!\s*(?:'|ft\b|feet\b|foot\b))`;

/** A bare number up to this is inches in an imperial project, above it can only be millimeters. */
const MAX_BARE_INCHES = 24;

/** A bare spacing below this is inches in either system. */
const MIN_BARE_SPACING_MM = 50;

/** A label's R above this is imperial in a metric project too. */
const MAX_METRIC_R = 12;

/** US sheet gauges of steel, m (manufacturers' standard gauge); studs have their own (framing.json). */
const SHEET_GAUGES: Record<string, number> = {
  12: 0.00266,
  14: 0.0019,
  16: 0.00152,
  18: 0.00121,
  20: 0.00091,
  22: 0.00076,
  24: 0.00061,
  26: 0.00046,
  29: 0.00034,
};

const timesOf = (said: string): number =>
  said === 'double' ? 2 : said === 'triple' ? 3 : Number(said);

/** What a panel's ratings are called among the grades. */
export const PANEL_RATING = 'panel rating';

const NEVER = /(?!)/;

const number = (text: string): number => Number(text.replace(',', '.'));

/**
 * Reads the numbers of a line in one spelling and takes them out of it.
 *
 * @param system decides what a bare number means
 * @param steel whether the line names steel: mils and gauges are its thickness then
 */
export function readNumbers(text: string, system: UnitSystem, steel = false): Numbers {
  let rest = text;
  const take = (pattern: RegExp): RegExpExecArray | null => {
    const match = pattern.exec(rest);
    if (match) rest = `${rest.slice(0, match.index)} ${rest.slice(match.index + match[0].length)}`;
    return match;
  };
  const typed = <T>(
    match: RegExpExecArray | null,
    value: (match: RegExpExecArray) => T,
  ): Typed<T> | null => match && { value: value(match), text: match[0].trim() };

  const count = typed(take(LAYERS_OF) ?? (isCount(rest) ? take(TIMES) : null), (match) =>
    timesOf(match.slice(1).find((said) => said !== undefined)!),
  );
  const steelStud = typed(take(/\b(\d{3,4})[st](\d{3})-(\d{2,3})\b/), ([, depth, flange, mil]) =>
    steelStudOf(depth!, flange!, mil!),
  );

  const grades: Typed<string>[] = [];
  const grade = (pattern: RegExp, value: (match: RegExpExecArray) => string): void => {
    const found = typed(take(pattern), value);
    if (found) grades.push(found);
  };
  // A panel's span rating, as 24/16, is a fraction above one.
  const spans = [...rest.matchAll(/(?<![\d/.,-])(\d{2})\s*\/\s*(\d{1,2})(?![\d/])/g)];
  const span = spans.find(([, top, bottom]) => Number(top) >= Number(bottom));
  if (span) grade(new RegExp(span[0]), () => PANEL_RATING);
  // OSB/3, and not OSB 3/4.
  if (/\bosb[\s/]?[1-4]\b(?!\s*\/|[.,]\d|\s+\d+\s*\/|\s*(?:mm|cm|in\b|"))/.test(rest))
    grade(/(?<=\bosb)[\s/]?([1-4])\b/, () => PANEL_RATING);
  grade(/\b(?:exposure|exp\.?|struc(?:tural)?)\s*[123]\b/, () => PANEL_RATING);
  grade(/\bclass\s*(\d+)\b/, ([, name]) => `class ${name}`);
  grade(/(?<![\d.,/x])(0\d\d)\b(?!\s*(?:mm|cm|in\b|"))/, ([, name]) => `class ${name}`);
  grade(/\btype\s*(\d+)\b/, ([, name]) => `type ${ROMAN[Number(name)] ?? name}`);
  grade(/\b(\d+)[\s-]?min(?:ute)?s?\b/, ([, minutes]) => `${minutes}-minute`);

  const size = take(/(?<![\d/])(\d+(?:\/\d+)?)\s*x\s*(\d+)(?![\d/.,])/);
  const planed = size && planedSize(size[1]!, size[2]!);
  // A size that no lumber has is told as a word.
  if (size && !planed) rest += ` ${size[0].replace(/\s/g, '')}`;

  const fraction = typed(take(/(\d+(?:[.,]\d+)?)\s*%/), ([, share]) => number(share!) / 100);
  const density = typed(
    take(/(\d+(?:[.,]\d+)?)\s*(pcf\b|lbs?\s*\/\s*(?:ft3|ft³|cu\.?\s?ft)|kg\s*\/\s*m[3³]|kg\b)/),
    ([, value, unit]) => number(value!) * (unit!.startsWith('kg') ? 1 : POUND_PER_CUBIC_FOOT),
  );
  const weight = typed(
    take(new RegExp(String.raw`(${NUMBER})\s*(?:#|lbs?\b\.?|pounds?\b)|(?:#|\bno\.?)\s?(\d+)\b`)),
    ([, before, after]) => valueOf(before ?? after!),
  );
  const permeance =
    typed(
      take(/(\d+(?:[.,]\d+)?|[.,]\d+)[\s-]*(?:us\s*)?perms?\b/),
      ([, perms]) => number(perms!) * PERM,
    ) ??
    typed(
      take(/\bs[\s-]?d\s*[=:]?\s*(\d+(?:[.,]\d+)?)\s*m?\b/),
      ([, thickness]) => AIR_PERMEABILITY / number(thickness!),
    );
  const resistance = typed(
    take(/(?<![\p{L}\d])r(si)?[\s-]?(\d+(?:[.,]\d+)?)(?![\p{L}\d])/u),
    ([, si, stated]) => {
      const value = number(stated!);
      return !si && (system === 'imperial' || value > MAX_METRIC_R) ? value * R_VALUE : value;
    },
  );
  const steelThickness =
    typed(take(steel ? /(\d+)\s*mils?\b/ : NEVER), ([, mils]) => Number(mils) * MIL) ??
    typed(take(/(\d+)\s*(?:ga\b\.?|gauge\b)/), ([, gauge]) =>
      gaugeOf(Number(gauge), /stud|framing/.test(text)),
    );
  const onCenter =
    take(
      new RegExp(
        String.raw`(?:@|\bat\b|\bspaced\b(?:\s+at\b)?|\bevery\b)?\s*(?<![\d/])(${NUMBER})\s*(${UNIT})?[\s-]*(?:o\.?\s?c\b\.?|on[\s-]+center|c\s?\/\s?c\b|cc\b|ct?rs\b|center\b)`,
      ),
    ) ??
    take(new RegExp(String.raw`\bc(?:\/?c)?\s?(\d{2,4})\s*(${UNIT})?(?![\w/])`)) ??
    take(
      new RegExp(
        String.raw`(?:@|\bat\b|\bspaced\b(?:\s+at\b)?|\bevery\b)\s*(${NUMBER})(?:\s*(${UNIT})(?![\p{L}]))?`,
        'u',
      ),
    );
  const spacing = typed(onCenter, ([, value, unit]) => lengthOf(value!, unit, spacingUnit(value!)));

  const lengths: Typed[] = [];
  for (;;) {
    const match = take(
      new RegExp(String.raw`(?<![\p{L}\d-])(${NUMBER})${NO_FEET}\s*(${UNIT})?(?![\p{L}\d/.])`, 'u'),
    );
    if (!match) break;
    const value = lengthOf(match[1]!, match[2], bareUnit(match[1]!, system));
    lengths.push({ value, text: match[0].trim() });
  }
  return {
    lumber: planed ? { value: planed, text: size[0].trim() } : null,
    steelStud,
    spacing,
    lengths,
    steelThickness,
    fraction,
    weight,
    density,
    permeance,
    resistance,
    grades,
    count,
    system,
    rest,
  };
}

/** The numbers of a line that a reading did not use, as they were typed. */
export function unusedNumbers(numbers: Numbers, used: ReadonlySet<unknown>): string[] {
  const { rest: _rest, system: _system, lengths, grades, ...single } = numbers;
  return [...Object.values(single), ...lengths, ...grades]
    .filter((typed) => typed !== null && !used.has(typed))
    .map((typed) => typed!.text);
}

const ROMAN = ['', 'i', 'ii', 'iii', 'iv', 'v', 'vi', 'vii', 'viii', 'ix', 'x'];

/** A piece in millimeters is at least so thick, either way. */
const MIN_PIECE_MM = 19;

/** Planed thickness and depth of a size by its two figures, whichever comes first, m, or null. */
function planedSize(first: string, second: string): [number, number] | null {
  const sold = lumberSize(`${first}x${second}`) ?? lumberSize(`${second}x${first}`);
  if (sold) return sold;
  const [thin, deep] = [Number(first), Number(second)].toSorted((a, b) => a - b);
  return thin! >= MIN_PIECE_MM && deep! <= 600 ? [thin! / 1000, deep! / 1000] : null;
}

/** The designation of cold-formed members (AISI S201): web depth and flange in 1/100 in., thickness in mils. */
function steelStudOf(depth: string, flange: string, mil: string): SteelStud {
  const size = (code: string): number => (Number(code) / 100) * INCH;
  const near = <T>(rows: readonly T[], value: (row: T) => number, wanted: number): T | undefined =>
    rows.find((row) => Math.abs(value(row) - wanted) < 0.001);
  const legs = near(STEEL_FLANGES, (row) => row.flange, size(flange));
  const web = near(STEEL_DEPTHS, (row) => row.depth, size(depth));
  const sheet = STEEL_SHEETS.find((row) => row.mil === Number(mil));
  return {
    depth: web?.depth ?? size(depth),
    flange: legs?.flange ?? size(flange),
    lip: legs?.lip ?? 0.0127,
    web: sheet?.design ?? Number(mil) * MIL,
  };
}

function gaugeOf(gauge: number, stud: boolean): number {
  const sheet = stud && STEEL_SHEETS.findLast((row) => row.gauge === gauge);
  return (sheet && sheet.design) || SHEET_GAUGES[gauge] || 0;
}

function valueOf(text: string): number {
  const [, whole, top, bottom] = /^(?:(\d+)[\s-]+)?(\d+)\s*\/\s*(\d+)$/.exec(text) ?? [];
  if (top && bottom) return Number(whole ?? 0) + Number(top) / Number(bottom);
  return number(text);
}

function lengthOf(text: string, unit: string | undefined, bare: number): number {
  const factor = unit ? (UNIT_LENGTH[unit.replace('.', '')] ?? INCH) : bare;
  return valueOf(text) * factor;
}

function bareUnit(text: string, system: UnitSystem): number {
  if (text.includes('/')) return INCH;
  return system === 'imperial' && valueOf(text) <= MAX_BARE_INCHES ? INCH : 1e-3;
}

function spacingUnit(text: string): number {
  return valueOf(text) < MIN_BARE_SPACING_MM ? INCH : 1e-3;
}
