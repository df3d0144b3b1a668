import { lumberSize } from '../framing/index.ts';
import { INCH, MIL, R_VALUE, type UnitSystem } from '../units/index.ts';

/** A number of the line and how it was typed. */
export interface Typed {
  value: number;
  text: string;
}

export interface Numbers {
  /** Planed size of a nominal lumber size in the text, m: thickness and depth. */
  lumber: { size: [number, number]; text: string } | null;
  spacing: Typed | null;
  lengths: Typed[];
  steelThickness: Typed | null;
  fraction: Typed | null;
  /** Pounds a square, as felts are sold by. */
  weight: Typed | null;
  /** Stated R of the label, m²K/W. */
  resistance: Typed | null;
  rest: string;
}

const NUMBER = String.raw`(?:\d+[\s-]+)?\d+\s*\/\s*\d+|\d+(?:[.,]\d+)?|[.,]\d+`;
const UNIT = String.raw`mm|cm|mils?|m|in(?:ch(?:es)?)?\.?|"|″`;
const UNIT_LENGTH: Record<string, number> = { mm: 1e-3, cm: 1e-2, m: 1, mil: MIL, mils: MIL };

/** A bare number up to this is inches in an imperial project, above it can only be millimeters. */
const MAX_BARE_INCHES = 24;

/** A bare spacing below this is inches in either system. */
const MIN_BARE_SPACING_MM = 50;

/** A label's R above this is imperial in a metric project too. */
const MAX_METRIC_R = 12;

/** Reads the numbers of a line and takes them out of it. @param system decides what a bare number means */
export function readNumbers(text: string, system: UnitSystem): Numbers {
  let rest = text;
  const take = (pattern: RegExp): RegExpExecArray | null => {
    const match = pattern.exec(rest);
    if (match) rest = `${rest.slice(0, match.index)} ${rest.slice(match.index + match[0].length)}`;
    return match;
  };

  const typed = (match: RegExpExecArray | null, value: (match: RegExpExecArray) => number) =>
    match && { value: value(match), text: match[0].trim() };

  const size = take(/(?<![\d/])(\d+(?:\/\d+)?)\s*[x×]\s*(\d+)(?![\d/])/);
  let planed = size && lumberSize(`${size[1]}x${size[2]}`);
  if (size && !planed && Number(size[1]) >= 19 && Number(size[2]) >= 19)
    planed = [Number(size[1]) / 1000, Number(size[2]) / 1000];
  // A size that no lumber has is told as a word.
  if (size && !planed) rest += ` ${size[0].replace(/\s/g, '')}`;

  const fraction = typed(
    take(/(\d+(?:[.,]\d+)?)\s*%/),
    ([, share]) => Number(share!.replace(',', '.')) / 100,
  );
  const weight = typed(
    take(/(\d+)\s*(?:#|lbs?\b\.?|pounds?\b)|(?:#|\bno\.?\s?)(\d+)\b/),
    ([, before, after]) => Number(before ?? after),
  );
  const resistance = typed(
    take(/(?<![\p{L}\d])r[\s-]?(\d+(?:[.,]\d+)?)(?![\p{L}\d])/u),
    ([, stated]) => {
      const value = Number(stated!.replace(',', '.'));
      return system === 'imperial' || value > MAX_METRIC_R ? value * R_VALUE : value;
    },
  );
  const steelThickness = typed(
    take(/(\d+)\s*mil\s+(?=steel|metal|stud|c-)/),
    ([, mils]) => Number(mils) * MIL,
  );
  const onCenter =
    take(
      new RegExp(
        String.raw`(?:@|\bat\b)?\s*(${NUMBER})\s*(${UNIT})?\s*(?:o\.?\s?c\b\.?|on\s+cent(?:er|re)s?|c\s?\/\s?c\b|cc\b|cent(?:er|re)s?\b)`,
      ),
    ) ??
    take(new RegExp(String.raw`\bc(?:\/?c)?\s?(\d{2,4})\s*(${UNIT})?(?![\w/])`)) ??
    take(new RegExp(String.raw`(?:@|\bat\b)\s*(${NUMBER})\s*(${UNIT})?`));
  const spacing = typed(onCenter, ([, number, unit]) =>
    lengthOf(number!, unit, spacingUnit(number!)),
  );

  const lengths: Typed[] = [];
  for (;;) {
    const match = take(
      new RegExp(String.raw`(?<![\p{L}\d-])(${NUMBER})\s*(${UNIT})?(?![\p{L}\d])`, 'u'),
    );
    if (!match) break;
    const value = lengthOf(match[1]!, match[2], bareUnit(match[1]!, system));
    lengths.push({ value, text: match[0].trim() });
  }
  return {
    lumber: planed ? { size: planed, text: size![0].trim() } : null,
    spacing,
    lengths,
    steelThickness,
    fraction,
    weight,
    resistance,
    rest,
  };
}

/** The numbers of a line that a reading did not use, as they were typed. */
export function unusedNumbers(numbers: Numbers, used: ReadonlySet<unknown>): string[] {
  const { lumber, spacing, lengths, steelThickness, fraction, weight, resistance } = numbers;
  return [lumber, spacing, ...lengths, steelThickness, fraction, weight, resistance]
    .filter((number) => number !== null && !used.has(number))
    .map((number) => number!.text);
}

function valueOf(number: string): number {
  const [, whole, top, bottom] = /^(?:(\d+)[\s-]+)?(\d+)\s*\/\s*(\d+)$/.exec(number) ?? [];
  if (top && bottom) return Number(whole ?? 0) + Number(top) / Number(bottom);
  return Number(number.replace(',', '.'));
}

function lengthOf(number: string, unit: string | undefined, bare: number): number {
  const factor = unit ? (UNIT_LENGTH[unit.replace('.', '')] ?? INCH) : bare;
  return valueOf(number) * factor;
}

function bareUnit(number: string, system: UnitSystem): number {
  if (number.includes('/')) return INCH;
  return system === 'imperial' && valueOf(number) <= MAX_BARE_INCHES ? INCH : 1e-3;
}

function spacingUnit(number: string): number {
  return valueOf(number) < MIN_BARE_SPACING_MM ? INCH : 1e-3;
}
