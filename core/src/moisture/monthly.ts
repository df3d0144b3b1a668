import { saturationPressure } from '../climate/index.ts';
import { pathResistances } from '../heat/index.ts';
import { isVariable } from '../materials/index.ts';
import { AIR_PERMEABILITY } from '../units/index.ts';
import { onceFor, type ResolvedWall } from '../wall/index.ts';
import { condensingPlaneIndex } from './condensing-plane.ts';
import { partsOf, partVaporThickness, type Part } from './parts.ts';

/** A plane that holds water in some month. kg/m², January first. */
export interface WetPlane {
  /** The layer outside the plane. */
  layer: string;
  face: 'inner' | 'within';
  /** With `within`: share of the layer's thickness from its inner face. */
  at?: number;
  /** Change over the month; negative where water evaporates. */
  condensed: number[];
  /** What is there at the month's end. */
  held: number[];
}

export type MonthlyVerdict = 'none' | 'dries' | 'accumulates';

/** The `moisture.monthly` part of a result file. */
export interface MonthlyWater {
  verdict: MonthlyVerdict;
  /** Largest sum over all planes at a month's end, kg/m². */
  peak: number;
  planes: WetPlane[];
}

/** Permeance from the condensing plane to each side, kg/(s·m²·Pa). */
export interface DryingPermeance {
  inward: number;
  outward: number;
}

/** The year at the faces of the parts: flat arrays, month after month, in each the faces from indoors. */
export interface FaceYear {
  /** How many faces there are. */
  faces: number;
  /** °C */
  temperatures: Float64Array;
  /** p_sat, Pa. */
  saturation: Float64Array;
  /** p as a mean over the month, which is cut where a plane dries: Pa. */
  pressures: Float64Array;
}

export interface MonthlyBalance {
  monthly: MonthlyWater;
  /** Null without a condensing plane. */
  vapor: DryingPermeance | null;
  /** The parts that the layers were split into. */
  parts: readonly Part[];
  year: FaceYear;
}

/** True lengths; February has 28 days (wall-file rule 9). */
const SECONDS = [31, 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31].map((days) => days * 86_400);

const MONTH_NUMBERS = SECONDS.map((_, m) => m);

/** Less water than this is none, kg/m². */
const DRY = 1e-12;

/** How still s_d must stand while variable materials settle, relative. */
const SETTLED = 1e-10;
const MAX_ITERATIONS = 1000;

/** How many times a month may be cut where a plane dries. */
const MAX_CUTS = 1000;

/** What stands still through the run: by month and face, as in `FaceYear`; pressures at the two surfaces, at most saturation. */
interface Climate12 {
  temperatures: Float64Array;
  saturation: Float64Array;
  inner: Float64Array;
  outer: Float64Array;
}

/**
 * Room for a computation, used again for each state and each wall: arrays made anew would cost more than it does.
 * Only the first `faces` entries count.
 */
interface Room {
  /** Of the parts whose s_d depends on humidity: the logarithm of s_d and how far it was off, a round ago. */
  lastAt: Float64Array;
  lastOff: Float64Array;
  /** The present state. By part: s_d, m. By face: p in Pa, and what condenses (negative: evaporates) in kg/(m²s). */
  vaporThicknesses: Float64Array;
  pressures: Float64Array;
  rates: Float64Array;
  /** By face: what is there, kg/m². */
  held: Float64Array;
  /** Corners of the taut line: their faces, pressures, and s_d and slope from each to the next. */
  corners: Int32Array;
  heights: Float64Array;
  lengths: Float64Array;
  slopes: Float64Array;
  /** By month and face: from dry, what condenses in kg/(m²s); over the run, the change of `held` and its end, kg/m². */
  dryRates: Float64Array;
  condensed: Float64Array;
  atEnd: Float64Array;
  /** By month and part. */
  dryThicknesses: Float64Array;
}

interface Work {
  room: Room;
  year: Climate12;
  parts: readonly Part[];
  faces: number;
  /** Parts whose s_d depends on humidity. */
  variable: readonly number[];
}

