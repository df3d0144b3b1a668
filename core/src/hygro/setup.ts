import { isWood } from '../materials/index.ts';
import { condensingPlaneIndex } from '../moisture/index.ts';
import { frameEnd, type ResolvedLayer, type ResolvedWall } from '../wall/index.ts';
import type { HygroPath, SimulationClimate, Transient } from './types.ts';

/** What a person chooses about a run; the rest follows from the wall. */
export interface RunChoices {
  years: number;
  /** 0 for January. */
  startMonth: number;
  side: 'north' | 'east' | 'south' | 'west';
  /** The layer that is watched; null for the one whose moisture decides. */
  watch: string | null;
  path: HygroPath;
  /** Share of the driven rain that gets to the outer face of the watched layer, 0 to 1. */
  rainShare: number;
  /** Factors on the driven rain: by where the house stands, and by what shelters the wall. */
  exposure: number;
  overhang: number;
  /** Indoor air that leaks to its inner face, m³/(m²·s). */
  leak: number;
  /** Whether the air in the gap behind the cladding is given or follows from its openings and the weather. */
  gapBy: 'changes' | 'openings';
  /** Changes of air an hour; 0 closes the gap. */
  airChanges: number;
  /** Openings at top and at bottom, m²/m; the gap's height, m; whether insect screens stand in them. */
  opening: number;
  gapHeight: number;
  screened: boolean;
  /** Moisture content of the watched layer at the start, kg/kg; null for 70 % RH like the rest. */
  wetStart: number | null;
  /** The same of other layers, by id. */
  wetLayers: Readonly<Record<string, number>>;
}

export const USUAL_RUN: RunChoices = {
  years: 2,
  startMonth: 9,
  side: 'north',
  watch: null,
  path: 'cavity',
  rainShare: 0.01,
  exposure: 1,
  // A house wall under its eaves.
  overhang: 0.35,
  leak: 0,
  gapBy: 'changes',
  airChanges: 50,
  opening: 5e-3,
  gapHeight: 2.7,
  screened: true,
  wetStart: null,
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

/** Of the driven rain, what stays on the cladding; the rest splashes off. */
const WETTING = 0.7;

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

/** The gap behind the cladding: the outermost layer of air that is not still, or null. */
export function ventilatedGap(wall: ResolvedWall): ResolvedLayer | null {
  return wall.layers.findLast(({ fill, ventilation }) => !fill && ventilation !== 'still') ?? null;
}

/** The layers that can start wet: all that store water. */
export function storingLayers(wall: ResolvedWall): readonly ResolvedLayer[] {
  return wall.layers.filter(({ fill }) => fill?.sorption && fill.density);
}

/** How a wall is run by a person's choices. @returns null for a wall with nothing to watch */
export function transientFor(
  wall: ResolvedWall,
  choices: RunChoices,
  climate: SimulationClimate,
): Transient | null {
  const watched = wall.layers.find(({ id }) => id === choices.watch) ?? watchedLayer(wall);
  if (!watched) return null;
  const gap = ventilatedGap(wall);
  const { exposure, overhang } = choices;
  const starts = {
    ...choices.wetLayers,
    ...(choices.wetStart === null ? {} : { [watched.id]: choices.wetStart }),
  };
  const wet = storingLayers(wall).filter(({ id }) => starts[id] !== undefined);
  return {
    climate,
    side: choices.side,
    start: MONTH_STARTS[choices.startMonth]! * 24,
    hours: Math.round(choices.years * 8760),
    watch: watched.id,
    ...(choices.path === 'member' ? { path: choices.path } : {}),
    initial: {
      temperature: 15,
      relativeHumidity: 0.7,
      ...(wet.length > 0
        ? {
            layers: Object.fromEntries(wet.map(({ id }) => [id, { moistureContent: starts[id]! }])),
          }
        : {}),
    },
    ...(gap ? { cavity: { layer: gap.id, ...gapAir(choices) } } : {}),
    ...(choices.rainShare > 0
      ? {
          rain: {
            layer: watched.id,
            face: 'outer' as const,
            share: choices.rainShare,
            exposure,
            overhang,
          },
        }
      : {}),
    ...(wall.layers.at(-1)?.fill?.waterAbsorption
      ? { facade: { wetting: WETTING, exposure, overhang } }
      : {}),
    ...(choices.leak > 0
      ? { leak: { layer: watched.id, face: 'inner' as const, flow: choices.leak } }
      : {}),
  };
}

function gapAir({ gapBy, airChanges, opening, gapHeight, screened }: RunChoices) {
  if (gapBy === 'changes') return { airChangesPerHour: airChanges };
  return { height: gapHeight, opening: opening * 1e6, screened };
}

/** A person's choices as a simulation's `transient` has them, as far as they can say it; those it leaves open stay. */
export function choicesOf(
  { start, hours, side, watch, path, rain, facade, leak, cavity, initial }: Transient,
  before: RunChoices,
): RunChoices {
  const { exposure = 1, overhang = 1 } = rain ?? facade ?? {};
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
    leak: leak?.flow ?? 0,
    gapBy:
      cavity?.opening !== undefined && cavity.airChangesPerHour === undefined
        ? 'openings'
        : 'changes',
    airChanges: cavity?.airChangesPerHour ?? before.airChanges,
    opening: cavity?.opening === undefined ? before.opening : cavity.opening * 1e-6,
    gapHeight: cavity?.height ?? before.gapHeight,
    screened: cavity?.screened ?? before.screened,
    wetStart: own ?? null,
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
  { name: 'Indoor air leaks in', change: { leak: 2e-5 } },
  { name: 'Closed in wet', change: { wetStart: WET_START } },
  { name: 'North side', change: { side: 'north' } },
  { name: 'South side', change: { side: 'south' } },
];
