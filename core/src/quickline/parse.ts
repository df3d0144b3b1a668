import { FRAMING_PRESETS, lumberSize, presetsAt } from '../framing/index.ts';
import {
  conductivityAt,
  withBasis,
  type Material,
  type MaterialHit,
  type MaterialSearch,
  type Role,
} from '../materials/index.ts';
import {
  INCH,
  MIL,
  measured,
  R_VALUE,
  say,
  type Message,
  type UnitSystem,
} from '../units/index.ts';
import type { FramedLayer, Layer, Member } from '../wall/index.ts';
import { isFiller, isNoLayer, isWeighty, keywordOf, type Keyword } from './words.ts';

/** A layer without its id, which only a wall can give. */
export type NewLayer = Layer extends infer L ? (L extends Layer ? Omit<L, 'id'> : never) : never;

/** One reading of a quick line: the layer it would make, and what was understood. */
export interface Suggestion {
  layer: NewLayer;
  label: Message;
  /** Words and numbers of the line that this reading does not use, as they were typed. */
  unused: string[];
  /** Why it is not done without being insisted on, or null. */
  refused: Message | null;
}

export interface QuickLine {
  /** Best first; empty when nothing fits. */
  suggestions: Suggestion[];
  /** Why there is no suggestion, or null. */
  problem: string | null;
}

/** A number of the line and how it was typed. */
interface Typed {
  value: number;
  text: string;
}