/**
 * Condensation and drying through the year by the monthly procedure of EN ISO 13788:2012, clause 6, along the cavity path,
 * as wall-file rule 9 states it: several wet planes at once, months cut where a plane dries, variable materials at the
 * mean RH of their faces, one run of twelve months from dry. It leaves out storage, liquid flow, air leaks and sun.
 *
 * @param wall a resolved wall; its balance is computed once
 */
export function monthlyBalance(wall: ResolvedWall): MonthlyBalance {
  return onceFor(wall, compute);
}

function compute(wall: ResolvedWall): MonthlyBalance {
  const plane = condensingPlaneIndex(wall);
  const work = workFor(wall);
  const { parts, faces, variable } = work;
  const { held, rates, pressures, vaporThicknesses } = work.room;
  const { dryRates, dryThicknesses, condensed, atEnd } = work.room;
  const { temperatures, saturation } = work.year;

  // Each month from dry. What it came to is taken up again where the run finds it dry.
  const mean = new Float64Array(12 * faces);
  const condenses: boolean[] = [];
  for (let m = 0; m < 12; m++) {
    steady(work, m);
    for (let j = 0; j < faces; j++) {
      mean[m * faces + j] = pressures[j]!;
      dryRates[m * faces + j] = rates[j]!;
    }
    for (const i of variable) dryThicknesses[m * faces + i] = vaporThicknesses[i]!;
    condenses.push(mostOf(rates, faces) * SECONDS[m]! > DRY);
  }
  const first = condenses.findIndex((wet, m) => wet && !condenses[(m + 11) % 12]);
  const start = first >= 0 ? first : condenses[0] ? 0 : null;

  let vapor: DryingPermeance | null = null;
  let peak = 0;
  for (let n = 0; n < 12; n++) {
    const m = ((start ?? 0) + n) % 12;
    const base = m * faces;
    const wet = mostOf(held, faces) > 0;
    if (wet) steady(work, m);
    else for (const i of variable) vaporThicknesses[i] = dryThicknesses[base + i]!;
    if (m === wall.coldestMonth && plane !== null) vapor = dryingPermeance(work, plane);
    if (!wet && !condenses[m]) {
      condensed.fill(0, base, base + faces);
      atEnd.fill(0, base, base + faces);
      continue;
    }
    if (!wet)
      for (let j = 0; j < faces; j++) {
        pressures[j] = mean[base + j]!;
        rates[j] = dryRates[base + j]!;
      }
    for (let j = 0; j < faces; j++) condensed[base + j] = -held[j]!;
    passMonth(work, m, mean);
    let sum = 0;
    for (let j = 0; j < faces; j++) {
      condensed[base + j] = condensed[base + j]! + held[j]!;
      atEnd[base + j] = held[j]!;
      sum += held[j]!;
    }
    peak = Math.max(peak, sum);
  }
  return {
    monthly: {
      verdict: start === null ? 'none' : mostOf(held, faces) > DRY ? 'accumulates' : 'dries',
      peak,
      planes: start === null ? [] : wetPlanes(wall, parts, condensed, atEnd),
    },
    vapor,
    parts,
    year: { faces, temperatures, saturation, pressures: mean },
  };
}

function workFor(wall: ResolvedWall): Work {
  const resistances = wall.months.map((month) => pathResistances(wall, 'cavity', month));
  const largest = resistances[0]!.slice();
  for (const year of resistances)
    for (let i = 0; i < largest.length; i++) largest[i] = Math.max(largest[i]!, year[i]!);
  const parts = partsOf(wall, 'cavity', largest);
  const faces = parts.length + 1;
  if (faces > room.pressures.length) room = roomFor(2 * faces);
  room.held.fill(0, 0, faces);
  const variable: number[] = [];
  for (let i = 0; i < parts.length; i++) {
    const part = parts[i]!;
    // The parts of a layer are alike.
    room.vaporThicknesses[i] =
      part.before > 0 ? room.vaporThicknesses[i - 1]! : partVaporThickness(part, 0.5);
    if (part.material && isVariable(part.material)) variable.push(i);
  }
  return { room, year: climateAt(wall, parts, resistances), parts, faces, variable };
}

