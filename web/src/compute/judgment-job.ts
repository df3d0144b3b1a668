import { assessLayers, withSection, type Assessment } from '@eldrun/core/assessment';
import { InputError } from '@eldrun/core/errors';
import { judgedRunSteps, type JudgedRun } from '@eldrun/core/transient';
import {
  judgmentFixSteps,
  madeUpWeather,
  missingForRuns,
  planRuns,
  sampleSteps,
  type Judgment,
  type JudgmentFixes,
  type Sample,
  type SampleRanges,
} from '@eldrun/core/judgment';
import type { Material } from '@eldrun/core/materials';
import type { WallFile } from '@eldrun/core/build-up';
import type { WallSection } from '@eldrun/core/steady-heat';
import type { WeatherYear } from '@eldrun/core/climate';

/** What the page asks of a worker about a wall whose section is solved. */
export type JudgmentRequest = {
  job: number;
  file: WallFile;
  materials: Record<string, Material>;
  section: WallSection;
  /** Hours of an imported file; null for weather made up from monthly figures. */
  weather: WeatherYear | null;
} & (
  | { wanted: 'runs'; /** Every so many-th run, from this one on. */ from: number; every: number }
  | { wanted: 'fixes'; judgment: Judgment }
  | {
      wanted: 'samples';
      /** Every so many-th sample, from this one on, of so many. */
      from: number;
      every: number;
      count: number;
      ranges: SampleRanges;
    }
);

export type JudgmentAnswer = { job: number } & (
  | { progress: number }
  | { sample: Sample }
  | { sampled: number }
  /** By number of the run; the last is that of wood that is shut in, where there is one. */
  | { runs: [number, JudgedRun][]; shutIn: boolean }
  /** Nothing is to be run: something decides alone, or the climate does not say enough. */
  | { runs: null; why: string | null }
  | { fixes: JudgmentFixes }
  | { problem: string }
);

/** What a job tells before it is done. */
export type JudgmentPart = { progress: number } | { sample: Sample };

/** A worker looks for newer requests at least so often, ms. */
const PACE = 30;

/**
 * Does a job in steps.
 *
 * @param pause lets messages in between two steps
 * @param isStale whether a newer job has come in
 * @param tell what there is so far: the share that is done, or a sample
 * @returns the answer, or null when the job was dropped for a newer one
 */
export async function answer(
  request: JudgmentRequest,
  pause: () => Promise<void>,
  isStale: () => boolean,
  tell: (part: JudgmentPart) => void,
): Promise<JudgmentAnswer | null> {
  const { job, file, materials, section } = request;
  try {
    await pause();
    if (isStale()) return null;
    const layers = assessLayers(file, materials);
    const whole = withSection(layers, section);
    const missing = missingForRuns(layers.wall);
    const weather = missing ? null : (request.weather ?? madeUpWeather(layers.wall));
    if (request.wanted === 'fixes') {
      const steps = judgmentFixSteps(whole, request.judgment, materials, weather);
      const fixes = await throughSteps(steps, pause, isStale);
      return fixes && { job, fixes };
    }
    if (request.wanted === 'samples') {
      if (!weather) return { job, problem: missing! };
      let sampled = 0;
      for (let number = request.from; number < request.count; number += request.every) {
        const steps = sampleSteps(whole, number, request, request.weather);
        const made = await throughSteps(steps, pause, isStale);
        if (isStale()) return null;
        if (made) tell({ sample: made });
        sampled++;
      }
      return { job, sampled };
    }
    return await runsOf(request, whole, weather, missing, pause, isStale, (progress) =>
      tell({ progress }),
    );
  } catch (error) {
    if (error instanceof InputError) return { job, problem: error.message };
    throw error;
  }
}

async function runsOf(
  { job, materials, from, every }: JudgmentRequest & { wanted: 'runs' },
  whole: Assessment,
  weather: WeatherYear | null,
  missing: string | null,
  pause: () => Promise<void>,
  isStale: () => boolean,
  tell: (progress: number) => void,
): Promise<JudgmentAnswer | null> {
  const plan = weather && planRuns(whole, weather);
  if (!plan) return { job, runs: null, why: missing };
  const files = [...plan.standard, ...(plan.shutIn ? [plan.shutIn] : [])];
  const mine = files.map((_, i) => i).filter((i) => i % every === from);
  const runs: [number, JudgedRun][] = [];
  if (mine.length === 0) tell(1);
  for (const i of mine) {
    const simulation = files[i]!;
    const run = await throughSteps(
      judgedRunSteps(simulation, weather, materials),
      pause,
      isStale,
      (hours) => tell((runs.length + hours / simulation.transient.hours) / mine.length),
    );
    if (!run) return null;
    runs.push([i, run]);
  }
  return { job, runs, shutIn: plan.shutIn !== null };
}

/** Goes through a generator with pauses. @returns null when it was dropped */
async function throughSteps<Step, T>(
  steps: Generator<Step, T, unknown>,
  pause: () => Promise<void>,
  isStale: () => boolean,
  told: (step: Step) => void = () => undefined,
): Promise<T | null> {
  let paused = performance.now();
  for (;;) {
    const step = steps.next();
    if (step.done) return step.value;
    if (performance.now() - paused < PACE) continue;
    told(step.value);
    await pause();
    if (isStale()) return null;
    paused = performance.now();
  }
}
