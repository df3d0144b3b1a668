import { DAYS, type WeatherYear } from '../../physics/climate/index.ts';
import {
  simulationSteps,
  watchedLayer,
  type SimulationFile,
} from '../../physics/transient/index.ts';
import { isWood, type Materials } from '../../physics/materials/index.ts';
import { resolveWall, type ResolvedWall, type WallFile } from '../../physics/build-up/index.ts';
import { dayNumber, dayOf } from './days.ts';
import { hourOfYear } from './forecast.ts';
import type { Day } from './types.ts';

/** What rain does to a wall that is still open. Moisture contents kg/kg. */
export interface Wetting {
  /** The wood that is watched. */
  layer: string;
  /** Each day, at its end. */
  days: { day: Day; moisture: number; rain: number }[];
  /** The wettest day. */
  peak: number;
  /** The first day at whose end it is dry enough to be closed in, and stays so to the end; null where it is not within the run. */
  dry: Day | null;
  limit: number;
  /** What was taken where the wall does not say. */
  notes: string[];
}

/** Whether wood that gets wet is dry again in time: a caution where it is within the run, a failure where it is not. */
export const wettingStatus = ({
  peak,
  limit,
  dry,
}: Pick<Wetting, 'peak' | 'limit' | 'dry'>): 'pass' | 'caution' | 'fail' =>
  peak <= limit ? 'pass' : dry ? 'caution' : 'fail';

/** From when, for how long and how a wall is let rain on. */
export interface WettingStart {
  from: Day;
  days: number;
  side: number | 'rain';
  limit: number;
  studs?: boolean;
  wet?: number;
}

/** Of the driven rain, what stays on a bare panel. */
const STAYS = 0.7;

/** Site without a roof's eaves over it: the whole of the driven rain. */
const BARE = 1;

/** Wood under roof and in the air before it gets wet, relative humidity. */
const AIR_DRY = 0.75;

/**
 * A wall as it stands on a day: the layers that are up, the air on both sides that of outdoors, since nothing heats it.
 *
 * @param up ids of the layers that are up
 * @param filled ids of framed layers whose fill is in
 * @param weather of the place
 * @returns null where nothing is up
 */
export function openWall(
  wall: WallFile,
  up: ReadonlySet<string>,
  filled: ReadonlySet<string>,
  weather: WeatherYear,
): WallFile | null {
  const layers = wall.layers
    .filter(({ id }) => up.has(id))
    .map((layer) =>
      layer.kind === 'framed' && !filled.has(layer.id)
        ? { ...layer, fill: { air: { ventilation: 'still' as const } } }
        : layer,
    );
  if (layers.length === 0) return null;
  const { attachment: _, fasteners: __, ...rest } = wall;
  return {
    ...rest,
    indoor: {
      temperature: monthlyMeans(weather.temperature),
      humidity: { kind: 'monthly', relativeHumidity: monthlyMeans(weather.relativeHumidity) },
    },
    layers,
  };
}

function monthlyMeans(values: Float64Array): number[] {
  let at = 0;
  return DAYS.map((days) => {
    let sum = 0;
    for (let h = at; h < at + 24 * days; h++) sum += values[h] ?? 0;
    at += 24 * days;
    return sum / (24 * days);
  });
}

/** The wood of an open wall that is watched: the panel that the rain meets, else its studs through the member. */
function woodOf(
  wall: ResolvedWall,
  studsWanted: boolean,
): { layer: string; path: 'cavity' | 'member' } | null {
  const panel = wall.layers.findLast(
    ({ source, fill, fillId }) =>
      source.kind === 'sheet' && fill?.sorption && isWood(fillId!, fill),
  );
  const studs = wall.layers.find(({ member }) => member?.material.sorption);
  if (panel && !(studsWanted && studs)) return { layer: panel.id, path: 'cavity' };
  if (studs) return { layer: studs.id, path: 'member' };
  const watched = watchedLayer(wall);
  return watched?.fill?.sorption ? { layer: watched.id, path: 'cavity' } : null;
}

/**
 * What the weather does to a wall as it stands, hour by hour: how wet its wood gets, and when it is dry enough to be closed
 * in. A generator that yields which share is done, so that a caller can stop it. It leans on rain that stays on the bare
 * face and on the panel’s liquid transport; water that runs into joints and stands on plates is not in it, so it is measured before
 * it is closed in.
 *
 * @param open as `openWall` makes it
 * @param from the first day, and how many there are
 * @param side it faces, degrees from north over east, or that most rain is driven at
 * @param limit kg/kg at or under which it is closed in
 * @param studs whether the studs are watched where there is a panel too
 * @param wet what the watched wood holds at the start, kg/kg; left out, it is air-dry
 * @returns null where nothing of the wall stores water
 */
export function* wettingRun(
  open: WallFile,
  { from, days, side, limit, studs = false, wet }: WettingStart,
  weather: WeatherYear,
  materials: Materials = {},
): Generator<number, Wetting | null, boolean | undefined> {
  const watched = woodOf(resolveWall(open, materials), studs);
  if (!watched) return null;
  const start = hourOfYear(from) % weather.hours;
  const file: SimulationFile = {
    format: 'eldrun-simulation',
    version: 1,
    wall: open,
    transient: {
      climate: { climate: weather.name },
      side,
      start,
      hours: 24 * days,
      watch: watched.layer,
      path: watched.path,
      initial: {
        temperature: weather.temperature[start] ?? 10,
        relativeHumidity: AIR_DRY,
        ...(wet === undefined ? {} : { layers: { [watched.layer]: { moistureContent: wet } } }),
      },
      facade: { wetting: STAYS, exposure: 1, overhang: BARE },
      panelLiquid: true,
    },
  };
  const steps = simulationSteps(file, weather, materials);
  let step = steps.next();
  while (!step.done) step = steps.next(yield Math.min(1, step.value.hours / (24 * days)));
  const { course, result } = step.value;
  const { every, wood } = course;
  const mc = wood.find((one) => one.layer === watched.layer)?.mc ?? [];
  const moisture = Array.from(
    { length: days },
    (_, n) => mc[Math.min(Math.floor((24 * (n + 1)) / every), mc.length) - 1] ?? 0,
  );
  const list = moisture.map((value, n) => {
    const day = dayOf(dayNumber(from) + n);
    let rain = 0;
    for (let h = start + 24 * n; h < start + 24 * (n + 1); h++)
      rain += weather.rain?.[h % weather.hours] ?? 0;
    return { day, moisture: value, rain };
  });
  const lastWet = moisture.findLastIndex((value) => value > limit);
  return {
    layer: watched.layer,
    days: list,
    peak: Math.max(...moisture),
    dry: lastWet === list.length - 1 ? null : list[lastWet + 1]!.day,
    limit,
    notes: result.notes,
  };
}
