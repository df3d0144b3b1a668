import {
  frameLayers,
  FRAMING_PRESETS,
  presetsAt,
  type Fill,
  type FrameRow,
} from '../framing/index.ts';
import { LIBRARY, type Material, type MaterialSearch, type Role } from '../materials/index.ts';
import { measured, say, type Message, type UnitSystem } from '../units/index.ts';
import type { FrameName } from './frame-names.ts';
import { KRAFT } from './layers.ts';
import { findNamed, type Named } from './material.ts';
import { unusedNumbers, type Numbers } from './numbers.ts';
import type { Between, Frame, Reading } from './reading.ts';
import { ready, suggestion, type NewLayer } from './suggestion.ts';
import type { Keyword } from './words.ts';

/** A batt may be thicker than a cavity by this, m, and thinner by that. */
const FITS = 0.008;
const FALLS_SHORT = 0.013;

/** A batt that does not fit the studs ranks behind one that does. */
const MISFIT = 0.1;

/** A bare length beside studs is their spacing from here on, m, and a thickness below. */
const LEAST_SPACING = 0.28;

/** A length beside steel studs is the thickness of their sheet up to here, m, and a depth above. */
const THICKEST_STEEL = 0.004;

/** Foam of a flash-and-batt cavity where the line does not say, m. */
const FLASH = 0.0508;

/** What stands between studs where the line does not say. */
const DEFAULT_FILL = { imperial: 'mineral wool batt', metric: 'mineral wool batt metric' };
const DEEP_FILL = 'cellulose';

/** Roles a fill between members may have. */
const FILL_ROLES: readonly Role[] = ['cavity-insulation'];

/** A frame's sizes where the line does not say, m. */
const USUAL: Record<
  UnitSystem,
  {
    width: number;
    depth: number;
    row: number;
    plate: number;
    broken: number;
    gap: number;
    iStud: number;
    flange: number;
  }
> = {
  imperial: {
    width: 0.038,
    depth: 0.1397,
    row: 0.0889,
    plate: 0.1397,
    broken: 0.0381,
    gap: 0.0635,
    iStud: 0.2413,
    flange: 0.0445,
  },
  metric: {
    width: 0.045,
    depth: 0.1397,
    row: 0.095,
    plate: 0.145,
    broken: 0.045,
    gap: 0.09,
    iStud: 0.3,
    flange: 0.045,
  },
};

/** What a line says of a frame. */
export interface SaidFrame {
  numbers: Numbers;
  keywords: Set<Keyword>;
  names: Set<FrameName>;
  /** Lumber by its kind, or null. */
  material: string | null;
  /** Words for what stands between the members. */
  words: string[];
  faced: boolean;
  /** Depth of the plates that staggered studs stand on, m, where the line says. */
  plate: number | null;
}

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

