import { random, type WeatherYear } from '../../physics/climate/index.ts';
import {
  gapOpening,
  judgedRunSteps,
  rainAt,
  type JudgedRun,
  type SimulationFile,
} from '../../physics/transient/index.ts';
import type { LayerAssessment } from '../assessment/index.ts';
import type { Material, Materials, Table } from '../../physics/materials/index.ts';
import {
  resolveWall,
  ventilatedGap,
  type ResolvedWall,
  type WallFile,
} from '../../physics/build-up/index.ts';
import { damageOf, judgeRuns } from './hourly.ts';
import { moistureOf } from './in-parts.ts';
import { madeUpWeather, standardRuns, WEATHER_SEED } from './standard-runs.ts';
import { sureVerdict, type SureVerdict } from './sure.ts';
import type { MoistureStatus } from './types.ts';

/** How far what nobody knows of a house may lie from what is assumed. docs/judgment.md has the sources. */
export interface SampleRanges {
  /** Air leak: two thirds of the houses lie within ×/÷ this. */
  leak: number;
  /** Pressure that fans keep up, Pa: up or down by so much. */
  pressure: number;
  /** Indoor relative humidity: up or down by so much. */
  humidity: number;
  /** Permeance of panels: within ×/÷ this. */
  permeance: number;
  /** Rain that reaches the water barrier, shares of the driven rain: from, to. */
  rain: readonly [number, number];
  /** Air of the gap: two thirds lie within ×/÷ this. */
  gap: number;
  /** Water that materials hold: up or down by this share. */
  sorption: number;
  /** So many made-up years of weather. */
  years: number;
}

export const SAMPLE_RANGES: SampleRanges = {
  leak: 3,
  pressure: 2,
  humidity: 0.05,
  permeance: 1.5,
  rain: [0.001, 0.02],
  gap: 3,
  sorption: 0.15,
  years: 10,
};

/** What is drawn anew for each sample. */
const SAMPLED = [
  'leak',
  'humidity',
  'side',
  'permeance',
  'rain',
  'gap',
  'sorption',
  'weather',
  'pressure',
] as const;
export type Sampled = (typeof SAMPLED)[number];

export interface Sample {
  /** By what is drawn: factors, shares, degrees, number of the year. */
  drawn: Record<Sampled, number>;
  moisture: MoistureStatus;
  /** How far it went, 1 where it fails: the worst of mold over 3, damp days over 30, water over its limit. */
  damage: number;
}

/** Fewer samples than this rank nothing. */
const RANKED = 30;

/** What all samples say together. */
export interface SampleSummary {
  samples: number;
  /** Shares of them, 0 to 1. */
  failing: number;
  cautious: number;
  verdict: SureVerdict;
  /** Rank correlation of the damage with each input, the strongest first; none of fewer than 30 samples. */
  matters: { input: Sampled; correlation: number }[];
}

/** Standard normal numbers from evenly spread ones (Box and Muller). */
const normal = (next: () => number): number =>
  Math.sqrt(-2 * Math.log(1 - next())) * Math.cos(2 * Math.PI * next());

/** The draws of a sample: the same for the same number and seed. */
export function drawSample(number: number, ranges: SampleRanges, seed: number): Sample['drawn'] {
  const next = random(seed + 7919 * (number + 1));
  // The first few of a seed lie close together.
  for (let i = 0; i < 5; i++) next();
  const between = (low: number, high: number): number => low + (high - low) * next();
  const [leastRain, mostRain] = ranges.rain;
  return {
    leak: ranges.leak ** normal(next),
    humidity: between(-ranges.humidity, ranges.humidity),
    side: Math.floor(16 * next()) * 22.5,
    permeance: ranges.permeance ** between(-1, 1),
    rain: leastRain > 0 ? leastRain * (mostRain / leastRain) ** next() : mostRain * next(),
    gap: ranges.gap ** normal(next),
    sorption: 1 + between(-ranges.sorption, ranges.sorption),
    weather: Math.floor(ranges.years * next()),
    pressure: between(-ranges.pressure, ranges.pressure),
  };
}

const PANELS = new Set(['wood-panel', 'composite', 'gypsum', 'cement-panel']);

/** Materials as a sample has them: panels more or less permeable, and all of them holding more or less water. */
function sampledMaterials(wall: ResolvedWall, { permeance, sorption }: Sample['drawn']): Materials {
  const scaled = (table: Table, by: number): Table => table.map(([x, y]) => [x, by * y]);
  const changed: Record<string, Material> = {};
  for (const { fill, fillId, source } of wall.layers) {
    if (!fill) continue;
    let { vapor } = fill;
    if (source.kind === 'sheet' && PANELS.has(fill.category ?? '')) {
      if ('mu' in vapor) vapor = { mu: vapor.mu / permeance };
      else if ('muTable' in vapor) vapor = { muTable: scaled(vapor.muTable, 1 / permeance) };
      else if ('permeance' in vapor) vapor = { permeance: vapor.permeance * permeance };
      else vapor = { permeanceTable: scaled(vapor.permeanceTable, permeance) };
    }
    changed[fillId!] = {
      ...fill,
      vapor,
      ...(fill.sorption ? { sorption: scaled(fill.sorption, sorption) } : {}),
      ...(fill.waterAbsorption
        ? {
            waterAbsorption: {
              ...fill.waterAbsorption,
              saturation: fill.waterAbsorption.saturation * sorption,
            },
          }
        : {}),
    };
  }
  return changed;
}

