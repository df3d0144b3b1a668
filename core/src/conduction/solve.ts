import { InputError } from '../errors.ts';
import { eliminate } from './elimination.ts';
import { firstGrid, split } from './grid.ts';
import { forEachAt, networkOf, scaleOf, sideConductance } from './network.ts';
import {
  SIDES,
  type Grid,
  type PlaneSection,
  type PlaneSolution,
  type RefinedSolution,
  type SideName,
} from './types.ts';

export interface SolveOptions {
  /** Refinement ends when it changes the heat flow by less than this, relative. Default 0.001 (EN ISO 10211 asks for 1 %). */
  tolerance?: number;
  /** The most cells of a grid. Default 60,000. */
  cellBudget?: number;
}

const TOLERANCE = 1e-3;
const CELL_BUDGET = 60_000;

/** Share of the error estimate that a refinement goes after. */
const CHASED = 0.9;

/** Excess dissipation below this share of the heat flow is rounding. */
const MIN_EXCESS = 1e-12;

/**
 * Steady two-dimensional heat conduction in a plane section, by finite volumes on a rectilinear grid that is refined
 * where the flow bends, until the heat flow changes by less than the tolerance. Yields before each grid but the first,
 * so that a caller can stop in between.
 *
 * The heat flow is extrapolated: on these grids it errs in proportion to the excess dissipation (see `excessByStrip`),
 * so the line through the last two grids is followed to no excess. Measured on the reference walls this saves two
 * refinements out of five.
 *
 * @param section rectangles (m, W/(m·K)) and sides (°C, m²K/W)
 * @returns the solution on the last grid, as the generator's result
 * @throws InputError for a section that is none, without any side that has a temperature, or with more edges than the
 *   budget of cells allows
 * @see EN ISO 10211:2017, clause 7; its Annex A cases 1 and 2 are tests of this project
 */
export function* planeSteps(
  section: PlaneSection,
  { tolerance = TOLERANCE, cellBudget = CELL_BUDGET }: SolveOptions = {},
): Generator<undefined, RefinedSolution> {
  if (Object.keys(section.sides).length === 0)
    throw new InputError(
      'sides',
      'all sides are adiabatic',
      'at least one side with a temperature',
    );
  const grid = firstGrid(section);
  if (grid.conductivity.length > cellBudget)
    throw new InputError(
      'rectangles',
      `the section has so many edges that its coarsest grid has ${grid.conductivity.length} cells`,
      `at most ${cellBudget} cells`,
    );
  let solution = solveOn(grid, section.sides);
  let excess = excessByStrip(solution);
  let flow = inflow(solution);
  let extrapolated = flow;
  // What one grid alone tells: on the reference walls it errs by about twice its excess.
  let change = flow === 0 ? 0 : (2 * sum(excess)) / flow;
  let settled = false;
  while (true) {
    const finer = settled || flow === 0 ? null : refine(section, solution, excess);
    if (finer === null || finer.conductivity.length > cellBudget)
      return {
        ...solution,
        throughFlow: extrapolated,
        change,
        ended: finer === null ? 'tolerance' : 'budget',
      };
    yield;
    const [flowBefore, excessBefore, extrapolatedBefore] = [flow, sum(excess), extrapolated];
    solution = solveOn(finer, section.sides);
    excess = excessByStrip(solution);
    flow = inflow(solution);
    const slope = (flow - flowBefore) / (excessBefore - sum(excess));
    extrapolated = sum(excess) < excessBefore ? flow + slope * sum(excess) : flow;
    change = Math.abs(extrapolatedBefore / extrapolated - 1);
    settled = change <= tolerance;
  }
}

/** `planeSteps` in one go. */
export function solvePlane(section: PlaneSection, options: SolveOptions = {}): RefinedSolution {
  const steps = planeSteps(section, options);
  let step = steps.next();
  while (!step.done) step = steps.next();
  return step.value;
}

