import { lumberSize } from '../framing/index.ts';
import type { MaterialSearch } from '../../physics/materials/index.ts';
import { say, type UnitSystem } from '../../common/units/index.ts';
import { battens } from './battens.ts';
import { takeFrameNames, takeMemberMaterial, takePlates, type FrameName } from './frame-names.ts';
import type { SaidFrame } from './frame-rows.ts';
import { frames } from './frames.ts';
import { air, isBoard, isSheetSize, sheets } from './layers.ts';
import { normalize } from './normalize.ts';
import { readNumbers } from './numbers.ts';
import { takeRelation, takeSide } from './place.ts';
import type { Place } from './types.ts';
import type { Reading } from './reading.ts';
import { combine, splitLine } from './several.ts';
import { isClean, ready, type Suggestion } from './suggestion.ts';
import { isFiller, isNoLayer, keywordOf, type Keyword } from './words.ts';

export interface QuickLine {
  /** Best first; empty when nothing fits. */
  suggestions: Suggestion[];
  /** Why there is no suggestion, or null. */
  problem: string | null;
}

/** No line is longer, in characters. */
const LONGEST = 300;

/** So many readings are offered. */
const MAX_SUGGESTIONS = 8;

/** Frames that stand beside the studs. */
const BESIDE: readonly FrameName[] = [
  'service',
  'service-wall',
  'cross',
  'girt',
  'hat',
  'resilient',
  'rips',
];

/** Frames that are the wall's own. */
const MAIN: readonly FrameName[] = [
  'two-rows',
  'staggered',
  'i-stud',
  'broken',
  'advanced',
  'flash-and-batt',
];

/**
 * Reads layers as a builder says them: thickness, material, stud size, spacing, fill, place, in any order; one layer or
 * several, inches or millimeters; typing errors forgiven.
 *
 * @param text `1 1/2 mineral wool board`, `2x6 16 oc cellulose`, `osb + 2 layers 1 in polyiso`, `poly under drywall`
 * @param system decides what a bare number means
 * @param search the materials to choose from
 * @returns suggestions, best first
 */
export function parseQuickLine(
  text: string,
  system: UnitSystem,
  search: MaterialSearch,
): QuickLine {
  if (text.length > LONGEST)
    return {
      suggestions: [],
      problem: `A line has at most ${LONGEST} characters, and this one ${text.length}: name fewer layers at once`,
    };
  const line = normalize(text);
  const suggestions = readLine(line, system, search);
  const part = line.split(/[^\p{L}]+/u).find(isNoLayer);
  if (suggestions.length === 0)
    return {
      suggestions: [],
      problem: part
        ? `“${part}” is no layer of a wall`
        : /[\p{L}\p{So}]/u.test(line)
          ? `No material answers to “${line}”`
          : 'Name a material, a stud size or a gap',
    };
  return {
    suggestions: suggestions
      .slice(0, MAX_SUGGESTIONS)
      .map(({ layers, label, place, unused, refused }) => ({
        layers,
        label,
        place,
        unused,
        refused,
      })),
    problem: null,
  };
}

/** A line as one layer, or as several where that reads better. */
function readLine(line: string, system: UnitSystem, search: MaterialSearch): Reading[] {
  const whole = readPart(line, system, search);
  if (search.isName(line)) return whole;
  const read = (part: string): Reading[] => readPart(part, system, search);
  for (const { parts, weak } of splitLine(line, search)) {
    // What can be read as one layer, with nothing left over, needs no splitting at a mere “and”.
    if (weak && whole[0] && isClean(whole[0])) continue;
    const readings = parts.map(read);
    if (readings.some((part) => part.length === 0)) continue;
    const several = combine(readings);
    if (!weak || (several[0] && isClean(several[0]))) return several;
  }
  return whole;
}

/** Readings of what is said of one layer, best first. */
function readPart(part: string, system: UnitSystem, search: MaterialSearch): Reading[] {
  if (search.isName(part)) {
    const named = readPlaced(part, null, system, search);
    if (named[0] && isClean(named[0])) return named;
  }
  const relation = takeRelation(part);
  // “over 7/16 osb” tells of a layer more, “over the osb” where this one goes.
  if (relation && !/\d/.test(relation.place.of)) {
    const placed = readPlaced(relation.rest, relation.place, system, search);
    if (placed.length > 0) return placed;
  }
  const plain = readPlaced(part, null, system, search);
  const side = takeSide(part);
  // “exterior gypsum” is a material, “osb inside” a place.
  if (!side || (plain[0] && isClean(plain[0]))) return plain;
  const placed = readPlaced(side.rest, side.place, system, search);
  return placed[0] && (!plain[0] || placed[0].unused.length < plain[0].unused.length)
    ? placed
    : plain;
}