function roomFor(faces: number): Room {
  const array = (length = faces) => new Float64Array(length);
  return {
    lastAt: array(),
    lastOff: array(),
    vaporThicknesses: array(),
    pressures: array(),
    rates: array(),
    held: array(),
    corners: new Int32Array(faces),
    heights: array(),
    lengths: array(),
    slopes: array(),
    dryRates: array(12 * faces),
    condensed: array(12 * faces),
    atEnd: array(12 * faces),
    dryThicknesses: array(12 * faces),
  };
}

let room = roomFor(64);

function climateAt(
  wall: ResolvedWall,
  parts: readonly Part[],
  resistances: readonly Float64Array[],
): Climate12 {
  const last = parts.length;
  const faces = last + 1;
  const temperatures = new Float64Array(12 * faces);
  const saturation = new Float64Array(12 * faces);
  const inner = new Float64Array(12);
  const outer = new Float64Array(12);
  wall.months.forEach((conditions, m) => {
    const { indoorTemperature, outdoorTemperature } = conditions;
    const layers = resistances[m]!;
    let total = wall.innerFilm + wall.outerFilm;
    for (let i = 0; i < layers.length; i++) total += layers[i]!;
    const flux = (indoorTemperature - outdoorTemperature) / total;
    let passed = wall.innerFilm;
    for (let j = 0; j < faces; j++) {
      const temperature = indoorTemperature - flux * passed;
      temperatures[m * faces + j] = temperature;
      saturation[m * faces + j] = saturationPressure(temperature);
      if (j < last) passed += layers[parts[j]!.layer]! * parts[j]!.share;
    }
    inner[m] = Math.min(conditions.indoorVaporPressure, saturation[m * faces]!);
    outer[m] = Math.min(conditions.outdoorVaporPressure, saturation[m * faces + last]!);
  });
  return { temperatures, saturation, inner, outer };
}

function mostOf(values: Float64Array, count: number): number {
  let most = 0;
  for (let i = 0; i < count; i++) if (values[i]! > most) most = values[i]!;
  return most;
}

/** Lets month `m` pass over the water that is held, from the present state on; writes the month's mean pressures. */
function passMonth(work: Work, m: number, mean: Float64Array): void {
  const { faces } = work;
  const { rates, pressures, held } = work.room;
  const seconds = SECONDS[m]!;
  const base = m * faces;
  mean.fill(0, base, base + faces);
  let remaining = seconds;
  for (let cut = 0; cut < MAX_CUTS && remaining > 0; cut++) {
    if (cut > 0) steady(work, m);
    let step = remaining;
    let drying = -1;
    for (let j = 0; j < faces; j++)
      if (held[j]! + rates[j]! * step < 0) {
        step = held[j]! / -rates[j]!;
        drying = j;
      }
    for (let j = 0; j < faces; j++) {
      const water = held[j]! + rates[j]! * step;
      held[j] = j === drying || water < DRY ? 0 : water;
      mean[base + j] = mean[base + j]! + (pressures[j]! * step) / seconds;
    }
    if (drying < 0) break;
    remaining -= step;
  }
}

/**
 * The steady state of a month over wet planes. At a plane that holds water the pressure is saturation; between such
 * planes and the surfaces it is the lower convex hull under the saturation pressures over s_d, whose corners are where
 * vapor condenses (EN ISO 13788:2012, 6.4 and 6.5; wall-file rule 9). Variable materials start from where they were.
 */
function steady(work: Work, m: number): void {
  const { parts, variable } = work;
  const { vaporThicknesses, pressures, lastAt, lastOff } = work.room;
  const { saturation } = work.year;
  const base = m * work.faces;
  tautLine(work, m);
  for (let round = 0; variable.length > 0 && round < MAX_ITERATIONS; round++) {
    let moved = 0;
    for (let k = 0; k < variable.length; k++) {
      const i = variable[k]!;
      const inner = Math.min(1, pressures[i]! / saturation[base + i]!);
      const outer = Math.min(1, pressures[i + 1]! / saturation[base + i + 1]!);
      const at = Math.log(vaporThicknesses[i]!);
      const off = Math.log(partVaporThickness(parts[i]!, (inner + outer) / 2)) - at;
      moved = Math.max(moved, Math.abs(off));
      const step = nextStep(round, off, off - lastOff[k]!, at - lastAt[k]!);
      vaporThicknesses[i] = Math.exp(at + step);
      lastAt[k] = at;
      lastOff[k] = off;
    }
    tautLine(work, m);
    if (moved <= SETTLED) return;
  }
}

