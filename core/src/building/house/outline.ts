import { InputError } from '../../common/errors.ts';
import type { Elevation } from './types.ts';

/** The outline of an elevation: how high it is at each place, and where its plates lie. */
export interface Outline {
  length: number;
  /** Points of the top, left to right. */
  top: readonly (readonly [x: number, z: number])[];
  /** Where the top bends, or the plates step, between the ends. */
  bends: readonly number[];
  /** Top of the top plates at x. */
  topAt: (x: number) => number;
  /** dz/dx of the top just right of x. */
  slopeAt: (x: number) => number;
  /** Underside of the bottom plate at x. */
  baseAt: (x: number) => number;
  /** m², openings included. */
  area: number;
}

/** Two places along a wall that are the same, m. */
export const SAME = 1e-6;

/**
 * The outline of an elevation.
 *
 * @param path of the elevation, for errors
 * @throws InputError where it has neither a height nor a top over its whole length
 */
export function outlineOf(
  { length, height, top: points, steps = [] }: Elevation,
  path = '',
): Outline {
  const top =
    points ?? (height === undefined ? [] : [[0, height] as const, [length, height] as const]);
  if (
    top.length < 2 ||
    Math.abs(top[0]![0]) > SAME ||
    Math.abs(top.at(-1)![0] - length) > SAME ||
    top.some(([x], i) => i > 0 && x <= top[i - 1]![0])
  )
    throw new InputError(
      `${path}${points ? 'top' : 'height'}`,
      'does not say how high the wall is all along',
      'a height, or points from x = 0 to the length, x rising',
    );
  const pieceAt = (x: number): number => {
    const beyond = top.findIndex(([end], i) => i > 0 && end > x + SAME / 2);
    return beyond < 0 ? top.length - 1 : beyond;
  };
  const slope = (piece: number): number =>
    (top[piece]![1] - top[piece - 1]![1]) / (top[piece]![0] - top[piece - 1]![0]);
  const topAt = (x: number): number => {
    const piece = pieceAt(x);
    const [from, z] = top[piece - 1]!;
    return z + slope(piece) * (x - from);
  };
  const baseAt = (x: number): number =>
    steps.reduce((z, { x: at, rise }) => (x >= at - SAME ? z + rise : z), 0);
  const under = top.slice(1).reduce((sum, [x, z], i) => {
    const [from, z0] = top[i]!;
    return sum + ((z + z0) / 2) * (x - from);
  }, 0);
  const below = steps.reduce((sum, { x, rise }) => sum + rise * (length - x), 0);
  return {
    length,
    top,
    bends: [...top.slice(1, -1).map(([x]) => x), ...steps.map(({ x }) => x)].sort((a, b) => a - b),
    topAt,
    slopeAt: (x) => slope(pieceAt(x)),
    baseAt,
    area: under - below,
  };
}
