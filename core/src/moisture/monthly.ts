import { saturationPressure } from '../climate/index.ts';
import { interfaceTemperatures, pathResistances } from '../heat/index.ts';
import { isVariable } from '../materials/index.ts';
import { AIR_PERMEABILITY } from '../units/index.ts';
import type { ResolvedWall } from '../wall/index.ts';
import { condensingPlaneIndex } from './condensing-plane.ts';
import { partFaces, partsOf, partVaporThickness, type Part } from './parts.ts';

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

export interface MonthlyBalance {
  monthly: MonthlyWater;
  /** Null without a condensing plane. */
  vapor: DryingPermeance | null;
}

/** True lengths; February has 28 days (wall-file rule 9). */
const SECONDS = [31, 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31].map((days) => days * 86_400);

/** Less water than this is none, kg/m². */
const DRY = 1e-12;

/** How still s_d must stand while variable materials settle, relative. */
const SETTLED = 1e-10;
const MOST_ROUNDS = 1000;

/** How many times a month may be cut where a plane dries. */
const MOST_CUTS = 1000;

/** One month of a wall: everything that stands still in it. */
interface Month {
  /** p_sat at the faces of the parts, Pa; at the first and the last what stands there, at most saturation. */
  saturation: number[];
  inner: number;
  outer: number;
}

/** Room for the computation of one wall, used again for each state: little arrays made anew would cost more than it does. */
interface Work {
  parts: readonly Part[];
  /** Parts whose s_d depends on humidity. */
  variable: readonly number[];
  /** s_d of each part, m. */
  vaporThicknesses: Float64Array;
  /** By face: Pa. */
  pressures: Float64Array;
  /** By face: what condenses (negative: evaporates), kg/(m²s). */
  rates: Float64Array;
  /** Corners of the taut line: their faces, pressures, and s_d and slope from each to the next. */
  corners: Int32Array;
  heights: Float64Array;
  lengths: Float64Array;
  slopes: Float64Array;
}

/**
 * Condensation and drying through the year by the monthly procedure of EN ISO 13788:2012, clause 6, along the cavity path,
 * as wall-file rule 9 states it: several wet planes at once, months cut where a plane dries, variable materials at the
 * mean RH of their faces, one run of twelve months from dry. It leaves out storage, liquid flow, air leaks and sun.
 *
 * @param wall a resolved wall; its balance is computed once
 */
export function monthlyBalance(wall: ResolvedWall): MonthlyBalance {
  let balance = balances.get(wall);
  if (!balance) balances.set(wall, (balance = compute(wall)));
  return balance;
}

const balances = new WeakMap<ResolvedWall, MonthlyBalance>();

function compute(wall: ResolvedWall): MonthlyBalance {
  const plane = condensingPlaneIndex(wall);
  if (wall.counted === 0) return { monthly: { verdict: 'none', peak: 0, planes: [] }, vapor: null };
  const { parts, months } = prepare(wall);
  const work = workFor(parts);
  const faces = parts.length + 1;

  const dry = new Array<number>(faces).fill(0);
  const condenses = months.map((month, m) => {
    steady(work, month, dry);
    return mostOf(work.rates) * SECONDS[m]! > DRY;
  });
  const first = condenses.findIndex((wet, m) => wet && !condenses[(m + 11) % 12]);
  const start = first >= 0 ? first : condenses[0] ? 0 : null;

  const held = dry.slice();
  const condensed: number[][] = [];
  const atEnd: number[][] = [];
  let vapor: DryingPermeance | null = null;
  let peak = 0;
  for (let n = 0; n < 12; n++) {
    const m = ((start ?? 0) + n) % 12;
    const before = held.slice();
    steady(work, months[m]!, held);
    if (m === wall.coldestMonth && plane !== null) vapor = dryingPermeance(work, plane);
    if (start !== null) passMonth(work, months[m]!, SECONDS[m]!, held);
    atEnd[m] = held.slice();
    condensed[m] = atEnd[m].map((water, j) => water - before[j]!);
    peak = Math.max(
      peak,
      atEnd[m].reduce((sum, water) => sum + water, 0),
    );
  }
  const left = held.some((water) => water > DRY);
  return {
    monthly: {
      verdict: start === null ? 'none' : left ? 'accumulates' : 'dries',
      peak,
      planes: wetPlanes(wall, parts, condensed, atEnd),
    },
    vapor,
  };
}

function prepare(wall: ResolvedWall): { parts: Part[]; months: Month[] } {
  const resistances = wall.months.map((month) => pathResistances(wall, 'cavity', month));
  const largest = Float64Array.from({ length: wall.counted }, (_, i) =>
    Math.max(...resistances.map((year) => year[i]!)),
  );
  const parts = partsOf(wall, 'cavity', largest);
  const months = wall.months.map((conditions, m): Month => {
    const temperatures = partFaces(parts, interfaceTemperatures(wall, resistances[m]!, conditions));
    const saturation = temperatures.map(saturationPressure);
    return {
      saturation,
      inner: Math.min(conditions.indoorVaporPressure, saturation[0]!),
      outer: Math.min(conditions.outdoorVaporPressure, saturation[parts.length]!),
    };
  });
  return { parts, months };
}

