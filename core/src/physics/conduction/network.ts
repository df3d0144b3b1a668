import { SIDES, type Grid, type Side, type SideName, type Surroundings } from './types.ts';

/** One side or box of air: what a section exchanges heat with, by the name of its field. */
export interface Boundary extends Side {
  name: string;
}

/** The faces of cells through which heat comes and goes, each with one boundary. */
interface Faces {
  count: number;
  cell: Int32Array;
  /** Index in `SIDES`: which of the cell's faces. */
  face: Uint8Array;
  /** Index in `boundariesOf`. */
  boundary: Uint16Array;
  /** From the cell's center to the environment: half the cell and the surface resistance in series, W/K for each metre of depth. */
  conductance: Float64Array;
}

/**
 * The finite volumes of a grid as a network of conductances, W/K for each metre of depth: each solid cell is a node,
 * coupled to its neighbors and, at faces, to the environments.
 */
export interface Network {
  columns: number;
  rows: number;
  /** From each cell to the next one along x; 0 in the last column, and beside air. */
  toRight: Float64Array;
  /** From each cell to the next one along y; 0 in the last row, and beside air. */
  toNext: Float64Array;
  /** From each cell to all environments together. */
  toOutside: Float64Array;
  faces: Faces;
  /** As in the grid: cells that are air are no nodes. */
  air: Int16Array | null;
}

/** The sides that a section has, in the order of `SIDES`, then its boxes of air. */
export function boundariesOf({ sides, environments = [] }: Surroundings): Boundary[] {
  return [
    ...SIDES.flatMap((name) => {
      const side = sides[name];
      return side ? [{ ...side, name }] : [];
    }),
    ...environments.map(({ temperature, resistance, place }, i) => ({
      name: `environments[${i}]`,
      temperature,
      resistance,
      ...(place === undefined ? {} : { place }),
    })),
  ];
}

/**
 * Conductance between the centers of neighboring cells is that of their two halves in series, so that interfaces of
 * materials lie on cell faces (EN ISO 10211:2017, 7.3; Patankar, Numerical Heat Transfer and Fluid Flow, 4.2-3).
 */
export function networkOf(grid: Grid, surroundings: Surroundings): Network {
  const { x, y, conductivity, air } = grid;
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
      // Beside air a half has no conductivity, so nothing passes: height / Infinity.
      if (i + 1 < columns)
        toRight[at] = (2 * height) / (width / k + (x[i + 2]! - x[i + 1]!) / conductivity[at + 1]!);
      if (j + 1 < rows)
        toNext[at] =
          (2 * width) / (height / k + (y[j + 2]! - y[j + 1]!) / conductivity[at + columns]!);
    }
  }
  const faces = facesOf(grid, surroundings);
  const toOutside = new Float64Array(columns * rows);
  for (let n = 0; n < faces.count; n++) {
    const at = faces.cell[n]!;
    toOutside[at] = toOutside[at]! + faces.conductance[n]!;
  }
  return { columns, rows, toRight, toNext, toOutside, faces, air };
}

/**
 * What flows into each cell from its environments where they have these temperatures and the cell is at 0.
 *
 * @param temperatures by boundary
 * @returns W for each metre of depth, by cell
 */
export function sourcesOf(
  { columns, rows, faces }: Network,
  temperatures: ArrayLike<number>,
): Float64Array {
  const source = new Float64Array(columns * rows);
  for (let n = 0; n < faces.count; n++) {
    const at = faces.cell[n]!;
    source[at] = source[at]! + faces.conductance[n]! * temperatures[faces.boundary[n]!]!;
  }
  return source;
}

/** Every face between something solid and a side or a box of air. */
function facesOf(grid: Grid, surroundings: Surroundings): Faces {
  const { x, y, conductivity, air } = grid;
  const columns = x.length - 1;
  const rows = y.length - 1;
  const boundaries = boundariesOf(surroundings);
  const sides = SIDES.map((name) => boundaries.findIndex((one) => one.name === name));
  const boxes = boundaries.length - (surroundings.environments ?? []).length;
  const cells: number[] = [];
  const which: number[] = [];
  const whose: number[] = [];
  const conductances: number[] = [];
  const add = (at: number, face: number, beyond: number): void => {
    const boundary = beyond < 0 ? sides[face]! : air![beyond]! < 0 ? -1 : boxes + air![beyond]!;
    if (boundary < 0) return;
    cells.push(at);
    which.push(face);
    whose.push(boundary);
    conductances.push(
      faceConductance(x, y, conductivity, SIDES[face]!, at, boundaries[boundary]!.resistance),
    );
  };
  for (let j = 0; j < rows; j++)
    for (let i = 0; i < columns; i++) {
      const at = j * columns + i;
      if (air && air[at]! >= 0) continue;
      if (i === 0) add(at, 0, -1);
      else if (air) add(at, 0, at - 1);
      if (i + 1 === columns) add(at, 1, -1);
      else if (air) add(at, 1, at + 1);
      if (j === 0) add(at, 2, -1);
      else if (air) add(at, 2, at - columns);
      if (j + 1 === rows) add(at, 3, -1);
      else if (air) add(at, 3, at + columns);
    }
  return {
    count: cells.length,
    cell: Int32Array.from(cells),
    face: Uint8Array.from(which),
    boundary: Uint16Array.from(whose),
    conductance: Float64Array.from(conductances),
  };
}

function faceConductance(
  x: Float64Array,
  y: Float64Array,
  conductivity: Float64Array,
  name: SideName,
  at: number,
  resistance: number,
): number {
  const columns = x.length - 1;
  const column = at % columns;
  const row = (at - column) / columns;
  const width = x[column + 1]! - x[column]!;
  const height = y[row + 1]! - y[row]!;
  const [along, across] = name === 'x0' || name === 'x1' ? [height, width] : [width, height];
  return along / (resistance + across / 2 / conductivity[at]!);
}

/** What lies beyond a cell's face: the index of the cell there, or a side or box of air; neither where it is adiabatic. */
export function beyond(
  grid: Grid & Surroundings,
  at: number,
  face: SideName,
): { cell: number } | { side: Side } | null {
  const columns = grid.x.length - 1;
  const rows = grid.y.length - 1;
  const i = at % columns;
  const j = (at - i) / columns;
  const cell = {
    x0: i > 0 ? at - 1 : -1,
    x1: i + 1 < columns ? at + 1 : -1,
    y0: j > 0 ? at - columns : -1,
    y1: j + 1 < rows ? at + columns : -1,
  }[face];
  if (cell < 0) {
    const side = grid.sides[face];
    return side ? { side } : null;
  }
  const box = grid.air ? grid.air[cell]! : -1;
  return box < 0 ? { cell } : { side: grid.environments![box]! };
}
