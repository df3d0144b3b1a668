import { FRAMING_PRESETS, SPACINGS, type FrameRow } from '../framing/index.ts';
import { measured, say, type Message, type UnitSystem } from '../../common/units/index.ts';
import type { FrameName } from './frame-names.ts';
import type { Numbers } from './numbers.ts';
import type { Keyword } from './words.ts';

/** A bare length beside studs or battens is their spacing from here on, m, and a thickness below. */
export const LEAST_SPACING = 0.28;

/** A length beside steel studs is the thickness of their sheet up to here, m, and a depth above. */
const THICKEST_STEEL = 0.004;

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

/** Spacing on center where the line does not say, m. */
const CLOSE = { imperial: 0.4064, metric: 0.6 };
const WIDE = { imperial: 0.6096, metric: 0.6 };

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

/** From the inner face to the outer, m. */
export function depthOf({ build, depth, gap, plate }: FrameRow): number {
  if (build === 'two-rows' || build === 'broken') return 2 * depth + gap!;
  return build === 'staggered' ? plate! : depth;
}

/** How the frame is built: its sizes are taken from the numbers, and what is taken is added to `used`. */
export function rowOf(
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
    const whole = take((value) => value >= 2 * depth);
    const small =
      whole === null ? take((value) => value >= LEAST_SPACING && !isUsual(value)) : null;
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
      problem:
        small === null
          ? null
          : say`${measured('length', small)} has no room for two rows of ${measured('length', depth)}`,
    };
  }
  if (names.has('staggered')) {
    const depth = members.depth ?? usual.row;
    const plate =
      said.plate ??
      take((value) => value > depth && value < LEAST_SPACING) ??
      plateFor(depth, usual.plate);
    // Rows that do not reach past one another are two rows on one plate.
    const sizes: Pick<FrameRow, 'build' | 'plate' | 'gap'> =
      plate > 2 * depth
        ? { build: 'two-rows', gap: plate - 2 * depth }
        : { build: 'staggered', plate };
    const row: FrameRow = { ...sizes, width: members.width, depth, spacing: spacing(), ...wood };
    return {
      row,
      label: say`Staggered ${measured('length', depth)} studs on ${measured('length', plate)} plates, ${at(row)}`,
      problem:
        plate === 2 * depth || plate <= depth
          ? say`Staggered studs of ${measured('length', depth)} stand on deeper plates, not on ${measured('length', plate)}`
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

/** Whether a length is one of the spacings that studs are set at. */
function isUsual(length: number): boolean {
  return [...SPACINGS.imperial, ...SPACINGS.metric].some((one) => Math.abs(one - length) < 0.002);
}

/** The plate two staggered rows usually stand on, m: the next size of lumber. */
function plateFor(depth: number, usual: number): number {
  return depth < usual ? usual : depth * 1.5;
}
