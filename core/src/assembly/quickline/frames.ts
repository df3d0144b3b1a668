import { frameLayers, presetsAt, type Fill, type FrameRow } from '../framing/index.ts';
import {
  LIBRARY,
  type Material,
  type MaterialSearch,
  type Role,
} from '../../physics/materials/index.ts';
import { measured, say, type Message, type UnitSystem } from '../../common/units/index.ts';
import { depthOf, rowOf, type SaidFrame } from './frame-rows.ts';
import { KRAFT } from './layers.ts';
import { findNamed, type Named } from './material.ts';
import { unusedNumbers, type Numbers } from './numbers.ts';
import type { Between, Frame, Reading } from './reading.ts';
import { ready, suggestion } from './suggestion.ts';
import type { NewLayer } from './types.ts';

/** A batt may be thicker than a cavity by this, m, and thinner by that. */
const FITS = 0.008;
const FALLS_SHORT = 0.013;

/** A batt that does not fit the studs ranks behind one that does. */
const MISFIT = 0.1;

/** Foam of a flash-and-batt cavity where the line does not say, m. */
const FLASH = 0.0508;

/** What stands between studs where the line does not say. */
const DEFAULT_FILL = { imperial: 'mineral wool batt', metric: 'mineral wool batt metric' };
const DEEP_FILL = 'cellulose';

/** Roles a fill between members may have. */
const FILL_ROLES: readonly Role[] = ['cavity-insulation'];

/** Readings of a line as a frame with its fill. */
export function frames(said: SaidFrame, system: UnitSystem, search: MaterialSearch): Reading[] {
  const { numbers, keywords, words, names, faced } = said;
  const used = new Set<unknown>();
  const { row, label, problem } = rowOf(said, system, used);
  const whole = depthOf(row);
  const partial = names.has('flash-and-batt')
    ? flashAndBatt(numbers, used)
    : partialOf(numbers, whole, used);
  const divisible = row.build === 'studs' || row.build === 'c-stud';
  const spoken = words.length > 0 || numbers.resistance !== null || names.has('flash-and-batt');

  const frame = (between: Between[]): Frame => ({
    depth: whole,
    between,
    faced,
    divisible,
    layers: (fills, kraft) =>
      withFraction(filled(row, fills, kraft, whole), row, numbers.fraction?.value ?? null),
    label: (fills) => say`${label}, ${fillName(fills)}`,
    fills: (some, numbersOfFill, depth) =>
      fillsFor(some.join(' ') || 'batt', numbersOfFill, depth, search).map(({ id }) => id),
  });
  const reading = (between: Between[], unusedWords: string[], hit?: Named): Reading => {
    const one = frame(between);
    const usedHere = new Set([...used, ...(hit?.named ?? [])]);
    return {
      ...suggestion(one.layers(between, faced), one.label(between), {
        numbers: unusedNumbers(numbers, usedHere),
        words: unusedWords,
        ...(hit ? { answered: hit.answered } : {}),
        all: words,
        isMaterialWord: (word) => search.knows(word),
        problem,
      }),
      frame: spoken || keywords.has('empty') ? one : { ...one, between: [] },
    };
  };

  if (keywords.has('empty'))
    return [reading([{ fill: { air: { ventilation: 'still' } }, thickness: null }], words)];
  if (partial.foam !== null) {
    const rest = whole - partial.foam;
    return ready(
      fillsFor(words.join(' ') || 'batt', numbers, rest, search).map((hit) =>
        reading(
          [
            { fill: hit.id, thickness: null },
            { fill: 'spray-foam-closed-cell', thickness: partial.foam },
          ],
          words.length > 0 ? hit.missed : [],
          hit,
        ),
      ),
    );
  }
  const deep = row.build === 'two-rows' || row.build === 'i-stud' || row.build === 'staggered';
  // Where no fill is named, the R may name the batt.
  const wanted =
    words.join(' ') ||
    (numbers.resistance
      ? 'batt'
      : faced
        ? 'fiberglass batt'
        : deep
          ? DEEP_FILL
          : DEFAULT_FILL[system]);
  const cavity = row.build === 'two-rows' ? row.depth : whole;
  const hits = fillsFor(wanted, numbers, partial.thickness ?? cavity, search);
  return ready(
    hits.map((hit) =>
      reading(
        [
          ...(partial.thickness === null
            ? []
            : [{ fill: { air: { ventilation: 'still' } } as Fill, thickness: null }]),
          { fill: hit.id, thickness: partial.thickness },
        ],
        words.length > 0 ? hit.missed : [],
        hit,
      ),
    ),
  );
}

