import {
  InputError,
  shiftedWeather,
  simulationSteps,
  type Material,
  type SimulationFile,
  type SimulationProgress,
  type SimulationRun,
  type WeatherShift,
  type WeatherYear,
} from '@eldrun/core';

/** What the page asks of a worker: one run. */
export interface YearsRequest {
  file: SimulationFile;
  weather: WeatherYear;
  shift?: WeatherShift;
  materials: Record<string, Material>;
}

export type YearsAnswer =
  { progress: SimulationProgress } | { run: SimulationRun } | { problem: string };

/** How often the page hears of progress, ms. */
const PACE = 250;

let stopped = false;
const { port1, port2 } = new MessageChannel();

/** A turn of the event loop, in which a wish to stop can come in. */
function pause(): Promise<void> {
  return new Promise((resolve) => {
    port2.onmessage = () => resolve();
    port1.postMessage(null);
  });
}

self.onmessage = async ({ data }: MessageEvent<YearsRequest | 'stop'>) => {
  if (data === 'stop') {
    stopped = true;
    return;
  }
  const { file, shift, materials } = data;
  try {
    const weather = shift
      ? shiftedWeather(data.weather, shift.temperature, shift.rain)
      : data.weather;
    const steps = simulationSteps(file, weather, materials);
    let told = performance.now();
    let step = steps.next();
    while (!step.done) {
      await pause();
      if (performance.now() - told > PACE) {
        told = performance.now();
        self.postMessage({ progress: step.value });
      }
      step = steps.next(stopped);
    }
    self.postMessage({ run: step.value });
  } catch (error) {
    if (!(error instanceof InputError)) throw error;
    self.postMessage({ problem: error.message });
  }
};
