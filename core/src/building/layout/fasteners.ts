import { SAME } from '../house/index.ts';
import type { Trade } from '../../assembly/trade/index.ts';
import { isUpright, type Framing } from './framing.ts';
import { areaOf, type Cut } from './outline-cut.ts';
import type { SheetPart } from './sheets.ts';
import type { Rectangle } from './types.ts';

/** How many of a fastener an elevation takes. */
export interface FastenerCount {
  what: string;
  /** Id of the goods. */
  goods: string;
  count: number;
  /** How far apart they are along what they hold, m; null where that differs from place to place. */
  apart: number | null;
}

/** Nails or staples of sheathing: along the edges of each sheet, and on the uprights between them. */
export function sheathingFasteners(
  parts: readonly Cut<SheetPart>[],
  { members }: Framing,
  { edge, field }: { edge: number; field: number },
): number {
  const uprights = members.filter(({ kind }) => isUpright(kind));
  const bySheet = new Map<number, Cut<SheetPart>[]>();
  for (const part of parts) bySheet.set(part.sheet, [...(bySheet.get(part.sheet) ?? []), part]);
  let count = 0;
  for (const pieces of bySheet.values()) {
    count += Math.ceil(outlineLength(pieces) / edge);
    for (const piece of pieces)
      for (const stud of uprights) {
        const center = stud.x + stud.width / 2;
        if (center < piece.x + stud.width || center > piece.x + piece.width - stud.width) continue;
        const from = Math.max(piece.z, stud.z);
        const to = Math.min(piece.z + piece.height, stud.z + stud.height);
        if (to - from > field) count += Math.ceil((to - from) / field - SAME) - 1;
      }
  }
  return count;
}

/** Length of the outline of a sheet that may be several rectangles, m. */
function outlineLength(pieces: readonly Rectangle[]): number {
  let length = pieces.reduce((sum, { width, height }) => sum + 2 * (width + height), 0);
  const shared = (a: number, b: number, c: number, d: number): number =>
    Math.max(0, Math.min(b, d) - Math.max(a, c));
  for (const a of pieces)
    for (const b of pieces) {
      if (Math.abs(a.x + a.width - b.x) <= SAME)
        length -= 2 * shared(a.z, a.z + a.height, b.z, b.z + b.height);
      if (Math.abs(a.z + a.height - b.z) <= SAME)
        length -= 2 * shared(a.x, a.x + a.width, b.x, b.x + b.width);
    }
  return length;
}

/** Caps of a wrap: one on each square of their spacing. */
export const capCount = (area: number, trade: Trade): number =>
  Math.ceil(area / trade('wrap-cap') ** 2);

/** Screws along strips: one at each end of a strip, and between them. */
export const stripScrews = (strips: readonly Rectangle[], spacing: number): number =>
  strips.reduce(
    (sum, { width, height }) => sum + Math.ceil(Math.max(width, height) / spacing - SAME) + 1,
    0,
  );

/** Temporary fasteners of boards: so many for each. */
export const boardFasteners = (layers: readonly (readonly SheetPart[])[], each: number): number =>
  layers.reduce((sum, parts) => sum + new Set(parts.map(({ sheet }) => sheet)).size * each, 0);

/** m² of several pieces. */
export const totalArea = (pieces: readonly Cut<Rectangle>[]): number =>
  pieces.reduce((sum, piece) => sum + areaOf(piece), 0);
