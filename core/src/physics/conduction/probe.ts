import { beyond, boundariesOf, networkOf } from './network.ts';
import { SIDES, type PlaneSolution, type SideName } from './types.ts';

/**
 * Temperature at a point of a solved section. Within a cell it runs straight from the center to each face, whose
 * temperature follows from the flow through it, so that it is continuous across interfaces of materials. Where cells
 * meet at the point each counts by its conductivity: the better conductor is the more even.
 *
 * @param x m, held to the section
 * @param y m, held to the section
 * @returns °C
 */
export function temperatureAt(solution: PlaneSolution, x: number, y: number): number {
  const columns = solution.x.length - 1;
  let weighted = 0;
  let weights = 0;
  for (const j of cellsAt(solution.y, y))
    for (const i of cellsAt(solution.x, x)) {
      const at = j * columns + i;
      const weight = solution.conductivity[at]!;
      // Where air meets something solid, the surface of what is solid is read.
      if (weight === 0) continue;
      const center = solution.temperature[at]!;
      const there =
        center +
        departure(solution.x, i, x, center, (end) =>
          faceTemperature(solution, at, end ? 'x1' : 'x0'),
        ) +
        departure(solution.y, j, y, center, (end) =>
          faceTemperature(solution, at, end ? 'y1' : 'y0'),
        );
      weighted += weight * there;
      weights += weight;
    }
  if (weights > 0) return weighted / weights;
  return solution.temperature[cellOf(solution.y, y) * columns + cellOf(solution.x, x)]!;
}

/** The cell that holds a place, or both that meet there. */
function cellsAt(lines: Float64Array, place: number): number[] {
  const cell = cellOf(lines, place);
  return place === lines[cell + 1] && cell + 2 < lines.length ? [cell, cell + 1] : [cell];
}

/**
 * `temperatureAt` on a raster of points.
 *
 * @param xs m, ascending
 * @param ys m
 * @returns °C, row after row: `xs.length` values for each of `ys`
 */
export function temperaturesOn(
  solution: PlaneSolution,
  xs: Float64Array,
  ys: Float64Array,
): Float32Array {
  const columns = solution.x.length - 1;
  const cells = solution.temperature.length;
  // How far each face departs from its cell's center.
  const departures = (face: SideName): Float64Array =>
    Float64Array.from(
      { length: cells },
      (_, at) => faceTemperature(solution, at, face) - solution.temperature[at]!,
    );
  const [left, right] = [departures('x0'), departures('x1')];
  const [below, above] = [departures('y0'), departures('y1')];
  const placed = (lines: Float64Array, places: Float64Array) => {
    const cell = new Int32Array(places.length);
    const off = new Float64Array(places.length);
    places.forEach((place, n) => {
      const at = cellOf(lines, place);
      const half = (lines[at + 1]! - lines[at]!) / 2;
      cell[n] = at;
      off[n] = Math.min(1, Math.max(-1, (place - lines[at]! - half) / half));
    });
    return { cell, off };
  };
  const x = placed(solution.x, xs);
  const y = placed(solution.y, ys);
  const raster = new Float32Array(xs.length * ys.length);
  for (let r = 0; r < ys.length; r++) {
    const row = y.cell[r]! * columns;
    const vertical = y.off[r]!;
    for (let c = 0; c < xs.length; c++) {
      const at = row + x.cell[c]!;
      const across = x.off[c]!;
      raster[r * xs.length + c] =
        solution.temperature[at]! +
        (across < 0 ? -across * left[at]! : across * right[at]!) +
        (vertical < 0 ? -vertical * below[at]! : vertical * above[at]!);
    }
  }
  return raster;
}

