import { FRAMING_PRESETS, presetsAt } from '../framing/index.ts';
import type { Material, MaterialSearch, Role } from '../materials/index.ts';
import { measured, say, type UnitSystem } from '../units/index.ts';
import type { FramedLayer, Member } from '../wall/index.ts';
import { findNamed, thicknessFor, usualThickness } from './material.ts';
import { readNumbers, unusedNumbers, type Numbers } from './numbers.ts';
import { ready, suggestion, type Suggestion } from './suggestion.ts';
import { isFiller, keywordOf, type Keyword } from './words.ts';

export interface QuickLine {
  /** Best first; empty when nothing fits. */
  suggestions: Suggestion[];
  /** Why there is no suggestion, or null. */
  problem: string | null;
}

const DEFAULT_GAP = 0.019;

/** A batt fits a stud that differs by no more than this, m. */
const FITS = 0.008;

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
