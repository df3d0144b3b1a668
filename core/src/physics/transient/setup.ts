import { isWood } from '../materials/index.ts';
import { condensingPlaneIndex, leakAtFifty } from '../steady-moisture/index.ts';
import { EAVES, frameEnd, type ResolvedLayer, type ResolvedWall } from '../build-up/index.ts';
import {
  airLeakOf,
  facadeRain,
  gapAirOf,
  lapAirOf,
  leakLayer,
  rainBehind,
  DEFAULT_HEIGHT,
} from './exposure.ts';
import type { HygroPath, Facing, SimulationClimate, Transient } from './types.ts';

/** What a person chooses about a run; the rest follows from the wall. */
export interface RunChoices {
  years: number;
  /** 0 for January. */
  startMonth: number;
  side: Exclude<Facing, number>;
  /** The layer that is watched; null for the one whose moisture decides. */
  watch: string | null;
  path: HygroPath;
  /** Share of the driven rain that gets to the outer face of the watched layer, 0 to 1; null for what the wall lets in. */
  rainShare: number | null;
  /** Factors on the driven rain: by where the house stands, and by what shelters the wall. */
  exposure: number;
  overhang: number;
  /** q50 of the house whose air the stack drives into the wall, m³/(h·m²); null for that of the brief. */
  leak: number | null;
  /** Whether the air in the gap behind the cladding is given or follows from its openings and the weather. */
  gapBy: 'changes' | 'openings';
  /** Changes of air an hour; 0 closes the gap. */
  airChanges: number;
  /** Openings at top and at bottom, m²/m, null for the usual ones; the gap's height, m; whether insect screens stand in them. */
  opening: number | null;
  gapHeight: number;
  screened: boolean;
  /** Moisture content of the watched layer at the start, kg/kg; null for 80 % RH like the rest. */
  wetStart: number | null;
  /** Whether wood panels take a generic liquid transport. */
  panelLiquid: boolean;
  /** The same of other layers, by id. */
  wetLayers: Readonly<Record<string, number>>;
}

export const DEFAULT_RUN: RunChoices = {
  years: 2,
  startMonth: 9,
  side: 'north',
  watch: null,
  path: 'cavity',
  rainShare: null,
  exposure: 1,
  overhang: EAVES,
  leak: null,
  gapBy: 'openings',
  airChanges: 50,
  opening: null,
  gapHeight: DEFAULT_HEIGHT,
  screened: true,
  wetStart: null,
  panelLiquid: false,
  wetLayers: {},
};

/** Rain exposure of a wall up to 10 m high, and what shelters it (ASHRAE 160-2016, 4.6, from memory). */
export const EXPOSURES = [
  { value: 0.7, name: 'sheltered' },
  { value: 1, name: 'medium' },
  { value: 1.3, name: 'severe' },
] as const;
export const SHELTERS = [
  { value: 0.35, name: 'below a steep roof' },
  { value: 0.5, name: 'below a low roof' },
  { value: 1, name: 'none, runoff from above' },
] as const;

/** Air-dry: where a run starts. */
export const AIR_DRY = 0.8;

/** Moisture content from which the drying test starts, kg/kg. */
export const WET_START = 0.25;

const MONTH_STARTS = [0, 31, 59, 90, 120, 151, 181, 212, 243, 273, 304, 334];

/**
 * The layer whose moisture decides: the wooden panel outside the frame, else the one inside, else the condensing plane,
 * else the outermost that counts.
 */
export function watchedLayer(wall: ResolvedWall): ResolvedLayer | null {
  const panels = wall.layers
    .slice(0, wall.counted)
    .filter(
      ({ source, fill, fillId }) =>
        source.kind === 'sheet' && fill?.sorption && isWood(fillId!, fill),
    );
  const plane = condensingPlaneIndex(wall);
  const end = frameEnd(wall);
  return (
    panels.find(({ index }) => index > end) ??
    panels.at(-1) ??
    (plane === null ? null : wall.layers[plane]!) ??
    wall.layers[wall.counted - 1] ??
    null
  );
}

/** The layers that can start wet: all that store water. */
export function storingLayers(wall: ResolvedWall): readonly ResolvedLayer[] {
  return wall.layers.filter(({ fill }) => fill?.sorption && fill.density);
}

/**
 * How a wall is run by a person's choices; where they leave it open, in the standard exposure.
 *
 * @returns null for a wall with nothing to watch
 */
