import { SAME, type Outline } from '../house/index.ts';
import type { Rectangle } from './types.ts';

/** A rectangle whose top may be cut to the slope of the wall: then its height at its left and its right edge. */
export type Cut<T extends Rectangle> = T & { heights?: readonly [number, number] };

/**
 * Rectangles cut to a wall's outline: what lies above its top or below its plates falls away; what the slope crosses is cut
 * to it, in pieces where the top bends.
 *
 * @param cover how far a layer reaches past the plates, m
 */
export function cutToOutline<T extends Rectangle>(
  rectangles: readonly T[],
  { topAt, slopeAt, baseAt, bends }: Outline,
  { below = 0, above = 0 }: { below?: number; above?: number } = {},
): Cut<T>[] {
  return rectangles.flatMap((whole) => {
    const end = whole.x + whole.width;
    const edges = [whole.x, ...bends.filter((x) => x > whole.x + SAME && x < end - SAME), end];
    return edges.slice(1).flatMap((to, i) => {
      const from = edges[i]!;
      const middle = (from + to) / 2;
      const z = Math.max(whole.z, baseAt(middle) - below);
      const height = whole.z + whole.height - z;
      if (height <= SAME) return [];
      const slope = slopeAt(middle);
      const top = (x: number): number => topAt(middle) + slope * (x - middle) + above;
      return underSlope({ ...whole, x: from, z, width: to - from, height }, top, slope);
    });
  });
}

/** What of a rectangle lies under a straight top. */
function underSlope<T extends Rectangle>(
  piece: T,
  top: (x: number) => number,
  slope: number,
): Cut<T>[] {
  const { x, z, width, height } = piece;
  const end = x + width;
  /** Where the top crosses a height, within the piece. */
  const crossing = (at: number): number[] => {
    if (Math.abs(slope) < SAME) return [];
    const found = x + (at - top(x)) / slope;
    return found > x + SAME && found < end - SAME ? [found] : [];
  };
  const edges = [x, ...crossing(z), ...crossing(z + height), end].sort((a, b) => a - b);
  return edges.slice(1).flatMap((to, i): Cut<T>[] => {
    const from = edges[i]!;
    const within = (at: number): number => Math.min(height, Math.max(0, top(at) - z));
    const heights = [within(from), within(to)] as const;
    const tall = Math.max(...heights);
    if (tall <= SAME || to - from <= SAME) return [];
    const level = Math.abs(heights[0] - heights[1]) <= SAME;
    return [
      {
        ...piece,
        x: from,
        width: to - from,
        height: tall,
        ...(level ? {} : { heights }),
      },
    ];
  });
}

/** m² of what may be cut to a slope. */
export const areaOf = ({ width, height, heights }: Cut<Rectangle>): number =>
  width * (heights ? (heights[0] + heights[1]) / 2 : height);
