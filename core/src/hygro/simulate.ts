import { InputError } from '../errors.ts';
import {
  classVaporPressure,
  CLIMATES,
  monthStarts,
  saturationPressure,
  weatherOfClimate,
  type WeatherYear,
} from '../climate/index.ts';
import { interpolate, isWood, type Materials, type Table } from '../materials/index.ts';
import { resolveWall, type ResolvedWall } from '../wall/index.ts';
import { FORMULA_INDOORS, formulaHour, vaporPressure } from './climate-formula.ts';
import { meshOf, type Mesh } from './mesh.ts';
import { MOLD_CLASSES, MoldIndex, type MoldClass } from './mold.ts';
import { FREE, HygroSolver, type Films, type Hour, type Places } from './solver.ts';
import type {
  Course,
  DepthField,
  Series,
  SimulationFile,
  SimulationResult,
  Transient,
} from './types.ts';
import { azimuthOf, drivingRain, gapFlow, indoorAir, skyLoss, sunOnWall } from './weather-hours.ts';

/** Films where none are given: W/(m²K), kg/(s·m²·Pa) (EN ISO 6946; EN 15026). */
const USUAL_FILMS: Films = {
  indoor: { heat: 7.6923, vapor: 2e-8 },
  outdoor: { heat: 25, vapor: 1e-7 },
};
const USUAL_ABSORPTANCE = 0.6;
const USUAL_CHANGES = 50;
const USUAL_HEIGHT = 2.7;

/** The longest run, h: ten years and a day. */
export const LONGEST_RUN = 10 * 8760 + 24;

const WEEK = 168;
const MONTH = 720;
const DAY = 24;

/** A balance that closes worse than this is an error, share of what passed. */
const BALANCE_LIMIT = 1e-3;

/** Hours between two steps of progress. */
const PACE = 168;

/** Moisture content above which wood is damp, and to which a wet layer is to dry, kg/kg. */
const DAMP = 0.2;
const DRY_AGAIN = 0.16;

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

/** One of the wall's layers by id. @throws InputError */
function layerIndex(wall: ResolvedWall, id: string, path: string): number {
  const index = wall.layers.findIndex((layer) => layer.id === id);
  if (index < 0)
    throw new InputError(
      path,
      `there is no layer “${id}”`,
      wall.layers.map((layer) => layer.id).join(', '),
    );
  return index;
}

const faceNode = (
  mesh: Mesh,
  wall: ResolvedWall,
  at: { layer: string; face: 'inner' | 'outer' } | undefined,
  path: string,
): number => {
  if (!at) return -1;
  const index = layerIndex(wall, at.layer, path);
  return at.face === 'inner' ? mesh.from[index]! : mesh.to[index]!;
};

/** φ at which a material holds so much water, kg/m³; at most 1. */
function humidityFor(sorption: Table, water: number): number {
  for (let i = 1; i < sorption.length; i++) {
    const [x0, y0] = sorption[i - 1]!;
    const [x1, y1] = sorption[i]!;
    if (water <= y1) return y1 > y0 ? x0 + ((x1 - x0) * (water - y0)) / (y1 - y0) : x0;
  }
  return 1;
}

function initialState(
  wall: ResolvedWall,
  mesh: Mesh,
  { initial }: Transient,
): { temperature: Float64Array; humidity: Float64Array } {
  const humidity = new Float64Array(mesh.nodes).fill(initial.relativeHumidity);
  for (const [id, start] of Object.entries(initial.layers ?? {})) {
    const index = layerIndex(wall, id, `transient.initial.layers.${id}`);
    const from = mesh.from[index]!;
    const to = mesh.to[index]!;
    if (start.relativeHumidity !== undefined) {
      humidity.fill(start.relativeHumidity, from, to + 1);
      continue;
    }
    const { fill } = wall.layers[index]!;
    if (!fill?.sorption || !fill.density)
      throw new InputError(
        `transient.initial.layers.${id}`,
        'its material has no sorption data to start from a moisture content',
        'a relativeHumidity instead',
      );
    const water = start.moistureContent! * fill.density;
    humidity.fill(humidityFor(fill.sorption, water), from, to + 1);
    // What the material cannot hold is free water, spread over its nodes.
    const excess = Math.max(0, water - fill.sorption.at(-1)![1]);
    for (let k = from; k < to && excess > 0; k++)
      for (const node of [k, k + 1])
        humidity[node] = humidity[node]! + (excess * mesh.length[k]!) / 2 / FREE;
  }
  return { temperature: new Float64Array(mesh.nodes).fill(initial.temperature), humidity };
}

