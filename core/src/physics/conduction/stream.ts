import { networkOf } from './network.ts';
import { SIDES, type PlaneSolution } from './types.ts';

/**
 * Stream function of the heat flow at the crossings of the grid's lines: between two lines of equal value flows the
 * difference of their values, so that lines at even steps show the flow, close where it is strong. Needs the sides x0
 * and x1 to be adiabatic, and no air inside.
 *
 * @returns W for each metre of depth, (columns + 1) by (rows + 1), row after row, 0 at the first crossing
 */
export function streamFunction(solution: PlaneSolution): Float64Array {
  const { sides } = solution;
  const { toRight, columns, rows, faces } = networkOf(solution, { sides });
  const { temperature } = solution;
  const wide = columns + 1;
  const stream = new Float64Array(wide * (rows + 1));
  // Along the first side the flow that enters adds up; from there each row follows from what crosses between columns.
  if (sides.y0)
    for (let n = 0; n < faces.count; n++) {
      if (SIDES[faces.face[n]!] !== 'y0') continue;
      const at = faces.cell[n]!;
      const entering = faces.conductance[n]! * (sides.y0.temperature - temperature[at]!);
      stream[at + 1] = stream[at]! + entering;
    }
  for (let j = 0; j < rows; j++)
    for (let i = 0; i <= columns; i++) {
      const at = j * columns + i - 1;
      const across =
        i > 0 && i < columns ? toRight[at]! * (temperature[at]! - temperature[at + 1]!) : 0;
      stream[(j + 1) * wide + i] = stream[j * wide + i]! - across;
    }
  return stream;
}