/** Rounds of secant steps; after them small steps settle what swings. */
const SECANT_ROUNDS = 40;
/** The longest step, in the logarithm of s_d. */
const MAX_STEP = 2;

/**
 * How far s_d moves in its logarithm. A retarder that opens with humidity answers its own opening, so that plain steps
 * swing; a secant through the last two rounds settles it.
 *
 * @param off how far it is off
 * @param offChange and `atChange`, by how much that and the place changed since the round before
 */
function nextStep(round: number, off: number, offChange: number, atChange: number): number {
  if (round === 0) return off / 2;
  if (round > SECANT_ROUNDS) return off * 0.1;
  const slope = offChange / atChange;
  // Where it does not fall as it should, the other materials moved it.
  if (!(slope < -0.2)) return off / 2;
  return Math.max(-MAX_STEP, Math.min(MAX_STEP, -off / slope));
}

/** Pressures and condensation rates for the present s_d: the taut line under the saturation pressures. */
function tautLine(work: Work, m: number): void {
  const { faces, year } = work;
  const { vaporThicknesses, pressures, rates, held } = work.room;
  const { corners, heights, lengths, slopes } = work.room;
  const { saturation } = year;
  const last = faces - 1;
  const base = m * faces;
  const outer = year.outer[m]!;
  heights[0] = year.inner[m]!;
  corners[0] = 0;
  let count = 1;
  // A wet plane is never taken out again.
  for (let j = 1; j <= last; j++) {
    const height = j === last ? outer : saturation[base + j]!;
    let length = vaporThicknesses[j - 1]!;
    let slope = (height - heights[count - 1]!) / length;
    while (count > 1 && held[corners[count - 1]!] === 0 && slopes[count - 2]! >= slope) {
      count--;
      length += lengths[count - 1]!;
      slope = (height - heights[count - 1]!) / length;
    }
    lengths[count - 1] = length;
    slopes[count - 1] = slope;
    heights[count] = height;
    corners[count++] = j;
  }
  rates.fill(0, 0, faces);
  pressures[last] = outer;
  for (let c = 0; c + 1 < count; c++) {
    const from = corners[c]!;
    const to = corners[c + 1]!;
    let pressure = heights[c]!;
    for (let j = from; j < to; j++) {
      pressures[j] = pressure;
      pressure += slopes[c]! * vaporThicknesses[j]!;
    }
    if (c > 0) rates[from] = AIR_PERMEABILITY * (slopes[c]! - slopes[c - 1]!);
  }
}

function wetPlanes(
  wall: ResolvedWall,
  parts: readonly Part[],
  condensed: Float64Array,
  held: Float64Array,
): WetPlane[] {
  const faces = parts.length + 1;
  const planes: WetPlane[] = [];
  for (let j = 1; j < parts.length; j++) {
    const byMonth = (values: Float64Array): number[] =>
      MONTH_NUMBERS.map((m) => values[m * faces + j]!);
    const changes = byMonth(condensed);
    if (!changes.some((change) => Math.abs(change) > DRY)) continue;
    const { layer, share, before } = parts[j]!;
    planes.push({
      layer: wall.layers[layer]!.id,
      ...(before === 0 ? { face: 'inner' } : { face: 'within', at: before * share }),
      condensed: changes,
      held: byMonth(held),
    });
  }
  return planes;
}

function dryingPermeance({ parts, room }: Work, plane: number): DryingPermeance {
  const { vaporThicknesses } = room;
  let inward = 0;
  let outward = 0;
  for (let i = 0; i < parts.length; i++) {
    if (parts[i]!.layer < plane) inward += vaporThicknesses[i]!;
    else outward += vaporThicknesses[i]!;
  }
  return { inward: AIR_PERMEABILITY / inward, outward: AIR_PERMEABILITY / outward };
}
