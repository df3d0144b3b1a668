import type { PlaneSection, Rectangle } from './types.ts';

/** Between what the resistance of a section from y0 to y1 lies, m²K/W, films included. */
export interface ResistanceBounds {
  /** Cut along every plane between equal temperatures: isothermal planes. */
  lower: number;
  /** Cut along every path without heat across it: parallel paths. */
  upper: number;
  /** Of the parallel path that lets most through. */
  worstPath: number;
}

/**
 * Bounds of the resistance of a section between its sides y0 and y1, x0 and x1 adiabatic. To let heat pass freely along
 * a plane can only lower the resistance, to stop it there can only raise it.
 *
 * @source the variational principles of Thomson and Dirichlet; EN ISO 6946:2017, 6.7.2 for the two methods
 */
export function resistanceBounds({ rectangles, sides }: PlaneSection): ResistanceBounds {
  const x = edgesOf(rectangles, 'x0', 'x1');
  const y = edgesOf(rectangles, 'y0', 'y1');
  const columns = x.length - 1;
  const rows = y.length - 1;
  // A later rectangle lies over an earlier one.
  const conductivity = new Float64Array(columns * rows);
  for (const one of rectangles) {
    const right = x.indexOf(one.x1);
    const bottom = y.indexOf(one.y1);
    for (let j = y.indexOf(one.y0); j < bottom; j++)
      conductivity.fill(one.conductivity, j * columns + x.indexOf(one.x0), j * columns + right);
  }
  const width = x[columns]! - x[0]!;
  const films = sides.y0!.resistance + sides.y1!.resistance;
  const paths = new Float64Array(columns).fill(films);
  let lower = films;
  for (let j = 0; j < rows; j++) {
    const depth = y[j + 1]! - y[j]!;
    let mean = 0;
    for (let i = 0; i < columns; i++) {
      const k = conductivity[j * columns + i]!;
      paths[i]! += depth / k;
      mean += k * (x[i + 1]! - x[i]!);
    }
    lower += (depth * width) / mean;
  }
  let u = 0;
  let worstPath = Infinity;
  for (let i = 0; i < columns; i++) {
    u += (x[i + 1]! - x[i]!) / width / paths[i]!;
    worstPath = Math.min(worstPath, paths[i]!);
  }
  return { lower, upper: 1 / u, worstPath };
}

/** The edges of rectangles along an axis, ascending, each once. */
function edgesOf(rectangles: readonly Rectangle[], from: 'x0' | 'y0', to: 'x1' | 'y1'): number[] {
  const all: number[] = [];
  for (const one of rectangles) {
    if (!all.includes(one[from])) all.push(one[from]);
    if (!all.includes(one[to])) all.push(one[to]);
  }
  return all.sort((a, b) => a - b);
}
