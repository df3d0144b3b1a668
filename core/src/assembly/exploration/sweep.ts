import { assessLayers, assessResolved, type LayerAssessment } from '../assessment/index.ts';
import { InputError } from '../../common/errors.ts';
import { effectiveOf, SHELTERED_FILM } from '../../physics/steady-heat/index.ts';
import { MOISTURE_ORDER, statusOfLayers, type MoistureStatus } from '../judgment/index.ts';
import type { Materials } from '../../physics/materials/index.ts';
import { leastMoldFactor } from '../../physics/steady-moisture/index.ts';
import { layerMeasures, type Measures } from '../options/index.ts';
import { worstSurfaceMonth } from '../verdicts/index.ts';
import { onceForCounted, resolveWall, type ResolvedWall } from '../../physics/build-up/index.ts';
import {
  countedKey,
  curveOf,
  onCurve,
  placeOf,
  type Curve,
  type Place,
  type SectionFigures,
  type Sections,
} from './sections.ts';
import type { Variants } from './variants.ts';

/** What a sweep found, by combination in the order in which they were asked for. NaN is a figure that is missing. */
export interface Swept {
  /** Which combinations. */
  numbers: Float64Array;
  /** Effective, W/(m²·K); NaN for what makes no wall. */
  u: Float64Array;
  /** How far u may be off, share of it; 0 where its section was solved. */
  error: Float64Array;
  cost: Float64Array;
  carbon: Float64Array;
  thickness: Float64Array;
  margin: Float64Array;
  /** Place in `MOISTURE_ORDER`; `NOT_JUDGED` where it was not asked for. */
  moisture: Uint8Array;
  /** What made no wall, and how many combinations it was of. */
  invalid: Map<string, number>;
}

const NOT_JUDGED = 255;

/** So near to where mold begins a factor from a curve does not decide. */
const FACTOR_GUARD = 0.03;

/** So many sets of counted layers are kept for others to share. */
const MOST_SHARED = 1000;

/** So many members of a group are worth a curve; fewer are solved one by one. */
const FEW = 2;

/** A surface whose worst path alone would keep it so far from mold is not looked at: heat that flows to it from beside. */
const WORST_PATH_GUARD = 0.1;

/** A curve that may be further off is not used, share of R. */
const MOST_ERROR = 0.008;

/** From so many a node in the middle tells how far the curve is off. */
const MANY = 5;

export interface SweepOptions {
  materials: Materials;
  sections: Sections;
  /** Whether moisture is judged. */
  judged: boolean;
}

export const emptySwept = (numbers: Float64Array): Swept => ({
  numbers,
  u: new Float64Array(numbers.length).fill(NaN),
  error: new Float64Array(numbers.length),
  cost: new Float64Array(numbers.length).fill(NaN),
  carbon: new Float64Array(numbers.length).fill(NaN),
  thickness: new Float64Array(numbers.length).fill(NaN),
  margin: new Float64Array(numbers.length).fill(NaN),
  moisture: new Uint8Array(numbers.length).fill(NOT_JUDGED),
  invalid: new Map(),
});

/** A member of a group whose section is not known yet. */
interface Waiting {
  /** Its place in the sweep. */
  at: number;
  place: Place;
  /** u = slope · u of the section + offset. */
  slope: number;
  offset: number;
}

/**
 * Evaluates combinations: all that needs no section at once, sections from curves over the R outside (`Sections`), those
 * of steel studs and slightly ventilated spaces solved.
 *
 * @param numbers which combinations
 * @yields how many combinations are done, after each and after each section
 */
