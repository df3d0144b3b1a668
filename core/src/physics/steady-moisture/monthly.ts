import { AIR_PERMEABILITY } from '../../common/units/index.ts';
import { onceForCounted, type ResolvedWall } from '../build-up/index.ts';
import { condensingPlaneIndex } from './condensing-plane.ts';
import { runFor, type MonthlyRun } from './monthly-run.ts';
import type { Part } from './parts.ts';
import { steady } from './steady-month.ts';

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

type MonthlyVerdict = 'none' | 'dries' | 'accumulates';

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

/** How many times a month may be cut where a plane dries. */
const MAX_CUTS = 1000;

/**
 * Condensation and drying through the year by the monthly procedure of EN ISO 13788:2012, clause 6, along the cavity path,
 * as wall-file rule 9 states it: several wet planes at once, months cut where a plane dries, variable materials at the
 * mean RH of their faces, one run of twelve months from dry. It leaves out storage, liquid flow, air leaks and sun.
 *
 * @param wall a resolved wall; its balance is computed once
 */
export function monthlyBalance(wall: ResolvedWall): MonthlyBalance {
  return onceForCounted(wall, compute);
}

function compute(wall: ResolvedWall): MonthlyBalance {
  const plane = condensingPlaneIndex(wall);
  const run = runFor(wall);
  const { parts, faces, variable } = run;
  const { held, rates, pressures, vaporThicknesses } = run.workspace;
  const { dryRates, dryThicknesses, condensed, atEnd } = run.workspace;
  const { temperatures, saturation } = run.year;

  // Each month from dry. What it came to is taken up again where the run finds it dry.
  const mean = new Float64Array(12 * faces);
  const condenses: boolean[] = [];
  for (let m = 0; m < 12; m++) {
    steady(run, m);
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
    if (wet) steady(run, m);
    else for (const i of variable) vaporThicknesses[i] = dryThicknesses[base + i]!;
    if (m === wall.coldestMonth && plane !== null) vapor = dryingPermeance(run, plane);
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
    passMonth(run, m, mean);
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

function mostOf(values: Float64Array, count: number): number {
  let most = 0;
  for (let i = 0; i < count; i++) if (values[i]! > most) most = values[i]!;
  return most;
}

/** Lets month `m` pass over the water that is held, from the present state on; writes the month's mean pressures. */
function passMonth(run: MonthlyRun, m: number, mean: Float64Array): void {
  const { faces } = run;
  const { rates, pressures, held } = run.workspace;
  const seconds = SECONDS[m]!;
  const base = m * faces;
  mean.fill(0, base, base + faces);
  let remaining = seconds;
  for (let cut = 0; cut < MAX_CUTS && remaining > 0; cut++) {
    if (cut > 0) steady(run, m);
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

function dryingPermeance({ parts, workspace }: MonthlyRun, plane: number): DryingPermeance {
  const { vaporThicknesses } = workspace;
  let inward = 0;
  let outward = 0;
  for (let i = 0; i < parts.length; i++) {
    if (parts[i]!.layer < plane) inward += vaporThicknesses[i]!;
    else outward += vaporThicknesses[i]!;
  }
  return { inward: AIR_PERMEABILITY / inward, outward: AIR_PERMEABILITY / outward };
}
