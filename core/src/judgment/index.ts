import type { Assessment, LayerAssessment } from '../assess.ts';
import type { WeatherYear } from '../climate/index.ts';
import { judgedRunSteps, type JudgedRun, type SimulationFile } from '../hygro/index.ts';
import type { Materials } from '../materials/index.ts';
import { say, type Message } from '../units/index.ts';
import { retarderRow, shutInWood, vaporTrap } from '../verdicts/index.ts';
import type { ResolvedWall } from '../wall/index.ts';
import { decidesAlone, surfaceDecides } from './decisive.ts';
import { driesShutIn, judgeRuns } from './hourly.ts';
import { missingForRuns, shutInRun, standardRuns } from './standard-runs.ts';
import { airBarrierRelied, judgeStatically } from './static.ts';
import type { CodeBadge, Decision, Judgment } from './types.ts';

export {
  exposureOf,
  madeUpWeather,
  missingForRuns,
  STANDARD_EXPOSURE,
  WEATHER_SEED,
} from './standard-runs.ts';
export { judgedMarginOf, type JudgedMargin } from './static.ts';
export * from './types.ts';

/** The code's badge: what its rows for retarders say. */
export function codeBadge(assessment: LayerAssessment): CodeBadge {
  const row = retarderRow(assessment);
  return row
    ? { status: row.status, row: row.title }
    : { status: 'unknown', row: say`No code is compared with.` };
}

/** What every judgment relies on for the wall it is of. */
function reliesOn({ counted, layers }: ResolvedWall): Message[] {
  return counted < layers.length
    ? [say`the gap behind the cladding staying open at top and bottom`]
    : [];
}

function judgmentOf(
  assessment: Assessment,
  decision: Decision,
  basis: Judgment['basis'],
): Judgment {
  return {
    ...decision,
    relies: decision.moisture === 'fail' ? [] : [...decision.relies, ...reliesOn(assessment.wall)],
    basis,
    code: codeBadge(assessment),
  };
}

/**
 * The judgment of a wall's moisture without a simulation: what decides alone, else the judged face, the retarder and
 * what dries, else the rows of the code.
 */
export function judge(assessment: Assessment): Judgment {
  return judgmentOf(
    assessment,
    decidesAlone(assessment) ?? surfaceDecides(assessment) ?? judgeStatically(assessment),
    'static',
  );
}

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

/**
 * The judgment with the runs of a plan behind it. The hourly run outranks every static check of what happens inside the
 * wall; what decides alone still does, but for wood between two tight layers that dries in its run.
 *
 * @returns the static judgment where the runs do not count
 */
export function judgeWithRuns(assessment: Assessment, runs: RunsDone | null): Judgment {
  if (!runs) return judge(assessment);
  const alone = decidesAlone(assessment, [vaporTrap.id]) ?? surfaceDecides(assessment);
  if (alone) return judgmentOf(assessment, alone, 'static');
  const decision = judgeRuns(assessment, runs.standard);
  if (!decision) return judge(assessment);
  const trap = vaporTrap.judge(assessment);
  if (trap?.status === 'fail') {
    const dries = runs.shutIn !== null && driesShutIn(assessment, runs.shutIn);
    if (!dries || decision.moisture !== 'fail')
      return judgmentOf(
        assessment,
        {
          moisture: dries ? 'caution' : 'fail',
          decides: {
            id: vaporTrap.id,
            text: dries
              ? say`${trap.title}; shut in wet, it dries within a year all the same.`
              : say`${trap.title}; shut in wet, it does not dry.`,
          },
          relies: [airBarrierRelied],
        },
        'hourly',
      );
  }
  return judgmentOf(assessment, { ...decision, relies: [airBarrierRelied] }, 'hourly');
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
