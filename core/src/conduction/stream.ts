import { forEachAt, networkOf, sideConductance } from './network.ts';
import type { PlaneSolution } from './types.ts';

/**
 * Stream function of the heat flow at the crossings of the grid's lines: between two lines of equal value flows the
 * difference of their values, so that lines at even steps show the flow, close where it is strong. Needs the sides x0
 * and x1 to be adiabatic.
 *
 * @returns W for each metre of depth, (columns + 1) by (rows + 1), row after row, 0 at the first crossing
 */
export function streamFunction(solution: PlaneSolution): Float64Array {
  const { toRight, columns, rows } = networkOf(solution, {});
  const { temperature } = solution;
  const wide = columns + 1;
  const stream = new Float64Array(wide * (rows + 1));
  // Along the first side the flow that enters adds up; from there each row follows from what crosses between columns.
  const side = solution.sides.y0;
  if (side)
    forEachAt(solution, 'y0', (at) => {
      const entering =
        sideConductance(solution, 'y0', side, at) * (side.temperature - temperature[at]!);
      stream[at + 1] = stream[at]! + entering;
    });
  for (let j = 0; j < rows; j++)
    for (let i = 0; i <= columns; i++) {
      const at = j * columns + i - 1;
      const across =
        i > 0 && i < columns ? toRight[at]! * (temperature[at]! - temperature[at + 1]!) : 0;
      stream[(j + 1) * wide + i] = stream[j * wide + i]! - across;
    }
  return stream;
}