interface Numbers {
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

const DEFAULT_GAP = 0.019;

/** A label's R above this is imperial in a metric project too. */
const MAX_METRIC_R = 12;

/** Labels state R at this mean temperature, °C. */
const LABEL_TEMPERATURE = 24;

/** Beyond so many times the thickest that is sold a thickness is taken for a slip. */
const TOO_THICK = 3;

/** A batt fits a stud that differs by no more than this, m. */
const FITS = 0.008;

/** A size as sold may miss the stated R by this share. */
const R_SLACK = 0.03;

/** A rain screen by its name is the gap behind the cladding. */
const RAIN_SCREEN = /^rain[\s-]?screen( gap)?$/;

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
  const said = text
    .toLowerCase()
    .replace(/[“”]/g, '"')
    // The key that opens the line, typed once more.
    .replace(/^\s*\/+/, '')
    // “open” and “closed” of a foam say which foam, not which gap.
    .replace(/\b(open|closed)[\s-]+cell\b/g, '$1-cell');
  const numbers = readNumbers(said, system);
  const phrase = numbers.rest.trim().replace(/\s+/g, ' ');
  if (!numbers.lumber && search.isName(phrase)) return sheet(numbers, phrase.split(' '), search);
  const keywords = new Set<Keyword>();
  const words: string[] = [];
  for (const word of numbers.rest.split(/[^\p{L}\p{N}-]+/u).filter(Boolean)) {
    const keyword = keywordOf(word);
    if (keyword) keywords.add(keyword);
    // “steel” and “metal” also name claddings, “open” and “air” membranes: they stay searchable.
    if (!isFiller(word) && (!keyword || ['steel', 'open', 'air'].includes(keyword)))
      words.push(word);
  }
  if (RAIN_SCREEN.test(phrase)) return furring(numbers, keywords, '', system, search);
  const strip = numbers.lumber !== null && numbers.lumber.size[0] < 0.03;
  if (keywords.has('furring') || (strip && !keywords.has('stud')))
    return furring(numbers, keywords, wordsWithout(words, keywords), system, search);
  if (keywords.has('stud') || (numbers.lumber && !strip))
    return framed(numbers, keywords, wordsWithout(words, keywords), system, search);
  const materialWords = words.filter((word) => !['air', 'open', 'still'].includes(word));
  if (keywords.has('gap') || (keywords.has('air') && materialWords.length === 0))
    return airLayer(numbers, keywords, wordsWithout(materialWords, keywords));
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
function unusedNumbers(numbers: Numbers, used: ReadonlySet<unknown>): string[] {
  const { lumber, spacing, lengths, steelThickness, fraction, weight, resistance } = numbers;
  return [lumber, spacing, ...lengths, steelThickness, fraction, weight, resistance]
    .filter((number) => number !== null && !used.has(number))
    .map((number) => number!.text);
}

interface Reading {
  /** Of a sheet: whose sizes the thickness is held against. */
  material?: Material;
  /** The material's own words that answered. */
  answered?: readonly string[];
  /** All words of the line. */
  said?: readonly string[];
}

/** A reading with what it leaves unused, and whether that or its size is too much to pass over. */
function suggestion(
  layer: NewLayer,
  label: Message,
  numbers: string[],
  words: string[],
  { material, answered = [], said = words }: Reading = {},
): Suggestion {
  // A part of a house is no layer, unless a material really has that word.
  const part = said.find((word) => isNoLayer(word) && !answered.includes(word));
  const weighty = words.find(isWeighty);
  // A size that was not understood stands among the words.
  const number = numbers[0] ?? words.find((word) => /\d/.test(word));
  const thickest =
    material && Math.max(...(material.thicknesses ?? []), material.cost?.thickness ?? 0);
  const refused = part
    ? say`A ${part} is no layer of a wall`
    : number !== undefined
      ? say`“${number}” is not used here`
      : weighty
        ? say`“${weighty}” is not understood`
        : thickest && layer.thickness > TOO_THICK * thickest
          ? say`${measured('length', layer.thickness)} is over three times the thickest it is sold in, ${measured('length', thickest)}`
          : null;
  return { layer, label, unused: [...numbers, ...words], refused };
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
  const { resistance } = numbers;
  const hits = findNamed(words.join(' '), numbers, search);
  if (hits.length === 0) return NOTHING(words.join(' '));
  const suggestions = hits.map(({ id, material, missed, answered, named }) => {
    const used = new Set<unknown>(named);
    // A composite's figures hold for its own thickness only.
    let thickness = usualThickness(material);
    const [typed] = numbers.lengths;
    if (typed && typed.value > 0 && !material.composition) {
      thickness = typed.value;
      used.add(typed);
    } else if (resistance && !used.has(resistance) && !material.composition) {
      thickness = thicknessFor(material, resistance.value);
      used.add(resistance);
    }
    return suggestion(
      { kind: 'sheet', material: id, thickness },
      say`${material.name}, ${measured('length', thickness)}`,
      unusedNumbers(numbers, used),
      missed,
      { material, answered, said: words },
    );
  });
  return { suggestions: ready(suggestions), problem: null };
}

/** Numbers that a material carries in its own name: R-13, no. 30, class 032. */
function namedBy({ name }: Material, { weight, resistance, lengths }: Numbers): Typed[] {
  const has = (pattern: string): boolean => new RegExp(pattern, 'i').test(name);
  return [
    ...(resistance && has(`\\br-${resistance.text.replace(/^r[\s-]?/, '')}\\b`)
      ? [resistance]
      : []),
    ...(weight && has(`\\bno\\. ${weight.value}\\b`) ? [weight] : []),
    ...lengths.filter(({ text }) => /^\d+$/.test(text) && has(`\\bclass ${text}\\b`)),
  ];
}

/** A number of the line in a material's name weighs so much. */
const NAMED = 3;

/** The materials that answer words best, those first whose names carry the numbers of the line. */
function findNamed(
  words: string,
  numbers: Numbers,
  search: MaterialSearch,
  roles?: readonly Role[],
): (MaterialHit & { named: Typed[] })[] {
  return search
    .find(words, roles, MAX_FOUND)
    .map((hit) => ({ ...hit, named: namedBy(hit.material, numbers) }))
    .map((hit) => ({ ...hit, score: hit.score * NAMED ** hit.named.length }))
    .toSorted((a, b) => b.score - a.score)
    .slice(0, MAX_SUGGESTIONS);
}

/** So many are looked at, and so many offered. */
const MAX_FOUND = 40;
const MAX_SUGGESTIONS = 8;

/** What can be done at once comes first. */
const ready = (suggestions: Suggestion[]): Suggestion[] => [
  ...suggestions.filter(({ refused }) => refused === null),
  ...suggestions.filter(({ refused }) => refused !== null),
];

/** The smallest thickness as sold that has a stated R, m; else the thickness itself. */
function thicknessFor(material: Material, resistance: number): number {
  const stated = material.labeledRPerInch ? withBasis(material, 'label') : material;
  const needed = resistance * conductivityAt(stated, LABEL_TEMPERATURE);
  const sold = (material.thicknesses ?? []).toSorted((a, b) => a - b);
  return sold.find((size) => size >= needed * (1 - R_SLACK)) ?? needed;
}

/** The thickness a material is usually sold in, m. */
export function usualThickness({ cost, thicknesses }: MaterialHit['material']): number {
  return cost?.thickness ?? thicknesses?.[0] ?? 0.0127;
}

function airLayer(numbers: Numbers, keywords: Set<Keyword>, words: string): QuickLine {
  const [typed] = numbers.lengths;
  const thickness = typed?.value || DEFAULT_GAP;
  const ventilation = keywords.has('slight')
    ? 'slight'
    : keywords.has('still') || !(keywords.has('gap') || keywords.has('open'))
      ? 'still'
      : 'open';
  const word = { open: 'Open gap', slight: 'Slightly ventilated gap', still: 'Still air space' };
  return {
    suggestions: [
      suggestion(
        { kind: 'air', thickness, ventilation },
        say`${word[ventilation]}, ${measured('length', thickness)}`,
        unusedNumbers(numbers, new Set([typed])),
        words.split(' ').filter(Boolean),
      ),
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
  const { lumber } = numbers;
  const [first, second] = numbers.lengths;
  const width = lumber ? lumber.size[1] : service ? 0.0381 : 0.0889;
  const thickness = first?.value || lumber?.size[0] || (service ? 0.0381 : DEFAULT_GAP);
  const spacing = numbers.spacing?.value ?? second?.value ?? defaultSpacing(system);
  const used = new Set<unknown>([lumber, first, numbers.spacing ?? second]);
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
      suggestions: ready(
        fills.map(({ id, material, missed, answered }) =>
          suggestion(
            { ...base, fill: id },
            say`${name}, ${where}, ${material.name} between`,
            unusedNumbers(numbers, used),
            missed,
            { answered, said: words.split(' ') },
          ),
        ),
      ),
      problem: null,
    };
  const ventilation = service || keywords.has('still') ? 'still' : 'open';
  return {
    suggestions: [
      suggestion(
        { ...base, fill: { air: { ventilation } } },
        say`${name}, ${where}, ${ventilation === 'open' ? 'open gap' : 'still air'}`,
        unusedNumbers(numbers, used),
        words.split(' ').filter(Boolean),
      ),
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
  const { lumber, resistance } = numbers;
  const [first, second] = numbers.lengths;
  const depth = (lumber ? lumber.size[1] : first?.value) || (steel ? 0.0921 : 0.1397);
  const other = lumber ? first : second;
  const spacing = numbers.spacing?.value ?? other?.value ?? defaultSpacing(system);
  const used = new Set<unknown>([
    lumber ?? first,
    numbers.spacing ?? other,
    numbers.fraction,
    ...(steel ? [numbers.steelThickness] : []),
  ]);
  const section = steel ? 'c' : 'solid';
  const member: Member = steel
    ? steelMember(spacing, numbers.steelThickness?.value ?? null)
    : {
        section: 'solid',
        material: 'softwood',
        width: Math.min(lumber?.size[0] ?? 0.038, spacing),
        spacing,
        direction: 'vertical',
        offset: 0,
      };
  const fraction = numbers.fraction?.value ?? presetsAt(section, spacing)[0]?.fraction;
  const frame: Omit<FramedLayer, 'id' | 'fill'> = {
    kind: 'framed',
    thickness: depth,
    frame: 'main',
    member,
    ...(fraction === undefined ? {} : { fraction }),
  };
  // Where no fill is named, the R may name the batt.
  const fills = findNamed(
    words || (resistance ? 'batt' : DEFAULT_FILL[system]),
    numbers,
    search,
    FILL_ROLES,
  )
    .map((hit) => ({ ...hit, score: hit.score * (fits(hit.material, depth) ? 1 : MISFIT) }))
    .toSorted((a, b) => b.score - a.score);
  if (fills.length === 0) return NOTHING(words);
  return {
    suggestions: ready(
      fills.map(({ id, material, missed, answered, named }) =>
        suggestion(
          { ...frame, fill: id },
          say`${steel ? 'Steel studs' : 'Studs'} ${measured('length', depth)} at ${measured('length', spacing)}, ${material.name}`,
          unusedNumbers(numbers, new Set([...used, ...named])),
          words ? missed : [],
          { answered, said: words.split(' ') },
        ),
      ),
    ),
    problem: null,
  };
}

/** A batt that does not fit the studs ranks behind one that does. */
const MISFIT = 0.1;

/** Whether a fill is sold for studs of a depth; what is blown or sprayed fits any. */
function fits({ thicknesses, name }: Material, depth: number): boolean {
  if (!thicknesses || !/batt/i.test(name)) return true;
  return thicknesses.some((size) => Math.abs(size - depth) <= FITS);
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
