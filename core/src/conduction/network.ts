import { SIDES, type Grid, type PlaneSection, type Side, type SideName } from './types.ts';

/**
 * The finite volumes of a grid as a network of conductances, W/K for each metre of depth: each cell is a node, coupled
 * to its neighbors and, along the sides, to the environments. Temperatures are scaled to 0 for the coldest environment
 * and 1 for the warmest.
 */
export interface Network {
  columns: number;
  rows: number;
  /** From each cell to the next one along x; 0 in the last column. */
  toRight: Float64Array;
  /** From each cell to the next one along y; 0 in the last row. */
  toNext: Float64Array;
  /** From each cell to all environments together. */
  toOutside: Float64Array;
  /** The same, each times the environment's scaled temperature. */
  source: Float64Array;
}

/** The range that scales temperatures: °C. With a single environment temperature the range is 1. */
export function scaleOf(sides: PlaneSection['sides']): { low: number; range: number } {
  const temperatures = Object.values(sides).map(({ temperature }) => temperature);
  const low = Math.min(...temperatures);
  return { low, range: Math.max(...temperatures) - low || 1 };
}

/**
 * Conductance between the centers of neighboring cells is that of their two halves in series, so that interfaces of
 * materials lie on cell faces (EN ISO 10211:2017, 7.3; Patankar, Numerical Heat Transfer and Fluid Flow, 4.2-3).
 */
export function networkOf(grid: Grid, sides: PlaneSection['sides']): Network {
  const { x, y, conductivity } = grid;
  const columns = x.length - 1;
  const rows = y.length - 1;
  const toRight = new Float64Array(columns * rows);
  const toNext = new Float64Array(columns * rows);
  for (let j = 0; j < rows; j++) {
    const height = y[j + 1]! - y[j]!;
    for (let i = 0; i < columns; i++) {
      const at = j * columns + i;
      const width = x[i + 1]! - x[i]!;
      const k = conductivity[at]!;
      if (i + 1 < columns)
        toRight[at] = (2 * height) / (width / k + (x[i + 2]! - x[i + 1]!) / conductivity[at + 1]!);
      if (j + 1 < rows)
        toNext[at] =
          (2 * width) / (height / k + (y[j + 2]! - y[j + 1]!) / conductivity[at + columns]!);
    }
  }
  const toOutside = new Float64Array(columns * rows);
  const source = new Float64Array(columns * rows);
  const { low, range } = scaleOf(sides);
  for (const name of SIDES) {
    const side = sides[name];
    if (!side) continue;
    const scaled = (side.temperature - low) / range;
    forEachAt(grid, name, (at) => {
      const g = sideConductance(grid, name, side, at);
      toOutside[at] = toOutside[at]! + g;
      source[at] = source[at]! + g * scaled;
    });
  }
  return { columns, rows, toRight, toNext, toOutside, source };
}

/** Calls with the index of every cell along a side. */
export function forEachAt({ x, y }: Grid, side: SideName, call: (at: number) => void): void {
  const columns = x.length - 1;
  const rows = y.length - 1;
  const [first, step, count] = {
    x0: [0, columns, rows] as const,
    x1: [columns - 1, columns, rows] as const,
    y0: [0, 1, columns] as const,
    y1: [(rows - 1) * columns, 1, columns] as const,
  }[side];
  for (let n = 0; n < count; n++) call(first + n * step);
}

/** From the center of a cell at a side to the environment there: half the cell and the surface resistance in series, W/K for each metre of depth. */
export function sideConductance(
  { x, y, conductivity }: Grid,
  name: SideName,
  { resistance }: Side,
  at: number,
): number {
  const columns = x.length - 1;
  const column = at % columns;
  const row = (at - column) / columns;
  const width = x[column + 1]! - x[column]!;
  const height = y[row + 1]! - y[row]!;
  const facesX = name === 'x0' || name === 'x1';
  const [along, across] = facesX ? [height, width] : [width, height];
  return along / (resistance + across / 2 / conductivity[at]!);
}