/** The fills that answer to words best, those first that fit the depth. */
function fillsFor(
  words: string,
  numbers: Numbers,
  depth: number | null,
  search: MaterialSearch,
): Named[] {
  return findNamed(words, numbers, search, { roles: FILL_ROLES, depth })
    .map((hit) => ({ ...hit, score: hit.score * (fits(hit.material, depth) ? 1 : MISFIT) }))
    .toSorted((a, b) => b.score - a.score);
}

/** Whether a fill is sold for studs of a depth; what is blown or sprayed fits any. */
function fits({ thicknesses, name }: Material, depth: number | null): boolean {
  if (depth === null || !thicknesses || !/batt/i.test(name)) return true;
  return thicknesses.some((size) => size - depth <= FITS && depth - size <= FALLS_SHORT);
}

/** The frame by its layers, with what stands between its members from indoors out. */
function filled(row: FrameRow, between: Between[], faced: boolean, whole: number): NewLayer[] {
  const known = between.reduce((sum, { thickness }) => sum + (thickness ?? 0), 0);
  const layers: NewLayer[] =
    between.length === 1
      ? frameLayers(row, between[0]!.fill)
      : between.flatMap(({ fill, thickness }) =>
          frameLayers({ ...row, depth: thickness ?? whole - known }, fill),
        );
  return faced
    ? [{ kind: 'sheet', material: 'kraft-facing', thickness: KRAFT }, ...layers]
    : layers;
}

/** The share that the line states, on every layer of the frame; else that of studs as they are usually set. */
function withFraction(layers: NewLayer[], row: FrameRow, stated: number | null): NewLayer[] {
  const section = row.build === 'c-stud' ? 'c' : 'solid';
  const presets = presetsAt(section, row.spacing);
  const preset =
    row.framing === 'advanced' ? presets.find(({ id }) => /advanced/.test(id)) : presets[0];
  const plain = row.build === 'studs' || row.build === 'c-stud';
  const fraction = stated ?? (plain ? preset?.fraction : undefined);
  return layers.map((layer) =>
    layer.kind === 'framed' && fraction !== undefined ? { ...layer, fraction } : layer,
  );
}

function fillName(between: Between[]): Message {
  const name = (fill: Fill): string =>
    typeof fill === 'string' ? (LIBRARY[fill]?.name ?? fill) : 'still air';
  return between.reduce<Message>(
    (text, { fill, thickness }, i) =>
      say`${text}${i > 0 ? ' and ' : ''}${thickness === null ? '' : say`${measured('length', thickness)} of `}${name(fill)}`,
    [],
  );
}

/** A thickness beside the studs that is not all of their depth: what the fill has of it. */
function partialOf(
  numbers: Numbers,
  whole: number,
  used: Set<unknown>,
): { thickness: number | null; foam: null } {
  const typed = numbers.lengths.find((length) => !used.has(length) && length.value > 0);
  if (!typed || typed.value > whole + FITS) return { thickness: null, foam: null };
  used.add(typed);
  return { thickness: Math.abs(typed.value - whole) <= FITS ? null : typed.value, foam: null };
}

function flashAndBatt(numbers: Numbers, used: Set<unknown>): { thickness: null; foam: number } {
  const typed = numbers.lengths.find((length) => !used.has(length) && length.value > 0);
  used.add(typed);
  return { thickness: null, foam: typed?.value ?? FLASH };
}
