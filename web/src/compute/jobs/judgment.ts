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
import { through, type Turn } from '../turn.ts';

/** What the page asks about a wall whose section is solved. */
export type JudgmentQuestion = {
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

export type JudgmentAnswer =
  | { sampled: number }
  /** By number of the run; the last is that of wood that is shut in, where there is one. */
  | { runs: [number, JudgedRun][]; shutIn: boolean }
  /** Nothing is to be run: something decides alone, or the climate does not say enough. */
  | { runs: null; why: string | null }
  | { fixes: JudgmentFixes }
  | { problem: string };

/** What a job tells before it is done: the share that is done, or a sample. */
export type JudgmentPart = { progress: number } | { sample: Sample };

/** A worker looks for newer requests at least so often, ms. */
const PACE = 30;

/**
 * Runs the years of a wall, looks for fixes, or draws samples.
 *
 * @returns null when it was dropped
 */
export async function answer(
  question: JudgmentQuestion,
  turn: Turn<JudgmentPart>,
): Promise<JudgmentAnswer | null> {
  const { file, materials, section } = question;
  try {
    const layers = assessLayers(file, materials);
    const whole = withSection(layers, section);
    const missing = missingForRuns(layers.wall);
    const weather = missing ? null : (question.weather ?? madeUpWeather(layers.wall));
    if (question.wanted === 'fixes') {
      const steps = judgmentFixSteps(whole, question.judgment, materials, weather);
      const fixes = await through(steps, turn, PACE);
      return fixes && { fixes };
    }
    if (question.wanted === 'samples') {
      if (!weather) return { problem: missing! };
      let sampled = 0;
      for (let number = question.from; number < question.count; number += question.every) {
        const steps = sampleSteps(whole, number, question, question.weather);
        const made = await through(steps, turn, PACE);
        if (turn.isStale()) return null;
        if (made) turn.tell({ sample: made });
        sampled++;
      }
      return { sampled };
    }
    return await runsOf(question, whole, weather, missing, turn);
  } catch (error) {
    if (error instanceof InputError) return { problem: error.message };
    throw error;
  }
}

async function runsOf(
  { materials, from, every }: JudgmentQuestion & { wanted: 'runs' },
  whole: Assessment,
  weather: WeatherYear | null,
  missing: string | null,
  turn: Turn<JudgmentPart>,
): Promise<JudgmentAnswer | null> {
  const tell = (progress: number): void => turn.tell({ progress });
  const plan = weather && planRuns(whole, weather);
  if (!plan) return { runs: null, why: missing };
  const files = [...plan.standard, ...(plan.shutIn ? [plan.shutIn] : [])];
  const mine = files.map((_, i) => i).filter((i) => i % every === from);
  const runs: [number, JudgedRun][] = [];
  if (mine.length === 0) tell(1);
  for (const i of mine) {
    const simulation = files[i]!;
    const run = await through(judgedRunSteps(simulation, weather, materials), turn, PACE, (hours) =>
      tell((runs.length + hours / simulation.transient.hours) / mine.length),
    );
    if (!run) return null;
    runs.push([i, run]);
  }
  return { runs, shutIn: plan.shutIn !== null };
}
