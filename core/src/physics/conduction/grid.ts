import { InputError } from '../../common/errors.ts';
import type { AirBox, Grid, PlaneSection, Rectangle } from './types.ts';

/** Lines closer than this are one, m. */
const SAME_LINE = 1e-12;

/** The most cells in one strip between two edges at the start. */
const START_CELLS = 6;

/** How much wider a cell may be than its neighbor nearer the edge, at the start. */
const START_GROWTH = 3;

/**
 * The first grid over a section: lines along every edge, so that each face between cells lies in one material or on an
 * interface, and between them cells that grow away from the edges.
 *
 * @param section rectangles that, with the boxes of air, fill their common box
 * @throws InputError for a rectangle without area, a conductivity that is not above zero, a box with holes, air beyond it
 *   or nothing but air
 */
export function firstGrid(section: PlaneSection): Grid {
  const { x, y } = edgesOf(section);
  return paint(section, graded(x), graded(y));
}

/**
 * An even grid over a section: lines along every edge, and between them cells no larger than a size.
 *
 * @param size m
 */
export function evenGrid(section: PlaneSection, size: number): Grid {
  const even = (lines: number[]): Float64Array =>
    Float64Array.from(
      lines.flatMap((line, i) => {
        if (i === 0) return [line];
        const from = lines[i - 1]!;
        const count = Math.ceil((line - from) / size - 1e-9);
        return Array.from({ length: count }, (_, n) => from + ((n + 1) * (line - from)) / count);
      }),
    );
  const { x, y } = edgesOf(section);
  return paint(section, even(x), even(y));
}

/** The same section on a grid whose marked strips are cut in two. */
export function split(
  section: PlaneSection,
  { x, y }: Grid,
  splitColumn: Uint8Array,
  splitRow: Uint8Array,
): Grid {
  return paint(section, halved(x, splitColumn), halved(y, splitRow));
}

function checkRectangles(rectangles: readonly Rectangle[]): void {
  if (rectangles.length === 0)
    throw new InputError('rectangles', 'there is none', 'at least one rectangle');
  rectangles.forEach(({ x0, x1, y0, y1, conductivity }, i) => {
    if (!(x1 > x0 && y1 > y0 && Number.isFinite(x1 - x0) && Number.isFinite(y1 - y0)))
      throw new InputError(
        `rectangles[${i}]`,
        'has no area',
        'x1 above x0 and y1 above y0, finite',
      );
    if (!(conductivity > 0 && Number.isFinite(conductivity)))
      throw new InputError(
        `rectangles[${i}].conductivity`,
        `${conductivity} is no conductivity`,
        'above 0 W/(m·K), finite',
      );
  });
}

/** Where something begins or ends along each axis, within the box around the rectangles. */
function edgesOf({ rectangles, environments = [] }: PlaneSection): { x: number[]; y: number[] } {
  checkRectangles(rectangles);
  checkAir(environments);
  const along = (
    solid: (one: Rectangle) => [number, number],
    air: (one: AirBox) => [number, number],
    axis: string,
  ): number[] => {
    const ends = rectangles.flatMap(solid);
    let [first, last] = [Infinity, -Infinity];
    for (const end of ends) [first, last] = [Math.min(first, end), Math.max(last, end)];
    environments.forEach((one, i) => {
      const [from, to] = air(one);
      if (from < first - SAME_LINE || to > last + SAME_LINE)
        throw new InputError(
          `environments[${i}]`,
          'reaches beyond the box around the rectangles',
          `${axis} from ${first} to ${last}`,
        );
      ends.push(Math.max(first, from), Math.min(last, to));
    });
    return edges(ends);
  };
  return {
    x: along(
      ({ x0, x1 }) => [x0, x1],
      ({ x0, x1 }) => [x0, x1],
      'x',
    ),
    y: along(
      ({ y0, y1 }) => [y0, y1],
      ({ y0, y1 }) => [y0, y1],
      'y',
    ),
  };
}

