import { InputError } from '../../common/errors.ts';
import {
  faceTemperature,
  planeSteps,
  solveOn,
  type PlaneSolution,
  type RefinedSolution,
} from '../conduction/index.ts';
import type { ResolvedWall } from '../build-up/index.ts';
import { slightlyVentilated } from './paths.ts';
import { planSectionOf, type PlanSection } from './plan-section.ts';
import { resistancesAt } from './resistances.ts';

/** Temperatures along a face of the wall, scaled to 1 indoors and 0 outdoors; ends of the stretches in m along the wall. */
export interface Surface {
  x: Float64Array;
  temperature: Float64Array;
}

/** What one member more costs. */
interface LinearShare {
  frame: string;
  /** Extra heat for each metre of the member against the same wall without it, W/(m·K). */
  perMember: number;
}

/** The solved plan section of a wall. Temperatures are scaled: 1 is indoors, 0 outdoors. */
export interface WallSection {
  r: number;
  u: number;
  /** m along the wall. */
  width: number;
  /** With every air layer as still as it says; `slight` blends r, u and the surfaces but not this. */
  field: RefinedSolution;
  inner: Surface;
  outer: Surface;
  /** Where a slightly ventilated air layer stands for an open one in part: that part, and the field with it open. */
  opened: { share: number; field: RefinedSolution }[];
  shares: LinearShare[];
}

/** R_si behind furniture and in corners, m²K/W (EN ISO 13788:2012, 4.4.1). */
export const SHELTERED_FILM = 0.25;

/**
 * Solves the plan section of a wall: effective R of the clear field, the temperature field, both surfaces and what each
 * frame's member adds (wall-file rules 2, 5 and 7; EN ISO 10211:2017; linear share in the manner of EN ISO 14683). A
 * generator, so that a caller can stop between the grids.
 *
 * @param wall a resolved wall
 * @param indoor θ_i and
 * @param outdoor θ_e, °C: what conductivities that depend on temperature follow
 * @param withShares whether the linear shares are wanted: each frame beyond the first takes a solution of its own
 * @returns the section, as the generator's result
 * @throws InputError when the members are too many for one model
 */
export function* sectionSteps(
  wall: ResolvedWall,
  indoor: number,
  outdoor: number,
  withShares = true,
): Generator<undefined, WallSection> {
  const resistances = resistancesAt(wall, indoor, outdoor);
  const plan = planSectionOf(wall, resistances);
  const field = yield* solved(plan);
  let r = plan.width / field.throughFlow;
  let inner = surfaceOf(field, 'y0');
  let outer = surfaceOf(field, 'y1');
  const opened: WallSection['opened'] = [];
  for (const { index, openShare } of slightlyVentilated(wall)) {
    const open = yield* solved(planSectionOf(wall, resistances, index, wall.innerFilm));
    r = (1 - openShare) * r + (openShare * plan.width) / open.throughFlow;
    inner = blend(inner, surfaceOf(open, 'y0'), openShare);
    outer = blend(outer, surfaceOf(open, 'y1'), openShare);
    opened.push({ share: openShare, field: open });
  }

  const shares: LinearShare[] = [];
  for (const [frame, count] of withShares ? plan.members : []) {
    const without = planSectionOf(wall, resistances, wall.counted, wall.outerFilm, frame);
    const bare =
      without.pieces.length === 0 ? layeredFlow(without) : (yield* solved(without)).throughFlow;
    shares.push({ frame, perMember: (field.throughFlow - bare) / count });
  }
  return { r, u: 1 / r, width: plan.width, field, inner, outer, opened, shares };
}

/** `sectionSteps` in one go. */
export function sectionAt(
  wall: ResolvedWall,
  indoor: number,
  outdoor: number,
  withShares = true,
): WallSection {
  const steps = sectionSteps(wall, indoor, outdoor, withShares);
  let step = steps.next();
  while (!step.done) step = steps.next();
  return step.value;
}

/** `planeSteps`; what is too much for it is said of the wall's layers. */
function* solved(plan: PlanSection): Generator<undefined, RefinedSolution> {
  try {
    return yield* planeSteps(plan, { quick: true });
  } catch (error) {
    if (error instanceof InputError) throw new InputError('layers', error.problem, error.allowed);
    throw error;
  }
}

/** Heat through a section that is the same everywhere along it, W for each metre of depth and K. */
function layeredFlow({ rectangles, width, sides }: PlanSection): number {
  let resistance = sides.y0!.resistance + sides.y1!.resistance;
  for (const { y0, y1, conductivity } of rectangles) resistance += (y1 - y0) / conductivity;
  return width / resistance;
}

const moldFactors = new WeakMap<WallSection, number>();

/**
 * Temperature factor of the coldest inner surface with R_si = 0.25 m²K/W, for mold (EN ISO 13788:2012, 4.4.1): solved on
 * the grids that are there, once for each section.
 */
export function moldFactorOf(section: WallSection): number {
  let factor = moldFactors.get(section);
  if (factor === undefined) {
    factor = shelteredFactor(section.field);
    for (const { share, field } of section.opened)
      factor = (1 - share) * factor + share * shelteredFactor(field);
    moldFactors.set(section, factor);
  }
  return factor;
}

/** Temperature factor of the coldest inner surface of a field where the air hardly moves, R_si = 0.25 m²K/W. */
export function shelteredFactor(field: RefinedSolution): number {
  const sheltered = solveOn(field, {
    sides: { ...field.sides, y0: { temperature: 1, resistance: SHELTERED_FILM } },
  });
  return Math.min(...surfaceOf(sheltered, 'y0').temperature);
}

function surfaceOf(field: PlaneSolution, side: 'y0' | 'y1'): Surface {
  const columns = field.x.length - 1;
  const first = side === 'y0' ? 0 : field.temperature.length - columns;
  return {
    x: field.x,
    temperature: Float64Array.from({ length: columns }, (_, i) =>
      faceTemperature(field, first + i, side),
    ),
  };
}

/** Two surfaces on different grids, weighted, on the lines of the first. */
function blend(still: Surface, open: Surface, openShare: number): Surface {
  let j = 0;
  return {
    x: still.x,
    temperature: still.temperature.map((t, i) => {
      const middle = (still.x[i]! + still.x[i + 1]!) / 2;
      while (open.x[j + 1]! < middle) j++;
      return (1 - openShare) * t + openShare * open.temperature[j]!;
    }),
  };
}
