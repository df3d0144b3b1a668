import type { WeatherYear } from '../climate/index.ts';
import type { Materials } from '../materials/index.ts';
import { prepare, unsettled } from './prepare.ts';
import { Recorder } from './recorder.ts';
import type { Course, DepthField, SimulationFile, SimulationResult } from './types.ts';

/** The longest run, h: ten years and a day. */
export const MAX_RUN_HOURS = 10 * 8760 + 24;

/** Hours between two steps of progress. */
const PACE = 168;

export interface SimulationProgress {
  hours: number;
  course: Course;
  field: DepthField;
}

export interface SimulationRun {
  result: SimulationResult;
  course: Course;
  field: DepthField;
}

/**
 * Simulates a wall hour by hour. A generator that yields what there is after each week, so that a caller can show it and
 * stop; what was reached is then the result.
 *
 * @param file a validated simulation file
 * @param weather hours of an EPW file, where the climate names one
 * @throws InputError for layers that are not there
 */
export function* simulationSteps(
  file: SimulationFile,
  weather: WeatherYear | null = null,
  materials: Materials = {},
): Generator<SimulationProgress, SimulationRun, boolean | undefined> {
  const { transient } = file;
  const { wall, mesh, solver, before, notes, now, pass } = prepare(file, weather, materials);
  const record = new Recorder(wall, mesh, transient, solver);
  let problem: string | null = null;
  let hour = 0;
  for (; hour < transient.hours; hour++) {
    if (!pass(hour)) {
      problem = unsettled(hour);
      break;
    }
    record.hour(hour + 1, now.outdoorTemperature);
    if ((hour + 1) % PACE === 0 && hour + 1 < transient.hours) {
      const stop = yield { hours: hour + 1, course: record.course, field: record.field };
      if (stop) {
        problem = `Stopped after ${hour + 1} of ${transient.hours} hours.`;
        hour++;
        break;
      }
    }
  }
  return {
    result: record.result(hour, before, notes, problem),
    course: record.course,
    field: record.field,
  };
}
/** `simulationSteps` in one go. */
export function simulate(
  file: SimulationFile,
  weather: WeatherYear | null = null,
  materials: Materials = {},
): SimulationRun {
  const steps = simulationSteps(file, weather, materials);
  let step = steps.next();
  while (!step.done) step = steps.next();
  return step.value;
}
