import { isWood } from '../materials/index.ts';
import { condensingPlaneIndex } from '../moisture/index.ts';
import { measured, say, type Message } from '../units/index.ts';
import { frameEnd, lower, type ResolvedLayer, type ResolvedWall } from '../wall/index.ts';
import { MOLD_LIMIT } from './mold.ts';
import type { SimulationClimate, SimulationResult, Transient } from './types.ts';

/** What a person chooses about a run; the rest follows from the wall. */
export interface RunChoices {
  years: number;
  /** 0 for January. */
  startMonth: number;
  side: 'north' | 'east' | 'south' | 'west';
  /** Share of the driven rain that gets to the outer face of the watched layer, 0 to 1. */
  rainShare: number;
  /** Indoor air that leaks to its inner face, m³/(m²·s). */
  leak: number;
  /** Changes of air an hour in the gap behind the cladding; 0 closes it. */
  airChanges: number;
  /** Moisture content of the watched layer at the start, kg/kg; null for 70 % RH like the rest. */
  wetStart: number | null;
}

export const USUAL_RUN: RunChoices = {
  years: 2,
  startMonth: 9,
  side: 'north',
  rainShare: 0.01,
  leak: 0,
  airChanges: 50,
  wetStart: null,
};

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

/** How a wall is run by a person's choices. @returns null for a wall with nothing to watch */
export function transientFor(
  wall: ResolvedWall,
  choices: RunChoices,
  climate: SimulationClimate,
): Transient | null {
  const watched = watchedLayer(wall);
  if (!watched) return null;
  const gap = ventilatedGap(wall);
  return {
    climate,
    side: choices.side,
    start: MONTH_STARTS[choices.startMonth]! * 24,
    hours: Math.round(choices.years * 8760),
    watch: watched.id,
    initial: {
      temperature: 15,
      relativeHumidity: 0.7,
      ...(choices.wetStart === null
        ? {}
        : { layers: { [watched.id]: { moistureContent: choices.wetStart } } }),
    },
    ...(gap ? { cavity: { layer: gap.id, airChangesPerHour: choices.airChanges } } : {}),
    ...(choices.rainShare > 0
      ? { rain: { layer: watched.id, face: 'outer' as const, share: choices.rainShare } }
      : {}),
    ...(choices.leak > 0
      ? { leak: { layer: watched.id, face: 'inner' as const, flow: choices.leak } }
      : {}),
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

/** The longest a layer may be above 20 % moisture, h. */
const DAMP_SPELL = 30 * 24;
const YEAR = 8760;

export interface RunVerdict {
  id: 'mold' | 'damp' | 'drying';
  status: 'pass' | 'caution' | 'fail' | 'info';
  title: Message;
  reason: Message;
}

/** What a run says of the wall: mold after ASHRAE 160, moisture of the watched wood, and drying where it started wet. */
export function runVerdicts(
  { mold, peak, above20, dryTo16, hours, end }: SimulationResult,
  { wetStart }: Pick<RunChoices, 'wetStart'>,
  name: string,
): RunVerdict[] {
  const index = mold.sensitive;
  const verdicts: RunVerdict[] = [
    {
      id: 'mold',
      status: index >= MOLD_LIMIT ? 'fail' : index >= 1 ? 'caution' : 'pass',
      title: say`Mold index ${index.toFixed(1)} on the inner face of ${lower(name)}${index >= MOLD_LIMIT ? ': mold grows visibly' : ''}`,
      reason: say`ASHRAE 160 asks for less than 3, class sensitive (wood panels). Very sensitive ${mold['very-sensitive'].toFixed(1)}, medium resistant ${mold['medium-resistant'].toFixed(1)}. Mold is a matter of health.`,
    },
  ];
  if (peak.mc.value > 0)
    verdicts.push({
      id: 'damp',
      status: above20.longest > DAMP_SPELL ? 'fail' : above20.hours > 0 ? 'caution' : 'pass',
      title:
        above20.hours > 0
          ? say`${name} is above 20 % moisture for ${String(Math.round(above20.longest / 24))} days at a stretch`
          : say`${name} stays at ${measured('share', peak.mc.value)} moisture or less`,
      reason: say`At most ${measured('share', peak.mc.value)}, in its inner third ${measured('share', peak.mcInner.value)}; 30 days above 20 % are too many. At the end ${measured('share', end.mc)}.`,
    });
  if (wetStart !== null)
    verdicts.push({
      id: 'drying',
      status:
        dryTo16 === null ? (hours >= YEAR ? 'fail' : 'info') : dryTo16 > YEAR ? 'fail' : 'pass',
      title:
        dryTo16 === null
          ? say`${name} does not dry to 16 % in ${String(Math.round(hours / 24))} days`
          : say`${name} dries to 16 % in ${String(Math.round(dryTo16 / 24))} days`,
      reason: say`From ${measured('share', wetStart)} at the start; within a year is the least to ask.`,
    });
  return verdicts;
}
