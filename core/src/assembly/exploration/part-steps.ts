import { assess } from '../assessment/index.ts';
import type { WeatherYear } from '../../physics/climate/index.ts';
import { InputError } from '../../common/errors.ts';
import {
  judgeWithRuns,
  madeUpWeather,
  MOISTURE_ORDER,
  planRuns,
  runSteps,
  type MoistureStatus,
} from '../judgment/index.ts';
import { missedBy } from './explore.ts';
import { sweep, type SweepOptions, type Swept } from './sweep.ts';
import type { Exploration } from './types.ts';
import type { Variants } from './variants.ts';

/** So far over the limit of u a wall is still simulated, share of it: more than a curve may be off. */
const U_GUARD = 0.01;

/** What a part of an exploration is computed with. */
export interface PartOptions extends SweepOptions {
  /**
   * The hours that the years of the judgment are run with: null makes them up from the climate. Left out, nothing is
   * simulated and the judgment is the static one.
   */
  hourly?: { weather: WeatherYear | null };
}

/**
 * Evaluates a part of the combinations. With hours each that meets all other limits is judged by its simulated years.
 *
 * @yields after each step of some milliseconds, or of a wall's years
 */
export function* partSteps(
  { limits = {}, objectives }: Exploration,
  variants: Variants,
  numbers: Float64Array,
  options: PartOptions,
): Generator<void, Swept> {
  const steps = sweep(variants, numbers, options);
  let step = steps.next();
  for (; !step.done; step = steps.next()) yield;
  const swept = step.value;
  if (!options.hourly) return swept;
  const { moisture: _, u, ...others } = limits;
  // What a curve puts just over the limit of u may meet it once its section is solved.
  const wide = u === undefined ? others : { ...others, u: u * (1 + U_GUARD) };
  for (let at = 0; at < numbers.length; at++) {
    if (missedBy(swept, at, wide, objectives).length > 0) continue;
    const moisture = yield* simulated(variants, numbers[at]!, options);
    swept.moisture[at] = MOISTURE_ORDER.indexOf(moisture);
  }
  return swept;
}

function* simulated(
  variants: Variants,
  number: number,
  { materials, hourly }: PartOptions,
): Generator<void, MoistureStatus> {
  const assessment = assess(variants.wallAt(number), materials);
  const hours = hourly?.weather ?? madeUpWeather(assessment.wall);
  try {
    const plan = planRuns(assessment, hours);
    if (!plan) return judgeWithRuns(assessment, null).moisture;
    const steps = runSteps(plan, hours, materials);
    let step = steps.next();
    for (; !step.done; step = steps.next()) yield;
    return judgeWithRuns(assessment, step.value).moisture;
  } catch (error) {
    if (!(error instanceof InputError)) throw error;
    // Years that cannot be run leave the estimate.
    return judgeWithRuns(assessment, null).moisture;
  }
}
