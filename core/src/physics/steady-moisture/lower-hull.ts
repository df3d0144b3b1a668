import { AIR_PERMEABILITY } from '../../common/units/index.ts';
import type { MonthlyRun } from './monthly-run.ts';

/** Pressures and condensation rates for the present s_d: the lower convex hull under the saturation pressures over s_d. */
export function lowerHull(run: MonthlyRun, m: number): void {
  if (straight(run, m)) return;
  const { faces, year } = run;
  const { vaporThicknesses, pressures, rates, held } = run.workspace;
  const { corners, heights, lengths, slopes } = run.workspace;
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

/** The straight line over s_d, where no plane is wet and it stays under all saturation pressures. @returns whether it does */
function straight({ faces, year, workspace }: MonthlyRun, m: number): boolean {
  const { vaporThicknesses, pressures, rates, held } = workspace;
  const { saturation } = year;
  const last = faces - 1;
  const base = m * faces;
  const inner = year.inner[m]!;
  const outer = year.outer[m]!;
  let length = 0;
  for (let j = 0; j < last; j++) length += vaporThicknesses[j]!;
  const slope = (outer - inner) / length;
  let pressure = inner;
  pressures[0] = inner;
  for (let j = 1; j < last; j++) {
    pressure += slope * vaporThicknesses[j - 1]!;
    if (held[j]! > 0 || pressure > saturation[base + j]!) return false;
    pressures[j] = pressure;
  }
  pressures[last] = outer;
  rates.fill(0, 0, faces);
  return true;
}
