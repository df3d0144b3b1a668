import type { Assessment } from '../assessment/index.ts';
import type { WeatherYear } from '../../physics/climate/index.ts';
import {
  judgedRunSteps,
  type JudgedRun,
  type SimulationFile,
} from '../../physics/transient/index.ts';
import type { Materials } from '../../physics/materials/index.ts';
import { shutInWood, vaporTrap } from '../verdicts/index.ts';
import { ANSWERED_BY_RUNS, decidesAlone, surfaceDecides } from './decisive.ts';
import { moistureOf } from './in-parts.ts';
import { missingForRuns, shutInRun, standardRuns } from './standard-runs.ts';

/** The runs that a judgment of a wall asks for: the standard exposure, and that of wood shut in between two tight layers. */
export interface RunPlan {
  standard: SimulationFile[];
  shutIn: SimulationFile | null;
}

/** Whether runs would judge a wall: something can be simulated, and nothing decides that no run can change. */
export function runsWanted(assessment: Assessment): boolean {
  const { wall } = assessment;
  return (
    missingForRuns(wall) === null &&
    wall.layers.length > 0 &&
    !(decidesAlone(assessment, ANSWERED_BY_RUNS) ?? surfaceDecides(assessment))
  );
}

/**
 * Which runs judge a wall.
 *
 * @param weather of the place
 * @returns null where nothing can be simulated, or where something decides that no run can change
 */
export function planRuns(assessment: Assessment, weather: WeatherYear): RunPlan | null {
  if (!runsWanted(assessment)) return null;
  const inside = moistureOf(assessment);
  const { wall } = inside;
  const shut = vaporTrap.judge(inside)?.status === 'fail' ? shutInWood(inside) : null;
  return { standard: standardRuns(wall, weather), shutIn: shut && shutInRun(wall, shut) };
}

/** What a plan's runs came to. */
export interface RunsDone {
  standard: readonly JudgedRun[];
  shutIn: JudgedRun | null;
}

/** Goes through the runs of a plan one after the other. A generator that yields often, so that a caller can stop in between. */
export function* runSteps(
  plan: RunPlan,
  weather: WeatherYear,
  materials: Materials = {},
): Generator<undefined, RunsDone> {
  function* through(file: SimulationFile): Generator<undefined, JudgedRun> {
    const steps = judgedRunSteps(file, weather, materials);
    let step = steps.next();
    while (!step.done) {
      yield;
      step = steps.next();
    }
    return step.value;
  }
  const standard: JudgedRun[] = [];
  for (const file of plan.standard) standard.push(yield* through(file));
  return { standard, shutIn: plan.shutIn && (yield* through(plan.shutIn)) };
}

/** `runSteps` in one go. */
export function runPlan(plan: RunPlan, weather: WeatherYear, materials: Materials = {}): RunsDone {
  const steps = runSteps(plan, weather, materials);
  let step = steps.next();
  while (!step.done) step = steps.next();
  return step.value;
}