type FillHour = (hour: number, into: Hour, gapTemperature: number) => void;

/** What stands on both sides of the wall hour by hour. */
function boundary(file: SimulationFile, wall: ResolvedWall, weather: WeatherYear | null): FillHour {
  const { transient } = file;
  const absorptance =
    transient.solarAbsorptance ?? wall.layers.at(-1)?.fill?.solarAbsorptance ?? USUAL_ABSORPTANCE;
  const { rain, cavity, leak } = transient;
  const rainFactor = rain ? rain.share * (rain.exposure ?? 1) * (rain.overhang ?? 1) : 0;
  const depth = cavity
    ? wall.layers[layerIndex(wall, cavity.layer, 'transient.cavity.layer')]!.thickness
    : 0;
  const given =
    cavity &&
    (cavity.airChangesPerHour ?? (cavity.opening === undefined ? USUAL_CHANGES : undefined));
  const height = cavity?.height ?? USUAL_HEIGHT;
  const ventilation = (outdoor: number, gap: number, wind: number): number => {
    if (!cavity) return 0;
    if (given !== undefined) return (given * depth) / 3600;
    const flow = gapFlow(
      depth,
      height,
      cavity.opening! * 1e-6,
      cavity.screened ?? false,
      wind,
      gap - outdoor,
    );
    return flow / height;
  };
  const { climate } = transient;
  if ('Tmean' in climate) {
    const side = transient.side === 'south' ? 'south' : 'north';
    return (hour, into, gap) => {
      const now = formulaHour(climate, side, transient.start + hour);
      into.indoorTemperature = FORMULA_INDOORS;
      into.indoorPressure = vaporPressure(FORMULA_INDOORS, now.indoorRh);
      into.outdoorTemperature = now.temperature;
      into.outdoorPressure = vaporPressure(now.temperature, now.rh);
      into.radiation = absorptance * now.sun;
      into.rain = (rainFactor * now.rain) / 3600;
      into.ventilation = ventilation(now.temperature, gap, 3);
      into.leak = leak?.flow ?? 0;
    };
  }
  const year = weather!;
  const azimuth = azimuthOf(transient.side);
  const starts = monthStarts(year.hours);
  return (hour, into, gap) => {
    const h = (transient.start + hour) % year.hours;
    const month = starts.findIndex((start, m) => h >= start && h < starts[m + 1]!);
    const temperature = year.temperature[h]!;
    const pressure = year.relativeHumidity[h]! * saturationPressure(temperature);
    const inside = indoorAir(file.wall.indoor, month, temperature, pressure, classVaporPressure);
    into.indoorTemperature = inside.temperature;
    into.indoorPressure = inside.pressure;
    into.outdoorTemperature = temperature;
    into.outdoorPressure = pressure;
    into.radiation = absorptance * sunOnWall(year, h, azimuth) + skyLoss(year, h);
    into.rain = rain ? (rainFactor * drivingRain(year, h, azimuth)) / 3600 : 0;
    into.ventilation = ventilation(temperature, gap, year.windSpeed ? year.windSpeed[h]! : 3);
    into.leak = leak?.flow ?? 0;
  };
}

/** The hours of a library climate that a simulation names, or null where its weather comes from elsewhere. */
export function libraryWeather({ climate }: Transient): WeatherYear | null {
  if (!('climate' in climate)) return null;
  if (!Object.hasOwn(CLIMATES, climate.climate))
    throw new InputError(
      'transient.climate.climate',
      `the climate library has no “${climate.climate}”`,
      Object.keys(CLIMATES).join(', '),
    );
  return weatherOfClimate(CLIMATES[climate.climate]!, climate.seed ?? 1);
}

