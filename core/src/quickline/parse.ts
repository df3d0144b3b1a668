import { FRAMING_PRESETS, lumberSize, presetsAt } from '../framing/index.ts';
import type { MaterialHit, MaterialSearch, Role } from '../materials/index.ts';
import { INCH, MIL, measured, say, type Message, type UnitSystem } from '../units/index.ts';
import type { FramedLayer, Layer, Member } from '../wall/index.ts';
import { isFiller, keywordOf, type Keyword } from './words.ts';

/** A layer without its id, which only a wall can give. */
export type NewLayer = Layer extends infer L ? (L extends Layer ? Omit<L, 'id'> : never) : never;

/** One reading of a quick line: the layer it would make, and what was understood. */
export interface Suggestion {
  layer: NewLayer;
  label: Message;
}

export interface QuickLine {
  /** Best first; empty when nothing fits. */
  suggestions: Suggestion[];
  /** Why there is no suggestion, or null. */
  problem: string | null;
}

interface Numbers {
  /** Planed size of a nominal lumber size in the text, m: thickness and depth. */
  lumber: [number, number] | null;
  spacing: number | null;
  lengths: number[];
  steelThickness: number | null;
  fraction: number | null;
  rest: string;
}

const NUMBER = String.raw`(?:\d+[\s-]+)?\d+\s*\/\s*\d+|\d+(?:[.,]\d+)?|[.,]\d+`;
const UNIT = String.raw`mm|cm|mils?|m|in(?:ch(?:es)?)?\.?|"|″`;
const UNIT_LENGTH: Record<string, number> = { mm: 1e-3, cm: 1e-2, m: 1, mil: MIL, mils: MIL };

/** A bare number up to this is inches in an imperial project, above it can only be millimeters. */
const MAX_BARE_INCHES = 24;

/** A bare spacing below this is inches in either system. */
const MIN_BARE_SPACING_MM = 50;

const DEFAULT_GAP = 0.019;

const DEFAULT_FILL = { imperial: 'mineral wool batt', metric: 'mineral wool batt metric' };

/** Roles a fill between members may have. */
const FILL_ROLES: readonly Role[] = ['cavity-insulation'];

/**
 * Reads a layer as a builder says it: thickness, material, stud size, spacing, fill, in any order; inches or
 * millimeters; typing errors forgiven.
 *
 * @param text `1 1/2 mineral wool board`, `2x6 16 oc cellulose`, `140 stud 600 hemp`, `3/4 furring open gap`
 * @param system decides what a bare number means
 * @param search the materials to choose from
 * @returns suggestions, best first
 */
export function parseQuickLine(
  text: string,
  system: UnitSystem,
  search: MaterialSearch,
): QuickLine {
  const numbers = readNumbers(text.toLowerCase().replace(/[“”]/g, '"'), system);
  const keywords = new Set<Keyword>();
  const words: string[] = [];
  for (const word of numbers.rest.split(/[^\p{L}\p{N}-]+/u).filter(Boolean)) {
    const keyword = keywordOf(word);
    if (keyword) keywords.add(keyword);
    // “steel” and “metal” also name claddings, “open” and “air” membranes: they stay searchable.
    if (!isFiller(word) && (!keyword || ['steel', 'open', 'air'].includes(keyword)))
      words.push(word);
  }
  const strip = numbers.lumber !== null && numbers.lumber[0] < 0.03;
  if (keywords.has('furring') || (strip && !keywords.has('stud')))
    return furring(numbers, keywords, wordsWithout(words, keywords), system, search);
  if (keywords.has('stud') || (numbers.lumber && !strip))
    return framed(numbers, keywords, wordsWithout(words, keywords), system, search);
  const materialWords = words.filter((word) => !['air', 'open', 'still'].includes(word));
  if (keywords.has('gap') || (keywords.has('air') && materialWords.length === 0))
    return airLayer(numbers, keywords);
  return sheet(numbers, words, search);
}