export function transientFor(
  wall: ResolvedWall,
  choices: RunChoices,
  climate: SimulationClimate,
): Transient | null {
  const watched = wall.layers.find(({ id }) => id === choices.watch) ?? watchedLayer(wall);
  if (!watched) return null;
  const { exposure, overhang } = choices;
  const starts = {
    ...choices.wetLayers,
    ...(choices.wetStart === null ? {} : { [watched.id]: choices.wetStart }),
  };
  const wet = storingLayers(wall).filter(({ id }) => starts[id] !== undefined);
  const rain =
    choices.rainShare === null
      ? rainBehind(wall)
      : { layer: watched.id, face: 'outer' as const, share: choices.rainShare };
  const facade = facadeRain(wall);
  const q50 = choices.leak ?? leakAtFifty(wall.file.airtightness);
  const leak = airLeakOf(wall, q50, leakLayer(wall) ?? watched);
  const cavity = gapAir(wall, choices);
  const laps = lapAirOf(wall);
  return {
    climate,
    side: choices.side,
    start: MONTH_STARTS[choices.startMonth]! * 24,
    hours: Math.round(choices.years * 8760),
    watch: watched.id,
    ...(choices.path === 'member' ? { path: choices.path } : {}),
    ...(choices.panelLiquid ? { panelLiquid: true } : {}),
    initial: {
      temperature: 15,
      relativeHumidity: AIR_DRY,
      ...(wet.length > 0
        ? {
            layers: Object.fromEntries(wet.map(({ id }) => [id, { moistureContent: starts[id]! }])),
          }
        : {}),
    },
    ...(cavity ? { cavity } : laps ? { laps } : {}),
    ...(rain && rain.share > 0 ? { rain: { ...rain, exposure, overhang } } : {}),
    ...(facade ? { facade: { ...facade, exposure, overhang } } : {}),
    ...(leak ? { leak } : {}),
  };
}

function gapAir(
  wall: ResolvedWall,
  { gapBy, airChanges, opening, gapHeight, screened }: RunChoices,
): Transient['cavity'] {
  const usual = gapAirOf(wall);
  if (!usual) return undefined;
  const { layer } = usual;
  if (gapBy === 'changes') return { layer, airChangesPerHour: airChanges };
  return {
    layer,
    height: gapHeight,
    opening: opening === null ? usual.opening! : opening * 1e6,
    screened,
  };
}

/** A person's choices as a simulation's `transient` has them, as far as they can say it; those it leaves open stay. */
export function choicesOf(
  { start, hours, side, watch, path, rain, facade, leak, cavity, initial, panelLiquid }: Transient,
  before: RunChoices,
): RunChoices {
  const { exposure = 1, overhang = 1 } = rain ?? facade ?? before;
  const { [watch]: own, ...others } = Object.fromEntries(
    Object.entries(initial.layers ?? {}).flatMap(([id, { moistureContent }]) =>
      moistureContent === undefined ? [] : [[id, moistureContent]],
    ),
  ) as Record<string, number>;
  const day = (start % 8760) / 24;
  return {
    ...before,
    years: hours / 8760,
    startMonth: MONTH_STARTS.findLastIndex((first) => first <= day),
    side: typeof side === 'string' ? side : before.side,
    watch,
    path: path ?? 'cavity',
    rainShare: rain?.share ?? 0,
    exposure,
    overhang,
    // A constant flow of a file has no q50: the file runs as it stands, the choices keep theirs.
    leak: leak && 'q50' in leak ? leak.q50 : leak ? before.leak : 0,
    gapBy:
      cavity?.opening !== undefined && cavity.airChangesPerHour === undefined
        ? 'openings'
        : 'changes',
    airChanges: cavity?.airChangesPerHour ?? before.airChanges,
    opening: cavity?.opening === undefined ? before.opening : cavity.opening * 1e-6,
    gapHeight: cavity?.height ?? before.gapHeight,
    screened: cavity?.screened ?? before.screened,
    wetStart: own ?? null,
    panelLiquid: panelLiquid ?? false,
    wetLayers: others,
  };
}

/** A change of the weather of a run: K on every hour, and a factor on the rain. */
export interface WeatherShift {
  temperature: number;
  rain: number;
}

/** The fixed set of hard years: what is changed about a run, and about its weather. */
export const STRESS_SET: readonly {
  name: string;
  change: Partial<RunChoices>;
  shift?: WeatherShift;
}[] = [
  { name: 'As set', change: {} },
  { name: 'Cold years', change: {}, shift: { temperature: -3, rain: 1 } },
  { name: 'Wet years', change: { rainShare: 0.02 }, shift: { temperature: 0, rain: 1.5 } },
  { name: 'Rain onto this wall', change: { side: 'rain' } },
  { name: 'Indoor air leaks in', change: { leak: 9 } },
  { name: 'Closed in wet', change: { wetStart: WET_START } },
  {
    name: 'Cold, leaking, rain onto this wall',
    change: { side: 'rain', leak: 9 },
    shift: { temperature: -3, rain: 1.5 },
  },
  { name: 'North side', change: { side: 'north' } },
  { name: 'South side', change: { side: 'south' } },
];