/** Reads the watched layer: mean moisture content, that of its inner third, free water in it and on its faces counted. */
class Watch {
  readonly from: number;
  private readonly to: number;
  private readonly mesh: Mesh;
  private readonly sorption: Table | null;
  private readonly mass: number;

  constructor(wall: ResolvedWall, mesh: Mesh, index: number) {
    const { fill, thickness } = wall.layers[index]!;
    this.mesh = mesh;
    this.from = mesh.from[index]!;
    this.to = mesh.to[index]!;
    this.sorption = fill?.sorption ?? null;
    this.mass = (fill?.density ?? 0) * thickness;
  }

  content(humidity: Float64Array): { mc: number; mcInner: number } {
    const { mesh, from, to, sorption, mass } = this;
    if (!sorption || mass === 0) return { mc: 0, mcInner: 0 };
    const third = mesh.depth[from]! + (mesh.depth[to]! - mesh.depth[from]!) / 3 + 1e-9;
    let all = 0;
    let inner = 0;
    let before = interpolate(sorption, Math.min(1, humidity[from]!));
    const free = (node: number): number => FREE * Math.max(0, humidity[node]! - 1);
    all += free(from);
    inner += free(from);
    for (let k = from; k < to; k++) {
      const after = interpolate(sorption, Math.min(1, humidity[k + 1]!));
      const water = (mesh.length[k]! * (before + after)) / 2;
      const here = water + free(k + 1);
      all += here;
      if (mesh.depth[k + 1]! <= third) inner += here;
      before = after;
    }
    return { mc: all / mass, mcInner: (3 * inner) / mass };
  }
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
  const wall = resolveWall(file.wall, materials);
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
    result: record.result(hour, before, mesh.notes, problem),
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

/** Hours between two points of the course. */
const COURSE_EVERY = 6;

/** Keeps what a run is asked for, hour after hour. */
class Recorder {
  readonly course: Course;
  readonly field: DepthField;
  private readonly watch: Watch;
  private readonly woods: { watch: Watch; mc: number[] }[];
  private readonly solver: HygroSolver;
  private readonly molds: Record<MoldClass, MoldIndex>;
  private readonly peaks: Record<MoldClass, number>;
  private readonly weekly: Series = { hour: [], mc: [], mcInner: [], temperature: [], rh: [] };
  private readonly monthly: Omit<Series, 'hour'> = { mc: [], mcInner: [], temperature: [], rh: [] };
  private readonly sums = { mc: 0, mcInner: 0, temperature: 0, rh: 0 };
  private readonly peak: SimulationResult['peak'];
  private end: { mc: number; mcInner: number };
  private dryTo16: number | null = null;
  private above = { hours: 0, longest: 0, now: 0 };

  constructor(wall: ResolvedWall, mesh: Mesh, transient: Transient, solver: HygroSolver) {
    this.solver = solver;
    const index = layerIndex(wall, transient.watch, 'transient.watch');
    this.watch = new Watch(wall, mesh, index);
    this.molds = Object.fromEntries(
      MOLD_CLASSES.map((name) => [name, new MoldIndex(name)]),
    ) as Record<MoldClass, MoldIndex>;
    this.peaks = Object.fromEntries(MOLD_CLASSES.map((name) => [name, 0])) as Record<
      MoldClass,
      number
    >;
    this.end = this.watch.content(solver.humidity);
    this.peak = {
      mc: { value: this.end.mc, hour: 0 },
      mcInner: { value: this.end.mcInner, hour: 0 },
    };
    if (this.end.mc < DRY_AGAIN) this.dryTo16 = 0;
    const woods = wall.layers.filter(
      ({ source, fill, fillId }) =>
        source.kind === 'sheet' && fill?.sorption && isWood(fillId!, fill),
    );
    this.woods = woods.map((layer) => ({ watch: new Watch(wall, mesh, layer.index), mc: [] }));
    this.course = {
      every: COURSE_EVERY,
      hour: [],
      wood: woods.map(({ id }, i) => ({ layer: id, mc: this.woods[i]!.mc })),
      temperature: [],
      rh: [],
      mold: [],
      outdoor: [],
    };
    this.field = { depth: Array.from(mesh.depth), days: 0, temperature: [], rh: [] };
  }

