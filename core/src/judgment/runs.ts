import type { Assessment } from '../assess.ts';
import type { WeatherYear } from '../climate/index.ts';
import { judgedRunSteps, type JudgedRun, type SimulationFile } from '../hygro/index.ts';
import type { Materials } from '../materials/index.ts';
import { shutInWood, vaporTrap } from '../verdicts/index.ts';
import { decidesAlone, surfaceDecides } from './decisive.ts';
import { missingForRuns, shutInRun, standardRuns } from './standard-runs.ts';

/** The runs that a judgment of a wall asks for: the standard exposure, and that of wood shut in between two tight layers. */
export interface RunPlan {
  standard: SimulationFile[];
  shutIn: SimulationFile | null;
}

/**
 * Which runs judge a wall.
 *
 * @param weather of the place
 * @returns null where nothing can be simulated, or where something decides that no run can change
 */
export function planRuns(assessment: Assessment, weather: WeatherYear): RunPlan | null {
  const { wall } = assessment;
  if (missingForRuns(wall) !== null || wall.layers.length === 0) return null;
  if (decidesAlone(assessment, [vaporTrap.id]) ?? surfaceDecides(assessment)) return null;
  const shut = vaporTrap.judge(assessment)?.status === 'fail' ? shutInWood(assessment) : null;
  return { standard: standardRuns(wall, weather), shutIn: shut && shutInRun(wall, shut) };
}

/** What a plan's runs came to. */
export interface RunsDone {
  standard: readonly JudgedRun[];
  shutIn: JudgedRun | null;
}

/** How far the runs of a plan have come, 0 to 1, and whether the first year of all is through. */
export interface RunsProgress {
  share: number;
  file: SimulationFile;
}

/** Goes through the runs of a plan one after the other. Told to stop, it ends with runs that do not count. */
export function* runSteps(
  plan: RunPlan,
  weather: WeatherYear,
  materials: Materials = {},
): Generator<RunsProgress, RunsDone, boolean | undefined> {
  const files = [...plan.standard, ...(plan.shutIn ? [plan.shutIn] : [])];
  const done: JudgedRun[] = [];
  for (const file of files) {
    const steps = judgedRunSteps(file, weather, materials);
    let step = steps.next();
    while (!step.done) {
      const stop = yield {
        share: (done.length + step.value / file.transient.hours) / files.length,
        file,
      };
      step = steps.next(stop);
    }
    done.push(step.value);
  }
  return {
    standard: done.slice(0, plan.standard.length),
    shutIn: plan.shutIn ? done.at(-1)! : null,
  };
}

/** `runSteps` in one go. */
export function runPlan(plan: RunPlan, weather: WeatherYear, materials: Materials = {}): RunsDone {
  const steps = runSteps(plan, weather, materials);
  let step = steps.next();
  while (!step.done) step = steps.next();
  return step.value;
}