function checkAir(environments: readonly AirBox[]): void {
  environments.forEach(({ x0, x1, y0, y1 }, i) => {
    if (!(x1 > x0 && y1 > y0))
      throw new InputError(`environments[${i}]`, 'has no area', 'x1 above x0 and y1 above y0');
  });
}

function edges(values: number[]): number[] {
  const sorted = values.sort((a, b) => a - b);
  return sorted.filter((value, i) => i === 0 || value - sorted[i - 1]! > SAME_LINE);
}

/** Lines from edge to edge: one cell in a strip thinner than its neighbors, else up to six, smallest at the strip's ends. */
function graded(lines: number[]): Float64Array {
  const all: number[] = [lines[0]!];
  for (let i = 1; i < lines.length; i++) {
    const from = lines[i - 1]!;
    const length = lines[i]! - from;
    const before = i > 1 ? from - lines[i - 2]! : Infinity;
    const after = i + 1 < lines.length ? lines[i + 1]! - lines[i]! : Infinity;
    for (const share of shares(length / Math.min(before, after, length)))
      all.push(from + share * length);
    all.push(lines[i]!);
  }
  return Float64Array.from(all);
}

/** Where to cut a strip, as shares of its length, growing from both ends; a strip much longer than its neighbors gets more. */
function shares(slenderness: number): number[] {
  if (slenderness === 1) return [];
  const half = Math.min(
    START_CELLS / 2,
    1 + Math.ceil(Math.log(slenderness) / Math.log(START_GROWTH)),
  );
  const sizes = Array.from({ length: half }, (_, i) => START_GROWTH ** i);
  const total = 2 * sizes.reduce((sum, size) => sum + size, 0);
  const cuts: number[] = [];
  let passed = 0;
  for (const size of [...sizes, ...sizes.toReversed()].slice(0, -1)) {
    passed += size / total;
    cuts.push(passed);
  }
  return cuts;
}

function halved(lines: Float64Array, marked: Uint8Array): Float64Array {
  const all: number[] = [lines[0]!];
  for (let i = 0; i < marked.length; i++) {
    if (marked[i]) all.push((lines[i]! + lines[i + 1]!) / 2);
    all.push(lines[i + 1]!);
  }
  return Float64Array.from(all);
}

/** Gives each cell the conductivity of the last rectangle over its center, or the box of air that lies over it. */
function paint(
  { rectangles, environments = [] }: PlaneSection,
  x: Float64Array,
  y: Float64Array,
): Grid {
  const columns = x.length - 1;
  const rows = y.length - 1;
  const conductivity = new Float64Array(columns * rows);
  const air = environments.length === 0 ? null : new Int16Array(columns * rows).fill(-1);
  const over = (box: Omit<Rectangle, 'conductivity'>, fill: (from: number, to: number) => void) => {
    const left = firstCell(x, box.x0);
    const right = firstCell(x, box.x1);
    const bottom = firstCell(y, box.y1);
    for (let j = firstCell(y, box.y0); j < bottom; j++)
      fill(j * columns + left, j * columns + right);
  };
  for (const one of rectangles)
    over(one, (from, to) => conductivity.fill(one.conductivity, from, to));
  environments.forEach((one, n) =>
    over(one, (from, to) => {
      air!.fill(n, from, to);
      conductivity.fill(0, from, to);
    }),
  );
  const hole = conductivity.findIndex((value, at) => value === 0 && !(air && air[at]! >= 0));
  if (hole >= 0)
    throw new InputError(
      'rectangles',
      `nothing lies at x = ${x[hole % columns]!}, y = ${y[Math.floor(hole / columns)]!}`,
      'rectangles that fill the box around them',
    );
  if (air?.every((one) => one >= 0))
    throw new InputError('environments', 'leave nothing solid', 'something between them');
  return { x, y, conductivity, air };
}

/** The first cell whose center lies beyond a place. */
function firstCell(lines: Float64Array, place: number): number {
  let low = 0;
  let high = lines.length - 1;
  while (low < high) {
    const middle = (low + high) >> 1;
    if ((lines[middle]! + lines[middle + 1]!) / 2 > place) high = middle;
    else low = middle + 1;
  }
  return low;
}