function wordsWithout(words: string[], keywords: Set<Keyword>): string {
  return words.filter((word) => !keywords.has(keywordOf(word)!)).join(' ');
}

function readNumbers(text: string, system: UnitSystem): Numbers {
  let rest = text;
  const take = (pattern: RegExp): RegExpExecArray | null => {
    const match = pattern.exec(rest);
    if (match) rest = `${rest.slice(0, match.index)} ${rest.slice(match.index + match[0].length)}`;
    return match;
  };

  const size = take(/(?<![\d/])(\d+(?:\/\d+)?)\s*[x×]\s*(\d+)(?![\d/])/);
  let lumber = size && lumberSize(`${size[1]}x${size[2]}`);
  if (size && !lumber && Number(size[1]) >= 19 && Number(size[2]) >= 19)
    lumber = [Number(size[1]) / 1000, Number(size[2]) / 1000];

  const share = take(/(\d+(?:[.,]\d+)?)\s*%/);
  const mils = take(/(\d+)\s*mil\s+(?=steel|metal|stud|c-)/);
  const onCenter =
    take(
      new RegExp(
        String.raw`(?:@|\bat\b)?\s*(${NUMBER})\s*(${UNIT})?\s*(?:o\.?\s?c\b\.?|on\s+cent(?:er|re)s?|c\s?\/\s?c\b|cc\b|cent(?:er|re)s?\b)`,
      ),
    ) ?? take(new RegExp(String.raw`(?:@|\bat\b)\s*(${NUMBER})\s*(${UNIT})?`));
  const spacing = onCenter && lengthOf(onCenter[1]!, onCenter[2], spacingUnit(onCenter[1]!));

  const lengths: number[] = [];
  for (;;) {
    const match = take(
      new RegExp(String.raw`(?<![\p{L}\d-])(${NUMBER})\s*(${UNIT})?(?![\p{L}\d])`, 'u'),
    );
    if (!match) break;
    lengths.push(lengthOf(match[1]!, match[2], bareUnit(match[1]!, system)));
  }
  return {
    lumber,
    spacing,
    lengths,
    steelThickness: mils && Number(mils[1]) * MIL,
    fraction: share && Number(share[1]!.replace(',', '.')) / 100,
    rest,
  };
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

const NOTHING = (words: string): QuickLine => ({
  suggestions: [],
  problem: words ? `No material answers to “${words}”` : 'Name a material, a stud size or a gap',
});

function sheet(numbers: Numbers, words: string[], search: MaterialSearch): QuickLine {
  const wanted = words.join(' ');
  const hits = wanted ? search.find(wanted) : [];
  if (hits.length === 0) return NOTHING(wanted);
  const suggestions = hits.map(({ id, material }): Suggestion => {
    // A composite's figures hold for its own thickness only.
    const typed = material.composition ? undefined : numbers.lengths[0];
    const thickness = typed || usualThickness(material);
    return {
      layer: { kind: 'sheet', material: id, thickness },
      label: say`${material.name}, ${measured('length', thickness)}`,
    };
  });
  return { suggestions, problem: null };
}

/** The thickness a material is usually sold in, m. */
export function usualThickness({ cost, thicknesses }: MaterialHit['material']): number {
  return cost?.thickness ?? thicknesses?.[0] ?? 0.0127;
}

function airLayer(numbers: Numbers, keywords: Set<Keyword>): QuickLine {
  const thickness = numbers.lengths[0] || DEFAULT_GAP;
  const ventilation = keywords.has('slight')
    ? 'slight'
    : keywords.has('still') || !(keywords.has('gap') || keywords.has('open'))
      ? 'still'
      : 'open';
  const word = { open: 'Open gap', slight: 'Slightly ventilated gap', still: 'Still air space' };
  return {
    suggestions: [
      {
        layer: { kind: 'air', thickness, ventilation },
        label: say`${word[ventilation]}, ${measured('length', thickness)}`,
      },
    ],
    problem: null,
  };
}

function furring(
  numbers: Numbers,
  keywords: Set<Keyword>,
  words: string,
  system: UnitSystem,
  search: MaterialSearch,
): QuickLine {
  const service = keywords.has('service');
  const width = numbers.lumber ? numbers.lumber[1] : service ? 0.0381 : 0.0889;
  const thickness = numbers.lengths[0] || numbers.lumber?.[0] || (service ? 0.0381 : DEFAULT_GAP);
  const spacing = numbers.spacing ?? numbers.lengths[1] ?? defaultSpacing(system);
  const fills = words
    ? search.find(words, ['cavity-insulation', 'service-layer', 'continuous-insulation'])
    : [];
  const base = {
    kind: 'framed' as const,
    thickness,
    frame: service ? 'service' : fills.length > 0 ? 'outside' : 'furring',
    member: {
      section: 'solid' as const,
      material: thickness < 0.03 ? 'furring-1x4' : 'softwood',
      width: Math.min(width, spacing),
      spacing,
      direction: service ? ('horizontal' as const) : ('vertical' as const),
      offset: 0,
    },
  };
  const name = service ? 'Service battens' : 'Furring';
  const where = say`${measured('length', thickness)} at ${measured('length', spacing)}`;
  if (fills.length > 0)
    return {
      suggestions: fills.map(({ id, material }) => ({
        layer: { ...base, fill: id },
        label: say`${name}, ${where}, ${material.name} between`,
      })),
      problem: null,
    };
  const ventilation = service || keywords.has('still') ? 'still' : 'open';
  return {
    suggestions: [
      {
        layer: { ...base, fill: { air: { ventilation } } },
        label: say`${name}, ${where}, ${ventilation === 'open' ? 'open gap' : 'still air'}`,
      },
    ],
    problem: null,
  };
}

function framed(
  numbers: Numbers,
  keywords: Set<Keyword>,
  words: string,
  system: UnitSystem,
  search: MaterialSearch,
): QuickLine {
  const steel = keywords.has('steel');
  const [first, second] = numbers.lengths;
  const depth = (numbers.lumber ? numbers.lumber[1] : first) || (steel ? 0.0921 : 0.1397);
  const spacing = numbers.spacing ?? (numbers.lumber ? first : second) ?? defaultSpacing(system);
  const section = steel ? 'c' : 'solid';
  const member: Member = steel
    ? steelMember(spacing, numbers.steelThickness)
    : {
        section: 'solid',
        material: 'softwood',
        width: Math.min(numbers.lumber?.[0] ?? 0.038, spacing),
        spacing,
        direction: 'vertical',
        offset: 0,
      };
  const fraction = numbers.fraction ?? presetsAt(section, spacing)[0]?.fraction;
  const frame: Omit<FramedLayer, 'id' | 'fill'> = {
    kind: 'framed',
    thickness: depth,
    frame: 'main',
    member,
    ...(fraction === undefined ? {} : { fraction }),
  };
  const fills = search.find(words || DEFAULT_FILL[system], FILL_ROLES);
  if (fills.length === 0) return NOTHING(words);
  return {
    suggestions: fills.map(({ id, material }) => ({
      layer: { ...frame, fill: id },
      label: say`${steel ? 'Steel studs' : 'Studs'} ${measured('length', depth)} at ${measured('length', spacing)}, ${material.name}`,
    })),
    problem: null,
  };
}

function steelMember(spacing: number, thickness: number | null): Member {
  const preset = FRAMING_PRESETS.find(({ section }) => section === 'c')!;
  return {
    section: 'c',
    material: 'steel',
    web: thickness ?? preset.web!,
    flange: preset.flange!,
    lip: preset.lip!,
    spacing,
    direction: 'vertical',
    offset: 0,
  };
}

function defaultSpacing(system: UnitSystem): number {
  return system === 'imperial' ? 0.4064 : 0.6;
}
