import { InputError } from '@eldrun/core/errors';
import {
  libraryWeather,
  simulationSteps,
  type SimulationFile,
  type SimulationResult,
  type WeatherShift,
} from '@eldrun/core/transient';
import { shiftedWeather, type WeatherYear } from '@eldrun/core/climate';
import type { Material } from '@eldrun/core/materials';
import { partSince, type RunPart } from '../run-parts.ts';
import type { Turn } from '../turn.ts';

/** What the page asks: one run. */
export interface YearsQuestion {
  file: SimulationFile;
  /** Hours of the brief's climate; null where the file's climate makes its own. */
  weather: WeatherYear | null;
  shift?: WeatherShift;
  materials: Record<string, Material>;
}

export type YearsAnswer = { result: SimulationResult; part: RunPart } | { problem: string };

/** How often the page hears of progress, ms. */
const PACE = 400;

/**
 * Runs the years of a wall week by week and tells what came since; stopped, it ends with the week that it is in.
 *
 * @returns null when it was dropped
 */
export async function answer(
  { file, weather: measured, shift, materials }: YearsQuestion,
  turn: Turn<{ hours: number; part: RunPart }>,
): Promise<YearsAnswer | null> {
  try {
    const own = measured ?? libraryWeather(file.transient);
    const weather = shift && own ? shiftedWeather(own, shift.temperature, shift.rain) : own;
    const steps = simulationSteps(file, weather, materials);
    let told = performance.now();
    let entries = 0;
    let days = 0;
    const since = (reached: RunPart): RunPart => {
      const part = partSince(reached, entries, days);
      entries = reached.course.hour.length;
      days = reached.field.days;
      return part;
    };
    let step = steps.next();
    while (!step.done) {
      await turn.pause();
      if (turn.isStale()) return null;
      if (performance.now() - told > PACE) {
        told = performance.now();
        turn.tell({ hours: step.value.hours, part: since(step.value) });
      }
      step = steps.next(turn.isStopped());
    }
    return { result: step.value.result, part: since(step.value) };
  } catch (error) {
    if (error instanceof InputError) return { problem: error.message };
    throw error;
  }
}
