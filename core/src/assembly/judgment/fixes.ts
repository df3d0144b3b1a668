import type { Assessment } from '../assessment/index.ts';
import type { WeatherYear } from '../../physics/climate/index.ts';
import type { Materials } from '../../physics/materials/index.ts';
import { measured, say, type Message } from '../../common/units/index.ts';
import { fixContext, MAX_OUTSIDE, waterBarrier, type FixContext } from '../verdicts/index.ts';
import type { Fix } from '../wall/index.ts';
import { judge, judgeWithRuns } from './judge.ts';
import { kindsOfFixes, tooThick, type PricedChange } from './fix-kinds.ts';
import { planRuns, runSteps } from './runs.ts';
import { MOISTURE_ORDER, type Judgment, type MoistureStatus } from './types.ts';

/** A change after which the judgment is better, computed and judged again. */
export interface JudgmentFix extends Fix {
  after: MoistureStatus;
  /** What it gives up. */
  gives: Message;
}

export interface JudgmentFixes {
  fixes: JudgmentFix[];
  /** Where only more insulation outside than should be hung on a wall would do: what suits instead. */
  refused: Message | null;
}

/** So many are offered, and so many are simulated to find them. */
const MAX_OFFERED = 3;
const MAX_RUNS = 6;
/** Of one kind, so many sizes are simulated. */
const RUNS_OF_A_KIND = 2;

/** Unknown is no better than anything: nothing is known to be mended. */
const better = (a: MoistureStatus, b: MoistureStatus): boolean =>
  a !== 'unknown' && MOISTURE_ORDER.indexOf(a) > MOISTURE_ORDER.indexOf(b);

/**
 * Looks for the changes that a builder would make to fix what the judgment found, the least first. Each is judged again
 * as the wall was: where hours were run for it, they are run for the changed wall too. A generator that yields often, so
 * that a caller can stop in between.
 *
 * @param weather of the place, where the judgment stands on runs; null where it is static
 */
export function* judgmentFixSteps(
  assessment: Assessment,
  { moisture, decides }: Judgment,
  materials: Materials,
  weather: WeatherYear | null,
): Generator<undefined, JudgmentFixes> {
  if (moisture === 'pass') return { fixes: [], refused: null };
  const context = fixContext(assessment, materials);
  const fixes: JudgmentFix[] = [];
  let runs = 0;

  if (decides.id === waterBarrier.id)
    for (const { label, commands } of waterBarrier.fixes!(context)) {
      const gives = say`One more layer to lap and tape.`;
      const found = attempt(context, { label, commands, gives }, moisture, false);
      if (found) fixes.push(found);
    }

  for (const kind of kindsOfFixes(context)) {
    if (fixes.length >= MAX_OFFERED) break;
    let tried = 0;
    for (const change of kind) {
      yield;
      const found = attempt(context, change, moisture, weather !== null);
      if (!found) continue;
      if (weather === null) {
        fixes.push(found);
        break;
      }
      if (runs >= MAX_RUNS || tried >= RUNS_OF_A_KIND) break;
      runs++;
      tried++;
      const after = yield* judgedAfter(context, change, materials, weather);
      if (!better(after, moisture)) continue;
      fixes.push({ ...found, after });
      break;
    }
  }
  return { fixes, refused: fixes.length > 0 ? null : refusal(context, moisture) };
}

/** `judgmentFixSteps` in one go. */
export function judgmentFixes(...asked: Parameters<typeof judgmentFixSteps>): JudgmentFixes {
  const steps = judgmentFixSteps(...asked);
  let step = steps.next();
  while (!step.done) step = steps.next();
  return step.value;
}

/** Tries a change without runs; with runs to come, it need only not fail. */
function attempt(
  context: FixContext,
  { label, commands, gives }: PricedChange,
  now: MoistureStatus,
  hourly: boolean,
): JudgmentFix | null {
  const status = (after: Assessment): MoistureStatus => judge(after).moisture;
  const fix = context.attempt(label, commands, {
    whole: (after) => (hourly ? status(after) !== 'fail' : better(status(after), now)),
  });
  return fix && { ...fix, after: status(context.assessAfter(commands)!), gives };
}

function* judgedAfter(
  context: FixContext,
  { commands }: PricedChange,
  materials: Materials,
  weather: WeatherYear,
): Generator<undefined, MoistureStatus> {
  const after = context.assessAfter(commands)!;
  const plan = planRuns(after, weather);
  if (!plan) return judge(after).moisture;
  return judgeWithRuns(after, yield* runSteps(plan, weather, materials)).moisture;
}

function refusal(context: FixContext, moisture: MoistureStatus): Message | null {
  for (const kind of tooThick(context))
    for (const change of kind)
      if (attempt(context, change, moisture, false))
        return say`It would take more than ${measured('length', MAX_OUTSIDE)} of insulation outside. A frame left empty with all insulation outside, a deeper frame with a variable retarder, or two rows of studs suit such a wall better.`;
  return null;
}
