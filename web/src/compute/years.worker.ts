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
import { partSince, type RunPart } from './run-parts.ts';

/** What the page asks of a worker: one run. */
export interface YearsRequest {
  file: SimulationFile;
  /** Hours of the brief's climate; null where the file's climate makes its own. */
  weather: WeatherYear | null;
  shift?: WeatherShift;
  materials: Record<string, Material>;
}

export type YearsAnswer =
  | { hours: number; part: RunPart }
  | { result: SimulationResult; part: RunPart }
  | { problem: string };

/** How often the page hears of progress, ms. */
const PACE = 400;

let stopped = false;
const { port1, port2 } = new MessageChannel();

/** A turn of the event loop, in which a wish to stop can come in. */
function pause(): Promise<void> {
  return new Promise((resolve) => {
    port2.onmessage = () => resolve();
    port1.postMessage(null);
  });
}

const answer = (message: YearsAnswer): void => self.postMessage(message);

self.onmessage = async ({ data }: MessageEvent<YearsRequest | 'stop'>) => {
  if (data === 'stop') {
    stopped = true;
    return;
  }
  const { file, shift, materials } = data;
  try {
    const own = data.weather ?? libraryWeather(file.transient);
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
      await pause();
      if (performance.now() - told > PACE) {
        told = performance.now();
        answer({ hours: step.value.hours, part: since(step.value) });
      }
      step = steps.next(stopped);
    }
    answer({ result: step.value.result, part: since(step.value) });
  } catch (error) {
    if (!(error instanceof InputError)) throw error;
    answer({ problem: error.message });
  }
};