export function* sweep(
  variants: Variants,
  numbers: Float64Array,
  { materials, sections, judged }: SweepOptions,
): Generator<number, Swept> {
  const swept = emptySwept(numbers);
  const groups = new Map<string, Waiting[]>();
  const counted = new Map<string, ResolvedWall['ofCounted']>();
  /** The least factor without mold: both sides are the same for all combinations. */
  let needed = NaN;
  let done = 0;
  for (let at = 0; at < numbers.length; at++) {
    const layers = layersOf(numbers[at]!);
    if (layers === null) {
      yield ++done;
      continue;
    }
    if (Number.isNaN(needed)) needed = leastMoldFactor(layers.wall.months);
    const { cost, carbon, thickness, margin } = layerMeasures(layers);
    swept.cost[at] = cost ?? NaN;
    swept.carbon[at] = carbon ?? NaN;
    swept.thickness[at] = thickness;
    swept.margin[at] = margin ?? NaN;
    if (judged) swept.moisture[at] = MOISTURE_ORDER.indexOf(statusOfLayers(layers));
    const { place } = onceForCounted(layers.wall, placed);
    if (place === null) {
      keepSolved(swept, at, layers, sections.exact(layers));
      yield ++done;
      continue;
    }
    const offset = effectiveOf(layers.wall, layers.paths, { r: Infinity, u: 0 }).effective.u;
    const slope = effectiveOf(layers.wall, layers.paths, { r: 1, u: 1 }).effective.u - offset;
    const group = groups.get(place.group);
    const waiting = { at, place, slope, offset };
    if (group) group.push(waiting);
    else groups.set(place.group, [waiting]);
    yield done;
  }

  for (const group of groups.values()) {
    const distinct = [...new Set(group.map(({ place }) => place.outside))].sort((a, b) => a - b);
    if (distinct.length <= FEW) {
      yield* solveEach(group);
      continue;
    }
    const outsides = [distinct[0]!, distinct.at(-1)!];
    if (distinct.length >= MANY) outsides.push(distinct[distinct.length >> 1]!);
    const nodes = [];
    for (const outside of outsides) {
      const { at } = group.find(({ place }) => place.outside === outside)!;
      nodes.push(sections.node(assessLayers(variants.wallAt(numbers[at]!), materials)));
      yield done;
    }
    const curve = curveOf(
      nodes,
      group.map(({ place }) => place),
    );
    if (curve.error > MOST_ERROR) {
      yield* solveEach(group);
      continue;
    }
    for (const waiting of group) {
      if (!fromCurve(swept, waiting, curve)) solve(waiting.at);
      yield ++done;
    }
  }
  return swept;

  /** The layers of a combination; null, and counted, where it makes no wall. */
  function layersOf(number: number): LayerAssessment | null {
    try {
      const wall = resolveWall(variants.wallAt(number), materials);
      shareCounted(wall);
      return assessResolved(wall);
    } catch (error) {
      if (!(error instanceof InputError)) throw error;
      const { invalid } = swept;
      invalid.set(error.message, (invalid.get(error.message) ?? 0) + 1);
      return null;
    }
  }

  /** Walls that differ only in their cladding, and what it hangs on, share what depends on neither. */
  function shareCounted(wall: ResolvedWall): void {
    const key = countedKey(wall);
    const shared = counted.get(key);
    if (shared) wall.ofCounted = shared;
    else {
      if (counted.size >= MOST_SHARED) counted.clear();
      counted.set(key, wall.ofCounted);
    }
  }

  function solve(at: number): void {
    const layers = assessLayers(variants.wallAt(numbers[at]!), materials);
    keepSolved(swept, at, layers, sections.exact(layers));
  }

  function* solveEach(group: readonly Waiting[]): Generator<number, void> {
    for (const { at } of group) {
      solve(at);
      yield ++done;
    }
  }

  /** What a curve says of a member; false where it lies so near to mold that only its own section decides. */
  function fromCurve(
    { u, error, moisture }: Swept,
    { at, place, slope, offset }: Waiting,
    curve: Curve,
  ): boolean {
    const figures = onCurve(curve, place);
    if (judged && mayGrowMold(place, needed)) {
      const factor = figures.factor();
      if (Math.abs(factor - needed) < FACTOR_GUARD) return false;
      if (factor < needed) moisture[at] = MOISTURE_ORDER.indexOf('fail');
    }
    u[at] = slope * figures.u + offset;
    error[at] = curve.error;
    return true;
  }
}

function keepSolved(
  swept: Swept,
  at: number,
  layers: LayerAssessment,
  section: SectionFigures,
): void {
  swept.u[at] = effectiveOf(layers.wall, layers.paths, section).effective.u;
  swept.error[at] = 0;
  if (swept.moisture[at] !== NOT_JUDGED && surfaceFails(layers, section.factor()))
    swept.moisture[at] = MOISTURE_ORDER.indexOf('fail');
}

const surfaceFails = ({ wall }: LayerAssessment, factor: number): boolean =>
  (worstSurfaceMonth(wall, factor)?.margin ?? 0) < 0;

const placed = (wall: ResolvedWall): { place: Place | null } => ({ place: placeOf(wall) });

/** Whether the inner surface is worth a look: even the worst path straight through the wall is not far from mold. */
const mayGrowMold = ({ worstPath }: Place, needed: number): boolean =>
  1 - SHELTERED_FILM / worstPath < needed + WORST_PATH_GUARD;

/**
 * Every measure of a wall whose section is solved.
 *
 * @param moisture where it is known already
 */
export function solvedMeasures(
  layers: LayerAssessment,
  section: SectionFigures,
  moisture: MoistureStatus = solvedStatus(layers, section),
): Measures {
  const { u, r } = effectiveOf(layers.wall, layers.paths, section).effective;
  return { u, r, ...layerMeasures(layers), moisture };
}

function solvedStatus(layers: LayerAssessment, { factor }: SectionFigures): MoistureStatus {
  const place = placeOf(layers.wall);
  const look = !place || mayGrowMold(place, leastMoldFactor(layers.wall.months));
  return look && surfaceFails(layers, factor()) ? 'fail' : statusOfLayers(layers);
}
