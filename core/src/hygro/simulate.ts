import { InputError } from '../errors.ts';
import type { WeatherYear } from '../climate/index.ts';
import type { Materials } from '../materials/index.ts';
import { resolveWall } from '../wall/index.ts';
import { boundary, libraryWeather } from './boundary.ts';
import { meshOf } from './mesh.ts';
import { alongPath } from './path.ts';
import { Recorder } from './recorder.ts';
import { HygroSolver, type Films, type Hour, type Places } from './solver.ts';
import { faceNode, initialState, layerIndex } from './start.ts';
import type { Course, DepthField, SimulationFile, SimulationResult } from './types.ts';

/** Films where none are given: W/(m²K), kg/(s·m²·Pa) (EN ISO 6946; EN 15026). */
const USUAL_FILMS: Films = {
  indoor: { heat: 7.6923, vapor: 2e-8 },
  outdoor: { heat: 25, vapor: 1e-7 },
};

/** The longest run, h: ten years and a day. */
export const LONGEST_RUN = 10 * 8760 + 24;

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
  const { wall, notes } = alongPath(
    resolveWall(file.wall, materials),
    transient.path ?? 'cavity',
    transient.facade !== undefined,
  );
  const mesh = meshOf(wall);
  const places: Places = {
    rain: faceNode(mesh, wall, transient.rain, 'transient.rain.layer'),
    leak: faceNode(mesh, wall, transient.leak, 'transient.leak.layer'),
    ventilated: -1,
  };
  if (transient.cavity) {
    const index = layerIndex(wall, transient.cavity.layer, 'transient.cavity.layer');
    const node = mesh.airNode[index];
    if (node === null || node === undefined)
      throw new InputError('transient.cavity.layer', 'it is not an air layer', 'a layer of air');
    places.ventilated = node;
  }
  const year = weather ?? libraryWeather(transient);
  const fillHour = boundary(file, wall, year);
  const solver = new HygroSolver(
    mesh,
    transient.films ?? USUAL_FILMS,
    places,
    initialState(wall, mesh, transient),
  );
  const record = new Recorder(wall, mesh, transient, solver);
  const before = solver.stored();
  const now: Hour = {
    indoorTemperature: 0,
    indoorPressure: 0,
    outdoorTemperature: 0,
    outdoorPressure: 0,
    radiation: 0,
    rain: 0,
    facade: 0,
    ventilation: 0,
    leak: 0,
  };
  let problem: string | null = null;
  let hour = 0;
  for (; hour < transient.hours; hour++) {
    const gap = places.ventilated < 0 ? 0 : solver.temperature[places.ventilated]!;
    fillHour(hour, now, gap);
    if (!solver.hour(now)) {
      problem = `The equations do not settle in hour ${hour + 1}, even in steps of 14 seconds; what was reached until then stands.`;
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
    result: record.result(hour, before, [...notes, ...mesh.notes], problem),
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