/** From the inner face to the outer, m. */
function depthOf({ build, depth, gap, plate }: FrameRow): number {
  if (build === 'two-rows' || build === 'broken') return 2 * depth + gap!;
  return build === 'staggered' ? plate! : depth;
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

/** How the frame is built: its sizes are taken from the numbers, and what is taken is added to `used`. */
function rowOf(
  said: SaidFrame,
  system: UnitSystem,
  used: Set<unknown>,
): { row: FrameRow; label: Message; problem: Message | null } {
  const { numbers, keywords, names, material } = said;
  const { lumber, steelStud, lengths } = numbers;
  const usual = USUAL[system];
  const take = (wanted: (value: number) => boolean): number | null => {
    const typed = lengths.find((length) => !used.has(length) && wanted(length.value));
    if (!typed) return null;
    used.add(typed);
    return typed.value;
  };
  if (lumber) used.add(lumber);
  used.add(numbers.fraction);
  const members = lumber
    ? { width: lumber.value[0], depth: lumber.value[1] }
    : { width: usual.width, depth: null };
  const wood = material === null ? {} : { material };
  const spacing = (): number => {
    if (numbers.spacing) {
      used.add(numbers.spacing);
      return numbers.spacing.value;
    }
    return (
      take((value) => value >= LEAST_SPACING) ?? (names.has('advanced') ? WIDE : CLOSE)[system]
    );
  };
  const at = (row: FrameRow): Message => say`at ${measured('length', row.spacing)}`;

  if (names.has('two-rows')) {
    const depth = members.depth ?? usual.row;
    const whole = take((value) => value >= 2 * depth) ?? null;
    const gap =
      whole === null ? (take((value) => value < LEAST_SPACING) ?? depth) : whole - 2 * depth;
    const row: FrameRow = {
      build: 'two-rows',
      width: members.width,
      depth,
      gap,
      spacing: spacing(),
      ...wood,
    };
    return {
      row,
      label: say`Two rows of ${measured('length', depth)} studs, ${measured('length', depthOf(row))} deep, ${at(row)}`,
      problem: null,
    };
  }
  if (names.has('staggered')) {
    const depth = members.depth ?? usual.row;
    const plate =
      said.plate ??
      take((value) => value > depth && value < LEAST_SPACING) ??
      plateFor(depth, usual.plate);
    const row: FrameRow = {
      build: 'staggered',
      width: members.width,
      depth,
      plate,
      spacing: spacing(),
      ...wood,
    };
    return {
      row,
      label: say`Staggered ${measured('length', depth)} studs on ${measured('length', plate)} plates, ${at(row)}`,
      problem:
        plate >= 2 * depth || plate <= depth
          ? say`Staggered studs of ${measured('length', depth)} stand on plates between that and twice as deep, not ${measured('length', plate)}`
          : null,
    };
  }
  if (names.has('i-stud')) {
    const depth = take((value) => value < 1) ?? usual.iStud;
    const row: FrameRow = { build: 'i-stud', width: usual.flange, depth, spacing: spacing() };
    return {
      row,
      label: say`I-shaped studs ${measured('length', depth)} ${at(row)}`,
      problem: null,
    };
  }
  if (names.has('broken')) {
    const depth = lumber && lumber.value[1] < 0.08 ? lumber.value[1] : usual.broken;
    const whole =
      lumber && lumber.value[1] >= 0.08
        ? lumber.value[1]
        : take((value) => value > 2 * depth && value < LEAST_SPACING);
    const gap =
      whole === null ? (take((value) => value < LEAST_SPACING) ?? usual.gap) : whole - 2 * depth;
    const row: FrameRow = { build: 'broken', width: members.width, depth, gap, spacing: spacing() };
    return {
      row,
      label: say`Thermally broken studs, ${measured('length', depthOf(row))} deep, ${at(row)}`,
      problem: null,
    };
  }
  if (steelStud || keywords.has('steel')) {
    if (steelStud) used.add(steelStud);
    used.add(numbers.steelThickness);
    const preset = FRAMING_PRESETS.find(({ section }) => section === 'c')!;
    const depth =
      steelStud?.value.depth ??
      members.depth ??
      take((value) => value > THICKEST_STEEL && value < LEAST_SPACING) ??
      0.0921;
    const row: FrameRow = {
      build: 'c-stud',
      depth,
      web:
        steelStud?.value.web ??
        numbers.steelThickness?.value ??
        take((value) => value < THICKEST_STEEL) ??
        preset.web!,
      flange: steelStud?.value.flange ?? preset.flange!,
      lip: steelStud?.value.lip ?? preset.lip!,
      spacing: spacing(),
    };
    return { row, label: say`Steel studs ${measured('length', depth)} ${at(row)}`, problem: null };
  }
  const depth = members.depth ?? take((value) => value < LEAST_SPACING) ?? usual.depth;
  const row: FrameRow = {
    build: 'studs',
    width: members.width,
    depth,
    spacing: spacing(),
    ...wood,
    ...(names.has('advanced') ? { framing: 'advanced' } : {}),
  };
  return {
    row,
    label: say`${names.has('advanced') ? 'Advanced framing, studs' : 'Studs'} ${measured('length', depth)} ${at(row)}`,
    problem: null,
  };
}

/** Spacing on center where the line does not say, m. */
const CLOSE = { imperial: 0.4064, metric: 0.6 };
const WIDE = { imperial: 0.6096, metric: 0.6 };

/** The plate two staggered rows usually stand on, m: the next size of lumber. */
function plateFor(depth: number, usual: number): number {
  return depth < usual ? usual : depth * 1.5;
}
