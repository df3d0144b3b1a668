import { weatherOfSite, type WeatherYear } from '../../physics/climate/index.ts';
import {
  airLeakOf,
  azimuthOf,
  AIR_DRY,
  facadeRain,
  gapAirOf,
  lapAirOf,
  rainBehind,
  RAIN_BEHIND,
  WET_START,
  watchedLayer,
  type Facing,
  type SimulationFile,
  type Transient,
} from '../../physics/transient/index.ts';
import { leakAtFifty } from '../../physics/steady-moisture/index.ts';
import {
  vaporUnsaidIn,
  type Exposure,
  type ResolvedLayer,
  type ResolvedWall,
} from '../../physics/build-up/index.ts';

/** What every wall is exposed to for its judgment, unless its brief says otherwise (docs/judgment.md). */
export const STANDARD_EXPOSURE: Required<Exposure> = {
  rain: RAIN_BEHIND,
  sides: ['north', 'rain'],
  // 1 October, 0 o'clock.
  start: 6552,
  relativeHumidity: AIR_DRY,
};

/** The seed of weather that is made up from monthly figures: the same years each time. */
export const WEATHER_SEED = 2026;

/** Two years: the second is judged. */
const HOURS = 2 * 8760;

/** Two sides closer than this see the same weather, degrees. */
const SAME_SIDE = 30;

/** How a wall is exposed. */
function exposureOf({ file }: ResolvedWall): Required<Exposure> {
  return { ...STANDARD_EXPOSURE, ...file.exposure };
}

/** Why a wall cannot be simulated where it stands, or null. */
export function missingForRuns(wall: ResolvedWall): string | null {
  const { site } = wall;
  const missing = [
    ...(site.globalHorizontal ? [] : ['sun']),
    ...(site.windSpeed ? [] : ['wind']),
    ...(site.rain ? [] : ['rain']),
    ...(site.latitude === null ? ['its latitude'] : []),
  ];
  if (missing.length > 0) return `the climate does not say ${missing.join(', ')}`;
  const [unsaid] = vaporUnsaidIn(wall);
  return unsaid ? `${unsaid.fill!.name} has no vapor figure` : null;
}

const made = new Map<string, WeatherYear>();
const MAX_MADE = 12;

/** A made-up year of a wall's climate, kept for the next wall. */
export function madeUpWeather({ site }: ResolvedWall, seed = WEATHER_SEED): WeatherYear {
  const key = JSON.stringify([site, seed]);
  let year = made.get(key);
  if (!year) {
    year = weatherOfSite(site, seed);
    if (made.size >= MAX_MADE) made.delete(made.keys().next().value!);
    made.set(key, year);
  }
  return year;
}

/** The sides that are run: those of the exposure, without one that sees the same weather as another. */
function sidesOf(sides: readonly Facing[], weather: WeatherYear): Facing[] {
  const taken: Facing[] = [];
  for (const side of sides) {
    const apart = (other: Facing): number => {
      const off = Math.abs(azimuthOf(side, weather) - azimuthOf(other, weather)) % 360;
      return Math.min(off, 360 - off);
    };
    if (taken.every((other) => apart(other) >= SAME_SIDE)) taken.push(side);
  }
  return taken;
}

function transientOf(wall: ResolvedWall, side: Facing): Transient {
  const { rain: share, start, relativeHumidity } = exposureOf(wall);
  const rain = rainBehind(wall, share);
  const facade = facadeRain(wall);
  const cavity = gapAirOf(wall);
  const laps = lapAirOf(wall);
  const leak = airLeakOf(wall, leakAtFifty(wall.file.airtightness));
  const { outdoor } = wall.file;
  return {
    climate: {
      climate: 'climate' in outdoor ? outdoor.climate : (outdoor.name ?? 'own'),
      seed: WEATHER_SEED,
    },
    side,
    start,
    hours: HOURS,
    watch: watchedLayer(wall)!.id,
    initial: { temperature: 15, relativeHumidity },
    ...(cavity ? { cavity } : {}),
    ...(laps && !cavity ? { laps } : {}),
    ...(rain ? { rain } : {}),
    ...(facade ? { facade } : {}),
    ...(leak ? { leak } : {}),
  };
}

/** The runs of a wall's standard exposure. @param weather of the place */
export function standardRuns(wall: ResolvedWall, weather: WeatherYear): SimulationFile[] {
  return sidesOf(exposureOf(wall).sides, weather).map((side) => ({
    format: 'eldrun-simulation',
    version: 1,
    wall: wall.file,
    transient: transientOf(wall, side),
  }));
}

/**
 * The run that wood between two vapor-tight layers has to stand: shut in wet, with rain at its outer face whether or not a
 * gap drains it.
 *
 * @param wood the layer that is shut in
 */
export function shutInRun(wall: ResolvedWall, wood: ResolvedLayer): SimulationFile {
  const { rain: share } = exposureOf(wall);
  const transient = transientOf(wall, 'rain');
  return {
    format: 'eldrun-simulation',
    version: 1,
    wall: wall.file,
    transient: {
      ...transient,
      watch: wood.id,
      // Shut-in studs are wet themselves, and not what is between them.
      ...(wood.source.kind === 'framed' ? { path: 'member' as const } : {}),
      initial: {
        ...transient.initial,
        layers: { [wood.id]: { moistureContent: WET_START } },
      },
      rain: { layer: wood.id, face: 'outer', share, exposure: 1, overhang: 1 },
    },
  };
}