  hour(hour: number, outdoor: number): void {
    const { solver, sums, weekly, monthly, watch } = this;
    const content = watch.content(solver.humidity);
    const temperature = solver.temperature[watch.from]!;
    const rh = Math.min(1, solver.humidity[watch.from]!);
    for (const name of MOLD_CLASSES)
      this.peaks[name] = Math.max(this.peaks[name], this.molds[name].hour(temperature, rh));
    for (const key of ['mc', 'mcInner'] as const)
      if (content[key] > this.peak[key].value) this.peak[key] = { value: content[key], hour };
    if (this.dryTo16 === null && content.mc < DRY_AGAIN) {
      const t = (this.end.mc - DRY_AGAIN) / (this.end.mc - content.mc);
      this.dryTo16 = hour - 1 + t;
    }
    this.above.now = content.mc > DAMP ? this.above.now + 1 : 0;
    if (content.mc > DAMP) this.above.hours++;
    this.above.longest = Math.max(this.above.longest, this.above.now);
    this.end = content;
    sums.mc += content.mc;
    sums.mcInner += content.mcInner;
    sums.temperature += temperature;
    sums.rh += rh;
    if (hour % WEEK === 0) {
      weekly.hour.push(hour);
      weekly.mc.push(content.mc);
      weekly.mcInner.push(content.mcInner);
      weekly.temperature.push(temperature);
      weekly.rh.push(rh);
    }
    if (hour % MONTH === 0)
      for (const key of ['mc', 'mcInner', 'temperature', 'rh'] as const) {
        monthly[key].push(sums[key] / MONTH);
        sums[key] = 0;
      }
    if (hour % COURSE_EVERY === 0) {
      this.course.hour.push(hour);
      for (const wood of this.woods) wood.mc.push(wood.watch.content(solver.humidity).mc);
      this.course.temperature.push(temperature);
      this.course.rh.push(rh);
      this.course.mold.push(this.molds.sensitive.index);
      this.course.outdoor.push(outdoor);
    }
    if (hour % DAY === 0) {
      this.field.days++;
      this.field.temperature.push(Array.from(solver.temperature));
      this.field.rh.push(Array.from(solver.humidity, (u) => Math.min(1, u)));
    }
  }

  result(
    hours: number,
    before: { water: number; heat: number },
    notes: string[],
    problem: string | null,
  ): SimulationResult {
    const { totals } = this.solver;
    const after = this.solver.stored();
    const water =
      totals.moistureIn + totals.moistureOut + totals.rain + totals.ventilation + totals.leak;
    const heat = totals.heatIn + totals.heatOut + totals.heatOther;
    const share = (off: number, passed: number): number => (passed > 0 ? off / passed : off);
    const moistureThrough =
      Math.abs(totals.moistureIn) +
      Math.abs(totals.moistureOut) +
      totals.rain +
      Math.abs(totals.ventilation) +
      Math.abs(totals.leak);
    const balance = {
      heat: share(
        after.heat - before.heat - heat,
        Math.abs(totals.heatIn) + Math.abs(totals.heatOut),
      ),
      moisture: share(after.water - before.water - water, moistureThrough),
    };
    const open =
      Math.abs(balance.heat) > BALANCE_LIMIT || Math.abs(balance.moisture) > BALANCE_LIMIT;
    return {
      hours,
      weekly: this.weekly,
      monthly: this.monthly,
      peak: this.peak,
      end: this.end,
      dryTo16: this.dryTo16,
      totals: {
        heatIn: totals.heatIn / 1e6,
        moistureIn: totals.moistureIn,
        heatOut: totals.heatOut / 1e6,
        moistureOut: totals.moistureOut,
      },
      balance,
      mold: this.peaks,
      causes: {
        indoors: totals.moistureIn,
        outdoors: totals.moistureOut,
        rain: totals.rain,
        ventilation: totals.ventilation,
        leak: totals.leak,
      },
      above20: { hours: this.above.hours, longest: this.above.longest },
      notes,
      problem:
        problem ??
        (open ? 'Heat or water does not balance to 0.1 %: do not rely on this run.' : null),
    };
  }
}