function readPlaced(
  text: string,
  place: Place | null,
  system: UnitSystem,
  search: MaterialSearch,
): Reading[] {
  return read(text, place?.side === 'outside', system, search).map((one) => ({ ...one, place }));
}

const KRAFT = /\bkraft(?:[\s-]*(?:faced|facing|backed))?\b|(?<!\w[\s-])\bfaced\b/;
const BATT = /\bbatts?\b|\bfiberglass\b|(?<!\w)r[\s-]?\d|\bstuds?\b|\dx\d/;

const STEEL = /steel|metal|galv|girt|\bhats?\b|channel|\bz-/;

/** “rainscreen”, which is the gap behind the cladding. */
const RAIN_SCREEN = /\brainscreen\b/;

function read(
  text: string,
  outside: boolean,
  system: UnitSystem,
  search: MaterialSearch,
): Reading[] {
  const faced = KRAFT.test(text) && BATT.test(text.replace(KRAFT, ' '));
  const unfaced = BATT.test(text) ? text.replace(/\bun-?faced\b/, ' ') : text;
  const { names, rest } = takeFrameNames(faced ? unfaced.replace(KRAFT, ' ') : unfaced);
  const { plates, rest: plain } = names.has('staggered')
    ? takePlates(rest)
    : { plates: null, rest };
  const numbers = readNumbers(plain, system, STEEL.test(text));
  const { words, keywords } = wordsOf(numbers.rest);
  const phrase = numbers.rest.trim().replace(/\s+/g, ' ');
  const { lumber } = numbers;
  const asSheets = (some: string[]): Reading[] =>
    ready(sheets(numbers, some, search, { faced, outside }));
  const asFrame = (reader: typeof frames): Reading[] => {
    const member = takeMemberMaterial(numbers.rest);
    const { words: between } = wordsOf(member.rest, true);
    const said: SaidFrame = {
      numbers,
      keywords,
      names,
      material: member.material,
      words: between.filter((word) => !RAIN_SCREEN.test(word)),
      faced,
      plate: plates === null ? null : (lumberSize(plates)?.[1] ?? null),
    };
    return reader(said, system, search);
  };

  const main = MAIN.some((name) => names.has(name));
  const beside = BESIDE.some((name) => names.has(name));
  if (main && beside)
    return asFrame(frames).map((one) => ({
      ...one,
      refused: say`There are two frames in one: part them by a comma`,
    }));
  if (main) return asFrame(frames);
  if (beside) return asFrame(battens);
  if (phrase && !lumber && !numbers.steelStud && search.isName(phrase))
    return asSheets(phrase.split(' '));
  const named = words.filter((word) => !NOT_MATERIAL.has(word));
  if (keywords.has('furring') && !keywords.has('stud')) return asFrame(battens);
  if (RAIN_SCREEN.test(phrase)) {
    const other = wordsOf(phrase.replace(RAIN_SCREEN, ' '), true).words;
    if (other.length === 0) return asFrame(battens);
  }
  if (lumber && !keywords.has('stud') && (isBoard(lumber) || isSheetSize(lumber))) {
    const boards = named.length > 0 ? asSheets(named) : [];
    if (boards[0] && isClean(boards[0])) return boards;
    if (isBoard(lumber)) return asFrame(battens);
  }
  if (keywords.has('stud') || lumber || numbers.steelStud) return asFrame(frames);
  if (keywords.has('gap') || (keywords.has('air') && named.length === 0)) {
    // “cavity batts” are no cavity; brick with a gap is two layers.
    const materials = named.length > 0 && /\bcavity\b/.test(phrase) ? asSheets(named) : [];
    if (materials[0] && isClean(materials[0])) return materials;
    return air(numbers, keywords, wordsOf(phrase, true).words);
  }
  if (words.length > 0) return asSheets(words);
  // A batt by its R alone.
  return faced || numbers.resistance ? asSheets(['batt']) : [];
}

/** Words of an air space that say nothing of a material. */
const NOT_MATERIAL = new Set(['air', 'open', 'still', 'steel', 'metal']);

/**
 * The words of a line that say something, and what some of them mean whatever the material.
 *
 * @param bare leaves out those with such a meaning, too
 */
function wordsOf(text: string, bare = false): { words: string[]; keywords: Set<Keyword> } {
  const keywords = new Set<Keyword>();
  const words: string[] = [];
  for (const token of text.split(/[^\p{L}\p{N}\p{So}&-]+/u)) {
    const word = token.replace(/^[-&]+|[-&]+$/g, '');
    if (!word) continue;
    const keyword = keywordOf(word);
    if (keyword) keywords.add(keyword);
    // “steel” and “metal” also name claddings, “open” and “air” membranes: they stay searchable.
    const searchable = !keyword || (!bare && ['steel', 'open', 'air'].includes(keyword));
    if (searchable && !isFiller(word)) words.push(word);
  }
  return { words, keywords };
}