/** Values at the crossings of grid lines, straight between them, on a raster of points: row after row. */
export function crossingsOn(
  { x, y }: Pick<PlaneSolution, 'x' | 'y'>,
  values: Float64Array,
  xs: Float64Array,
  ys: Float64Array,
): Float32Array {
  const shareIn = (lines: Float64Array, at: number, place: number): number =>
    Math.min(1, Math.max(0, (place - lines[at]!) / (lines[at + 1]! - lines[at]!)));
  const raster = new Float32Array(xs.length * ys.length);
  for (let r = 0; r < ys.length; r++) {
    const j = cellOf(y, ys[r]!);
    const v = shareIn(y, j, ys[r]!);
    for (let c = 0; c < xs.length; c++) {
      const i = cellOf(x, xs[c]!);
      const u = shareIn(x, i, xs[c]!);
      const at = j * x.length + i;
      raster[r * xs.length + c] =
        (1 - v) * ((1 - u) * values[at]! + u * values[at + 1]!) +
        v * ((1 - u) * values[at + x.length]! + u * values[at + x.length + 1]!);
    }
  }
  return raster;
}

/** Temperature in the middle of a cell's face, °C. */
export function faceTemperature(solution: PlaneSolution, at: number, face: SideName): number {
  const { x, y, conductivity, temperature } = solution;
  const columns = x.length - 1;
  const i = at % columns;
  const j = (at - i) / columns;
  const t = temperature[at]!;
  if (conductivity[at] === 0) return t;
  const [lines, n] = face === 'x0' || face === 'x1' ? [x, i] : [y, j];
  const here = (2 * conductivity[at]!) / (lines[n + 1]! - lines[n]!);
  const there = beyond(solution, at, face);
  if (there === null) return t;
  if ('side' in there) {
    const { temperature: air, resistance } = there.side;
    return air + (t - air) * ((resistance * here) / (1 + resistance * here));
  }
  const m = n + (there.cell > at ? 1 : -1);
  const other = (2 * conductivity[there.cell]!) / (lines[m + 1]! - lines[m]!);
  return (here * t + other * temperature[there.cell]!) / (here + other);
}

function departure(
  lines: Float64Array,
  n: number,
  place: number,
  center: number,
  face: (end: boolean) => number,
): number {
  const half = (lines[n + 1]! - lines[n]!) / 2;
  const from = Math.min(half, Math.max(-half, place - (lines[n]! + half)));
  return from === 0 ? 0 : ((face(from > 0) - center) * Math.abs(from)) / half;
}

/** The cell that holds a place; on a line, the one before it. */
function cellOf(lines: Float64Array, place: number): number {
  let low = 0;
  let high = lines.length - 2;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (lines[middle + 1]! >= place) high = middle;
    else low = middle + 1;
  }
  return low;
}

/** A stretch of surface between two corners of the grid: where it lies, and its temperature, °C. */
export interface SurfacePart {
  cell: number;
  /** Which of the cell's faces. */
  face: SideName;
  x: number;
  y: number;
  length: number;
  temperature: number;
}

/** The surface that an environment touches, cell by cell. @param place its name, of `couplings` */
export function surfaceAt(solution: PlaneSolution, place: string): SurfacePart[] {
  const { x, y } = solution;
  const columns = x.length - 1;
  const { faces } = networkOf(solution, solution);
  const boundaries = boundariesOf(solution);
  const parts: SurfacePart[] = [];
  for (let n = 0; n < faces.count; n++) {
    const { name, place: own = name } = boundaries[faces.boundary[n]!]!;
    if (own !== place) continue;
    const cell = faces.cell[n]!;
    const i = cell % columns;
    const j = (cell - i) / columns;
    const face = SIDES[faces.face[n]!]!;
    const [left, right, top, bottom] = [x[i]!, x[i + 1]!, y[j]!, y[j + 1]!];
    const upright = face === 'x0' || face === 'x1';
    parts.push({
      cell,
      face,
      x: upright ? (face === 'x0' ? left : right) : (left + right) / 2,
      y: upright ? (top + bottom) / 2 : face === 'y0' ? top : bottom,
      length: upright ? bottom - top : right - left,
      temperature: faceTemperature(solution, cell, face),
    });
  }
  return parts;
}
