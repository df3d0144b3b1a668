import { SAME, type Opening } from '../house/index.ts';
import type { Framing } from './framing.ts';
import type { Rectangle } from './sheets.ts';
import type { Conflict } from './types.ts';

/** How far furring stops short of heads and sills, so that what runs down behind the cladding gets out, m. */
export const SHORT = 0.019;

/** Wood that must lie behind a strip for its screws, m: 1 1/2 in. */
const BEHIND = 0.0381;

/** Two strips nearer than this are one, m. */
const BESIDE = 0.005;

/**
 * Strips of furring on the studs as they stand: beside both sides of each opening, at the ends, and on every other stud and
 * cripple, each from the bottom to the top but for the openings.
 *
 * @param framing of the elevation
 * @param openings that are framed
 * @param width of a strip, m
 * @param cover how far it reaches past the plates, m
 */
export function layoutFurring(
  { members, outline }: Framing,
  openings: readonly Opening[],
  width: number,
  cover: { below?: number; above?: number } = {},
): { strips: Rectangle[]; conflicts: Conflict[] } {
  const { length } = outline;
  const conflicts: Conflict[] = [];
  const places: number[] = [];
  const free = (x: number): boolean =>
    places.every((other) => Math.abs(other - x) >= width + BESIDE - SAME);
  const place = (x: number): void => {
    const at = Math.min(Math.max(x, 0), length - width);
    if (free(at)) places.push(at);
  };

  for (const { x, width: opening } of openings) {
    place(x - width);
    place(x + opening);
  }
  place(0);
  place(length - width);
  const uprights = members.filter(({ kind }) => kind === 'stud' || kind === 'cripple');
  for (const { x, width: wood } of uprights.toSorted((a, b) => a.x - b.x))
    place(x + wood / 2 - width / 2);

  const strips: Rectangle[] = [];
  for (const x of places.sort((a, b) => a - b)) {
    if (woodBehind(x) < Math.min(BEHIND, width) - SAME)
      conflicts.push({
        at: 'furring',
        message: `the strip at ${x.toFixed(3)} m has less than 38 mm of wood behind it: block it`,
      });
    const middle = x + width / 2;
    let z = outline.baseAt(middle) - (cover.below ?? 0);
    const top = outline.topAt(middle) + (cover.above ?? 0);
    const crossed = openings
      .filter((one) => x < one.x + one.width - SAME && x + width > one.x + SAME)
      .sort((a, b) => a.sill - b.sill);
    for (const { sill, height, kind } of crossed) {
      const below = kind === 'door' ? z : sill - SHORT;
      if (below - z > SAME) strips.push({ x, z, width, height: below - z });
      z = sill + height + SHORT;
    }
    if (top - z > SAME) strips.push({ x, z, width, height: top - z });
  }
  return { strips, conflicts };

  /** The widest stretch of uprights that touch, behind a strip, m. */
  function woodBehind(x: number): number {
    const behind = members
      .filter(({ kind }) => !/Plate$|sill|header|blocking/.test(kind))
      .map((one) => ({ from: Math.max(x, one.x), to: Math.min(x + width, one.x + one.width) }))
      .filter(({ from, to }) => to - from > SAME)
      .sort((a, b) => a.from - b.from);
    let most = 0;
    let from = -Infinity;
    let to = -Infinity;
    for (const one of behind) {
      if (one.from > to + SAME) from = one.from;
      to = Math.max(to, one.to);
      most = Math.max(most, to - from);
    }
    return most;
  }
}
