import { SAME } from '../house/index.ts';
import { say } from '../../common/units/index.ts';
import type { SheetSize } from '../house/index.ts';
import type { Conflict, Rectangle } from './types.ts';

/** A part of a sheet: a sheet that is cut around an opening has several, with one number. */
export interface SheetPart extends Rectangle {
  sheet: number;
  /** Whether the sheet is cut to less than its size. */
  cut: boolean;
}

/** What sheets are laid on. */
export interface Ground {
  /** Covered from x to x, from z to z, but for the openings. */
  area: Rectangle;
  openings: readonly Rectangle[];
  /** Where joints may stand, from left to right; null where they may stand anywhere. */
  joints: readonly number[] | null;
  /** The end that is begun at. */
  from: 'left' | 'right';
  /** Joints of the layer behind, and how far from them those of this one are to stay, m. */
  behind?: { joints: readonly Joint[]; levels: readonly number[]; stagger: number };
}

/** An upright joint: where, and from which height to which. */
export interface Joint {
  x: number;
  from: number;
  to: number;
}

export interface SheetLayout {
  parts: SheetPart[];
  joints: Joint[];
  /** Heights of level joints. */
  levels: number[];
  conflicts: Conflict[];
}

/** No sheet is cut narrower so that its joint keeps away from others, m. */
const NARROWEST = 0.05;

/** A joint nearer to an opening's corner would tear the layer there, m. */
const CORNER = 0.1;

/**
 * Lays sheets over an elevation, row by row from the bottom. An upright joint is as far on as a sheet reaches, where joints may
 * stand; of those places one that keeps clear of the joints behind and below, and of openings' corners, comes first.
 *
 * @param what is laid, for conflicts
 */
export function layoutSheets(
  { area, openings, joints: allowed, from, behind }: Ground,
  { width, length, lying = false, gap = 0 }: SheetSize,
  what: string,
): SheetLayout {
  const [along, up] = lying ? [length, width] : [width, length];
  const parts: SheetPart[] = [];
  const joints: Joint[] = [];
  const levels: number[] = [];
  const conflicts: Conflict[] = [];
  const right = area.x + area.width;
  const top = area.z + area.height;
  let sheet = 0;
  let below: readonly number[] = [];
  let unsupported = 0;
  let crowded = 0;

  for (let z = area.z; z < top - SAME;) {
    const end = rowEnd(z);
    const row = rowJoints(z, end);
    const edges = [area.x, ...row, right];
    for (let n = 1; n < edges.length; n++) {
      const x = edges[n - 1]! + (n > 1 ? gap / 2 : 0);
      const to = edges[n]! - (n < edges.length - 1 ? gap / 2 : 0);
      const whole = { x, z, width: to - x, height: end - z };
      const pieces = without(whole, openings);
      if (pieces.length === 0) continue;
      sheet++;
      const seen = pieces.reduce((sum, piece) => sum + piece.width * piece.height, 0);
      const cut = seen < along * up - SAME;
      for (const piece of pieces) parts.push({ sheet, ...piece, cut });
    }
    joints.push(...row.map((x) => ({ x, from: z, to: end })));
    below = row;
    if (end < top - SAME) levels.push(end + gap / 2);
    z = end + gap;
  }
  if (unsupported > 0)
    conflicts.push({
      at: what,
      message: say`${count(unsupported, 'joint')} with nothing to stand on within a sheet’s width`,
    });
  if (crowded > 0)
    conflicts.push({
      at: what,
      message: say`${count(crowded, 'joint')} cannot keep away from those behind or below: the sheets do not allow it`,
    });
  return { parts, joints, levels, conflicts };

  /** Where a row ends: as high as a sheet reaches, lower where a level joint behind would lie at its end. */
  function rowEnd(z: number): number {
    const whole = z + up;
    if (whole >= top - SAME || !behind) return Math.min(top, whole);
    const { levels: others, stagger } = behind;
    const clear = (end: number): boolean =>
      others.every((level) => Math.abs(level - end) >= stagger - SAME);
    if (clear(whole)) return whole;
    const lower = others
      .map((level) => level - stagger)
      .filter((end) => end > z + stagger && end < whole && clear(end));
    if (lower.length > 0) return Math.max(...lower);
    crowded++;
    return whole;
  }

  /** Upright joints of a row, from left to right. */
  function rowJoints(bottom: number, end: number): number[] {
    const found: number[] = [];
    const step = from === 'left' ? 1 : -1;
    let at = from === 'left' ? area.x : right;
    const last = from === 'left' ? right : area.x;
    for (;;) {
      // The sheet at the end of the wall has a gap on one side only.
      const reach = along + (found.length === 0 ? gap / 2 : gap);
      if (Math.abs(last - at) <= along + (found.length === 0 ? 0 : gap / 2) + SAME) break;
      const places = (allowed ?? [at + step * reach, ...backwards(at, step, reach)])
        .filter((x) => (x - at) * step > gap && (x - at) * step <= reach + SAME)
        .sort((a, b) => (b - a) * step);
      const clear = places.find((x) => isClear(x, bottom, end) && !atCorner(x, bottom, end));
      const next = clear ?? places.find((x) => isClear(x, bottom, end)) ?? places[0];
      if (next === undefined) unsupported++;
      else if (!isClear(next, bottom, end)) crowded++;
      at = next ?? at + step * reach;
      found.push(at);
    }
    return found.sort((a, b) => a - b);
  }

  /** Where joints may stand anywhere: steps back from the farthest place. */
  function backwards(at: number, step: 1 | -1, reach: number): number[] {
    const back = behind?.stagger ?? along / 4;
    return [1, 2, 3]
      .map((n) => at + step * (reach - n * back))
      .filter((x) => (x - at) * step > NARROWEST);
  }

  function isClear(x: number, bottom: number, end: number): boolean {
    if (lying && below.some((other) => Math.abs(other - x) < along / 4 - SAME)) return false;
    return !behind?.joints.some(
      (joint) =>
        joint.from < end && joint.to > bottom && Math.abs(joint.x - x) < behind.stagger - SAME,
    );
  }

  function atCorner(x: number, bottom: number, end: number): boolean {
    return openings.some(
      (opening) =>
        [opening.x, opening.x + opening.width].some((edge) => Math.abs(edge - x) < CORNER) &&
        [opening.z, opening.z + opening.height].some((edge) => edge > bottom && edge < end),
    );
  }
}

const count = (n: number, noun: string): string => `${n} ${noun}${n === 1 ? '' : 's'}`;

/** A rectangle less some others, as rectangles: first above and below each, then beside it. */
export function without(whole: Rectangle, cuts: readonly Rectangle[]): Rectangle[] {
  return cuts.reduce<Rectangle[]>(
    (pieces, cut) => pieces.flatMap((piece) => less(piece, cut)),
    [whole],
  );
}

function less(piece: Rectangle, cut: Rectangle): Rectangle[] {
  const x0 = Math.max(piece.x, cut.x);
  const x1 = Math.min(piece.x + piece.width, cut.x + cut.width);
  const z0 = Math.max(piece.z, cut.z);
  const z1 = Math.min(piece.z + piece.height, cut.z + cut.height);
  if (x1 - x0 <= SAME || z1 - z0 <= SAME) return [piece];
  return [
    { ...piece, height: z0 - piece.z },
    { ...piece, z: z1, height: piece.z + piece.height - z1 },
    { x: piece.x, z: z0, width: x0 - piece.x, height: z1 - z0 },
    { x: x1, z: z0, width: piece.x + piece.width - x1, height: z1 - z0 },
  ].filter(({ width, height }) => width > SAME && height > SAME);
}
