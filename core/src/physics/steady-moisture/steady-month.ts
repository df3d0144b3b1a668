import { lowerHull } from './lower-hull.ts';
import type { MonthlyRun } from './monthly-run.ts';
import { partVaporThickness } from './parts.ts';

/** How still s_d must stand while variable materials settle, relative. */
const SETTLED = 1e-10;
const MAX_ITERATIONS = 1000;

/**
 * The steady state of a month over wet planes. At a plane that holds water the pressure is saturation; between such
 * planes and the surfaces it is the lower convex hull under the saturation pressures over s_d, whose corners are where
 * vapor condenses (EN ISO 13788:2012, 6.4 and 6.5; wall-file rule 9). Variable materials start from where they were.
 */
export function steady(run: MonthlyRun, m: number): void {
  const { parts, variable } = run;
  const { vaporThicknesses, pressures, lastAt, lastResidual } = run.workspace;
  const { saturation } = run.year;
  const base = m * run.faces;
  lowerHull(run, m);
  for (let iteration = 0; variable.length > 0 && iteration < MAX_ITERATIONS; iteration++) {
    let moved = 0;
    for (let k = 0; k < variable.length; k++) {
      const i = variable[k]!;
      const inner = Math.min(1, pressures[i]! / saturation[base + i]!);
      const outer = Math.min(1, pressures[i + 1]! / saturation[base + i + 1]!);
      const at = Math.log(vaporThicknesses[i]!);
      const residual = Math.log(partVaporThickness(parts[i]!, (inner + outer) / 2)) - at;
      moved = Math.max(moved, Math.abs(residual));
      const step = nextStep(iteration, residual, residual - lastResidual[k]!, at - lastAt[k]!);
      vaporThicknesses[i] = Math.exp(at + step);
      lastAt[k] = at;
      lastResidual[k] = residual;
    }
    lowerHull(run, m);
    if (moved <= SETTLED) return;
  }
}

/** Iterations of secant steps; after them small steps settle what swings. */
const SECANT_ITERATIONS = 40;
/** The longest step, in the logarithm of s_d. */
const MAX_STEP = 2;

/**
 * How far s_d moves in its logarithm. A retarder that opens with humidity answers its own opening, so that plain steps
 * swing; a secant through the last two iterations settles it.
 *
 * @param residual how far it is off
 * @param residualChange and `atChange`, by how much that and the place changed since the iteration before
 */
function nextStep(
  iteration: number,
  residual: number,
  residualChange: number,
  atChange: number,
): number {
  if (iteration === 0) return residual / 2;
  if (iteration > SECANT_ITERATIONS) return residual * 0.1;
  const slope = residualChange / atChange;
  // Where it does not fall as it should, the other materials moved it.
  if (!(slope < -0.2)) return residual / 2;
  return Math.max(-MAX_STEP, Math.min(MAX_STEP, -residual / slope));
}
