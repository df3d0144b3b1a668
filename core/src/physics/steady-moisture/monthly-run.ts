import { saturationPressure } from '../climate/index.ts';
import { pathResistances } from '../steady-heat/index.ts';
import { isVariable } from '../materials/index.ts';
import type { ResolvedWall } from '../build-up/index.ts';
import { partsOf, partVaporThickness, type Part } from './parts.ts';

/** What stands still through the run: by month and face, as in `FaceYear`; pressures at the two surfaces, at most saturation. */
interface Climate12 {
  temperatures: Float64Array;
  saturation: Float64Array;
  inner: Float64Array;
  outer: Float64Array;
}

/**
 * MonthlyWorkspace for a computation, used again for each state and each wall: arrays made anew would cost more than it does.
 * Only the first `faces` entries count.
 */
interface MonthlyWorkspace {
  /** Of the parts whose s_d depends on humidity: the logarithm of s_d and how far it was off, an iteration ago. */
  lastAt: Float64Array;
  lastResidual: Float64Array;
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

/** One run of twelve months. */
export interface MonthlyRun {
  workspace: MonthlyWorkspace;
  year: Climate12;
  parts: readonly Part[];
  faces: number;
  /** Parts whose s_d depends on humidity. */
  variable: readonly number[];
}

/** A run of a wall's twelve months from dry, in the one workspace. */
export function runFor(wall: ResolvedWall): MonthlyRun {
  const resistances = wall.months.map((month) => pathResistances(wall, 'cavity', month));
  const largest = resistances[0]!.slice();
  for (const year of resistances)
    for (let i = 0; i < largest.length; i++) largest[i] = Math.max(largest[i]!, year[i]!);
  const parts = partsOf(wall, 'cavity', largest);
  const faces = parts.length + 1;
  if (faces > workspace.pressures.length) workspace = workspaceFor(2 * faces);
  workspace.held.fill(0, 0, faces);
  const variable: number[] = [];
  for (let i = 0; i < parts.length; i++) {
    const part = parts[i]!;
    // The parts of a layer are alike.
    workspace.vaporThicknesses[i] =
      part.before > 0 ? workspace.vaporThicknesses[i - 1]! : partVaporThickness(part, 0.5);
    if (part.material && isVariable(part.material)) variable.push(i);
  }
  return { workspace, year: climateAt(wall, parts, resistances), parts, faces, variable };
}

function workspaceFor(faces: number): MonthlyWorkspace {
  const array = (length = faces) => new Float64Array(length);
  return {
    lastAt: array(),
    lastResidual: array(),
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

let workspace = workspaceFor(64);

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