function mostOf(values: Float64Array): number {
  let most = 0;
  for (let i = 0; i < values.length; i++) most = Math.max(most, values[i]!);
  return most;
}

function workFor(parts: readonly Part[]): Work {
  const last = parts.length;
  return {
    parts,
    variable: parts.flatMap(({ material }, i) => (material && isVariable(material) ? [i] : [])),
    vaporThicknesses: Float64Array.from(parts.map((part) => partVaporThickness(part, 0.5))),
    pressures: new Float64Array(last + 1),
    rates: new Float64Array(last + 1),
    corners: new Int32Array(last + 1),
    heights: new Float64Array(last + 1),
    lengths: new Float64Array(last + 1),
    slopes: new Float64Array(last + 1),
  };
}

/** Lets a month pass over the water that is held; `work` has its state at the start. */
function passMonth(work: Work, month: Month, seconds: number, held: number[]): void {
  const { rates } = work;
  let remaining = seconds;
  for (let cut = 0; cut < MOST_CUTS; cut++) {
    let step = remaining;
    let drying = -1;
    for (let j = 0; j < held.length; j++)
      if (held[j]! + rates[j]! * step < 0) {
        step = held[j]! / -rates[j]!;
        drying = j;
      }
    for (let j = 0; j < held.length; j++) {
      const water = held[j]! + rates[j]! * step;
      held[j] = j === drying || water < DRY ? 0 : water;
    }
    remaining -= step;
    if (drying < 0 || remaining <= 0) return;
    steady(work, month, held);
  }
}

/**
 * The steady state of a month over wet planes. At a plane that holds water the pressure is saturation; between such
 * planes and the surfaces it is the lower convex hull under the saturation pressures over s_d, whose corners are where
 * vapor condenses (EN ISO 13788:2012, 6.4 and 6.5; wall-file rule 9).
 */
function steady(work: Work, month: Month, held: number[]): void {
  const { parts, variable, vaporThicknesses, pressures } = work;
  const { saturation } = month;
  for (const i of variable) vaporThicknesses[i] = partVaporThickness(parts[i]!, 0.5);
  tautLine(work, month, held);
  for (let round = 0; variable.length > 0 && round < MOST_ROUNDS; round++) {
    // Retarders that open with humidity answer their own opening; smaller steps settle them.
    const share = round > 100 ? 0.1 : round > 5 ? 0.5 : 1;
    let moved = 0;
    for (const i of variable) {
      const inner = Math.min(1, pressures[i]! / saturation[i]!);
      const outer = Math.min(1, pressures[i + 1]! / saturation[i + 1]!);
      const wanted = partVaporThickness(parts[i]!, (inner + outer) / 2);
      const now = vaporThicknesses[i]!;
      moved = Math.max(moved, Math.abs(wanted / now - 1));
      vaporThicknesses[i] = now * (wanted / now) ** share;
    }
    if (moved <= SETTLED) return;
    tautLine(work, month, held);
  }
}

/** Pressures and condensation rates for given s_d: the taut line under the saturation pressures. */
function tautLine(work: Work, { saturation, inner, outer }: Month, held: number[]): void {
  const { vaporThicknesses, pressures, rates, corners, heights, lengths, slopes } = work;
  const last = vaporThicknesses.length;
  heights[0] = inner;
  corners[0] = 0;
  let count = 1;
  // A wet plane is never taken out again.
  for (let j = 1; j <= last; j++) {
    const height = j === last ? outer : saturation[j]!;
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
  rates.fill(0);
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
  condensed: readonly number[][],
  held: readonly number[][],
): WetPlane[] {
  const planes: WetPlane[] = [];
  for (let j = 1; j < parts.length; j++) {
    if (!condensed.some((month) => Math.abs(month[j]!) > DRY)) continue;
    const { layer, share, before } = parts[j]!;
    planes.push({
      layer: wall.layers[layer]!.id,
      ...(before === 0 ? { face: 'inner' } : { face: 'within', at: before * share }),
      condensed: condensed.map((month) => month[j]!),
      held: held.map((month) => month[j]!),
    });
  }
  return planes;
}

function dryingPermeance({ parts, vaporThicknesses }: Work, plane: number): DryingPermeance {
  let inward = 0;
  let outward = 0;
  parts.forEach(({ layer }, i) => {
    if (layer < plane) inward += vaporThicknesses[i]!;
    else outward += vaporThicknesses[i]!;
  });
  return { inward: AIR_PERMEABILITY / inward, outward: AIR_PERMEABILITY / outward };
}