/** The run of a sample. */
function sampledRun(
  wall: ResolvedWall,
  drawn: Sample['drawn'],
  weather: WeatherYear,
): SimulationFile {
  const file: WallFile = {
    ...wall.file,
    materials: { ...wall.file.materials, ...sampledMaterials(wall, drawn) },
  };
  const [standard] = standardRuns({ ...wall, file }, weather);
  const { transient } = standard!;
  const gap = ventilatedGap(wall);
  const rain = rainAt(wall, drawn.rain);
  return {
    ...standard!,
    transient: {
      ...transient,
      side: drawn.side,
      indoorHumidity: drawn.humidity,
      ...(rain ? { rain } : {}),
      ...(transient.cavity && gap
        ? { cavity: { ...transient.cavity, opening: gapOpening(wall, gap) * drawn.gap } }
        : {}),
      ...(transient.laps
        ? { laps: { ...transient.laps, flow: transient.laps.flow * drawn.gap } }
        : {}),
      ...(transient.leak && 'q50' in transient.leak
        ? {
            leak: {
              ...transient.leak,
              q50: transient.leak.q50 * drawn.leak,
              pressure: (wall.file.pressure ?? 0) + drawn.pressure,
            },
          }
        : {}),
    },
  };
}

/**
 * Simulates one sample of a wall: two years, the second judged as the standard exposure is. A generator that yields the
 * hours passed.
 *
 * @param number of the sample, from 0
 * @param hours of an imported weather file, which then stands for all years; null for made-up ones
 * @returns null where the run does not count
 */
export function* sampleSteps(
  assessment: LayerAssessment,
  number: number,
  { ranges = SAMPLE_RANGES, seed = WEATHER_SEED }: { ranges?: SampleRanges; seed?: number } = {},
  hours: WeatherYear | null = null,
): Generator<number, Sample | null, boolean | undefined> {
  const { wall } = moistureOf(assessment);
  const drawn = drawSample(number, ranges, seed);
  const weather = hours ?? madeUpWeather(wall, WEATHER_SEED + drawn.weather);
  const file = sampledRun(wall, drawn, weather);
  const run: JudgedRun = yield* judgedRunSteps(file, weather);
  const sampled = { ...assessment, wall: resolveWall(file.wall) };
  const decision = judgeRuns(sampled, [run]);
  return decision && { drawn, moisture: decision.moisture, damage: damageOf(sampled, run) };
}

/** Ranks from 0, equal values sharing their mean rank. */
function ranks(values: readonly number[]): number[] {
  const order = values.map((_, i) => i).toSorted((a, b) => values[a]! - values[b]!);
  const found = new Array<number>(values.length);
  for (let i = 0; i < order.length;) {
    let end = i;
    while (end < order.length && values[order[end]!] === values[order[i]!]) end++;
    for (let k = i; k < end; k++) found[order[k]!] = (i + end - 1) / 2;
    i = end;
  }
  return found;
}

/**
 * Rank correlation (Spearman 1904): the correlation of the ranks.
 *
 * @returns −1 to 1; 0 where one of both does not vary
 */
export function rankCorrelation(a: readonly number[], b: readonly number[]): number {
  const [x, y] = [ranks(a), ranks(b)];
  const mean = (a.length - 1) / 2;
  let [xy, xx, yy] = [0, 0, 0];
  for (let i = 0; i < a.length; i++) {
    const dx = x[i]! - mean;
    const dy = y[i]! - mean;
    xy += dx * dy;
    xx += dx * dx;
    yy += dy * dy;
  }
  return xx > 0 && yy > 0 ? xy / Math.sqrt(xx * yy) : 0;
}

/** What samples say together. @param samples at least one */
export function summarizeSamples(samples: readonly Sample[]): SampleSummary {
  const share = (status: MoistureStatus): number =>
    samples.filter(({ moisture }) => moisture === status).length / samples.length;
  const failing = share('fail');
  const damage = samples.map((sample) => sample.damage);
  return {
    samples: samples.length,
    failing,
    cautious: share('caution'),
    verdict: sureVerdict(failing),
    matters: (samples.length < RANKED ? [] : SAMPLED.filter((input) => input !== 'weather'))
      .map((input) => ({
        input,
        correlation: rankCorrelation(
          samples.map(({ drawn }) => drawn[input]),
          damage,
        ),
      }))
      .toSorted((a, b) => Math.abs(b.correlation) - Math.abs(a.correlation)),
  };
}
