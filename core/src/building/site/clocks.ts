import type { ResolvedLayer } from '../../physics/build-up/index.ts';
import { exposureOf, rolesOf, type Material } from '../../physics/materials/index.ts';
import { addDays } from './days.ts';
import type { GraphStep } from './graph.ts';
import type { Clock, ClockStatus, Day, PlannedStep } from './types.ts';

/** What lies open at a step, and the one that covers it. */
export interface Exposure {
  step: string;
  layer: ResolvedLayer;
  what: string;
  limitDays: number;
  coveredBy: string | null;
}

/** Kinds that keep sun and rain off what is behind them: strips do not. */
const COVERS: ReadonlySet<string> = new Set(['sheathing', 'membrane', 'insulation', 'cladding']);

/** The step that puts the next layer over a step of the outside, and the one that keeps weather off it. */
export function nextOutside(
  outside: readonly GraphStep[],
  step: GraphStep,
): { next: GraphStep | null; cover: GraphStep | null } {
  const farther = outside.slice(outside.indexOf(step) + 1);
  return {
    next: farther[0] ?? null,
    cover: farther.find(({ family }) => COVERS.has(family)) ?? null,
  };
}

/** What of an elevation lies open for a while: of each step the outermost layer that bears only so many days. */
export function exposures(steps: readonly GraphStep[]): Exposure[] {
  const outside = outsideOf(steps);
  const racking = steps.find(({ family }) => family === 'racking-inside');
  const open = outside.filter(({ family }) => family !== 'cladding');
  return [
    ...(racking ? openAt(racking, outside.find(({ family }) => COVERS.has(family)) ?? null) : []),
    ...open.flatMap((step) => openAt(step, nextOutside(outside, step).cover)),
  ];
}

/** The steps of an elevation that place layers outside its frame, from the frame outward. */
export const outsideOf = (steps: readonly GraphStep[]): GraphStep[] =>
  steps.filter(({ family }) => COVERS.has(family) || family === 'furring');

/** What a layer bears: of one that only has members, what they do. */
function exposed({ source, member, fill, fillId }: ResolvedLayer): Material['exposure'] {
  if (fill) return exposureOf(fillId!, fill);
  return member && source.kind === 'framed'
    ? exposureOf(source.member.material, member.material)
    : undefined;
}

function openAt(step: GraphStep, cover: GraphStep | null): Exposure[] {
  const limits = step.layers.flatMap((layer) => {
    const days = exposed(layer)?.maxUvDays;
    return typeof days === 'number' ? [{ layer, limitDays: days }] : [];
  });
  // What is farther out in a step covers what it was put over.
  const outermost = limits.at(-1);
  return outermost
    ? [
        {
          step: step.id,
          ...outermost,
          what: whatOf(step, outermost.layer),
          coveredBy: cover?.id ?? null,
        },
      ]
    : [];
}

function whatOf({ family }: GraphStep, layer: ResolvedLayer): string {
  if (family === 'racking-inside') return 'weather on the inner board';
  if (family === 'furring') return 'weather on the furring';
  if (family === 'membrane') return 'sun on the membrane';
  const membrane =
    layer.fill?.category === 'membrane' ||
    (layer.fillId !== null && rolesOf(layer.fillId, layer.fill!)[0] === 'wrb');
  if (membrane) return 'sun on the membrane';
  return family === 'sheathing' ? 'weather on the sheathing' : 'weather on the insulation';
}

/**
 * Clocks of what lies open: rule 4 of the site file.
 *
 * @param today the day that they are looked at
 */
export function clocksOf(
  open: readonly Exposure[],
  steps: readonly PlannedStep[],
  today: Day,
): Clock[] {
  const byId = new Map(steps.map((step) => [step.id, step]));
  return open.flatMap(({ step, layer, what, limitDays, coveredBy }) => {
    const from = byId.get(step)?.finish;
    // What is not placed does not lie open.
    if (!from) return [];
    const deadline = addDays(from, limitDays);
    const covered = (coveredBy && byId.get(coveredBy)?.finish) || null;
    const status = statusOf(deadline, covered, today);
    return [{ what, step, layer: layer.id, from, limitDays, deadline, coveredBy, covered, status }];
  });
}

/** Covered in time or not; where no covering is in sight, over the deadline or still to be planned. */
function statusOf(deadline: Day, covered: Day | null, today: Day): ClockStatus {
  if (covered !== null) return covered > deadline ? 'fail' : 'pass';
  return today > deadline ? 'fail' : 'caution';
}