/** Solves on one given grid, without refinement. */
export function solveOn(grid: Grid, sides: PlaneSection['sides']): PlaneSolution {
  const scaled = eliminate(networkOf(grid, sides));
  const { low, range } = scaleOf(sides);
  const heatFlow = { x0: 0, x1: 0, y0: 0, y1: 0 };
  for (const name of SIDES) {
    const side = sides[name];
    if (!side) continue;
    const environment = (side.temperature - low) / range;
    forEachAt(grid, name, (at) => {
      heatFlow[name] += sideConductance(grid, name, side, at) * (environment - scaled[at]!) * range;
    });
  }
  const flows = Object.values(heatFlow);
  const largest = Math.max(...flows.map(Math.abs));
  return {
    ...grid,
    temperature: scaled.map((t) => low + range * t),
    sides,
    heatFlow,
    imbalance: largest === 0 ? 0 : Math.abs(sum(flows)) / largest,
  };
}

function inflow({ heatFlow }: PlaneSolution): number {
  return sum(Object.values(heatFlow).map((flow) => Math.max(0, flow)));
}

function sum(values: ArrayLike<number>): number {
  let total = 0;
  for (let i = 0; i < values.length; i++) total += values[i]!;
  return total;
}

/**
 * A grid whose strips are cut in two where the error is: those with the most excess dissipation, until they hold nine
 * tenths of it.
 *
 * @returns null when there is no error left to chase
 */
function refine(section: PlaneSection, solution: PlaneSolution, excess: Float64Array): Grid | null {
  const total = sum(excess);
  if (total < MIN_EXCESS * inflow(solution)) return null;
  const columns = solution.x.length - 1;
  const column = new Uint8Array(columns);
  const row = new Uint8Array(solution.y.length - 1);
  const ranked = Array.from(excess.keys()).sort((a, b) => excess[b]! - excess[a]!);
  let chased = 0;
  for (const strip of ranked) {
    if (chased >= CHASED * total) break;
    chased += excess[strip]!;
    if (strip < columns) column[strip] = 1;
    else row[strip - columns] = 1;
  }
  return split(section, solution, column, row);
}

/**
 * How much more the finite volumes dissipate than their own flow, running straight from face to face, would: in a cell
 * that heat enters with q₁ along an axis and leaves with q₂, (q₁ − q₂)²·R/6, R the cell's resistance along that axis.
 * The exact dissipation is less than either (Thomson's principle), so this is error, and it ranks the strips. Scaled to
 * a range of 1 K, so that it compares with the heat flow.
 *
 * @returns by column, then by row, W for each metre of depth
 */
function excessByStrip(solution: PlaneSolution): Float64Array {
  const { x, y, conductivity, temperature, sides } = solution;
  const columns = x.length - 1;
  const rows = y.length - 1;
  const excess = new Float64Array(columns + rows);
  const { range } = scaleOf(sides);
  for (let j = 0; j < rows; j++) {
    const height = y[j + 1]! - y[j]!;
    let before = 0;
    for (let i = 0; i <= columns; i++) {
      const at = j * columns + i;
      const after =
        i === 0
          ? sideFlow(solution, 'x0', at)
          : i === columns
            ? -sideFlow(solution, 'x1', at - 1)
            : (2 * height * (temperature[at - 1]! - temperature[at]!)) /
              ((x[i]! - x[i - 1]!) / conductivity[at - 1]! +
                (x[i + 1]! - x[i]!) / conductivity[at]!);
      if (i > 0)
        excess[i - 1]! +=
          ((before - after) ** 2 * (x[i]! - x[i - 1]!)) / (6 * conductivity[at - 1]! * height);
      before = after;
    }
  }
  for (let i = 0; i < columns; i++) {
    const width = x[i + 1]! - x[i]!;
    let before = 0;
    for (let j = 0; j <= rows; j++) {
      const at = j * columns + i;
      const after =
        j === 0
          ? sideFlow(solution, 'y0', at)
          : j === rows
            ? -sideFlow(solution, 'y1', at - columns)
            : (2 * width * (temperature[at - columns]! - temperature[at]!)) /
              ((y[j]! - y[j - 1]!) / conductivity[at - columns]! +
                (y[j + 1]! - y[j]!) / conductivity[at]!);
      if (j > 0)
        excess[columns + j - 1]! +=
          ((before - after) ** 2 * (y[j]! - y[j - 1]!)) / (6 * conductivity[at - columns]! * width);
      before = after;
    }
  }
  return excess.map((value) => value / range);
}

/** Heat into a cell at a side, W for each metre of depth. */
function sideFlow(solution: PlaneSolution, name: SideName, at: number): number {
  const side = solution.sides[name];
  return side
    ? sideConductance(solution, name, side, at) * (side.temperature - solution.temperature[at]!)
    : 0;
}
