import { cutsPlate, isUpright, type Framing } from './framing.ts';
import { SAME } from '../house/index.ts';
import type { Trade } from '../../assembly/trade/index.ts';
import { measured, say } from '../../common/units/index.ts';
import { atLeastAsSold } from '../../physics/materials/index.ts';
import { spansAt } from './spans.ts';
import type { Conflict, Rectangle } from './types.ts';

/** Two strips nearer than this are one, m. */
const BESIDE = 0.005;

/**
 * Strips of furring on the studs as they stand: beside both sides of each opening, at the ends, and on every other stud and
 * cripple, each from the bottom to the top but for the openings.
 *
 * @param framing of the elevation
 * @param width of a strip, m
 * @param trade how far strips stop short of heads and sills, so that what runs down behind the cladding gets out; the wood
 * that must lie behind a strip for its screws
 * @param cover how far it reaches past the plates, m
 */
export function layoutFurring(
  { members, outline, openings }: Framing,
  width: number,
  trade: Trade,
  cover: { below?: number; above?: number } = {},
): { strips: Rectangle[]; conflicts: Conflict[] } {
  const { length } = outline;
  const short = trade('furring-short');
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
    if (!atLeastAsSold(woodBehind(x), Math.min(trade('furring-behind'), width)))
      conflicts.push({
        at: 'furring',
        message: say`the strip at ${measured('length', x)} has less than ${measured('length', trade('furring-behind'))} of wood behind it: block it`,
      });
    const middle = x + width / 2;
    let z = outline.baseAt(middle) - (cover.below ?? 0);
    const top = outline.topAt(middle) + (cover.above ?? 0);
    const crossed = openings
      .filter((one) => x < one.x + one.width - SAME && x + width > one.x + SAME)
      .sort((a, b) => a.sill - b.sill);
    for (const opening of crossed) {
      const { sill, height } = opening;
      const below = cutsPlate(opening) ? z : sill - short;
      if (below - z > SAME) strips.push({ x, z, width, height: below - z });
      z = sill + height + short;
    }
    if (top - z > SAME) strips.push({ x, z, width, height: top - z });
  }
  return { strips, conflicts };

  /** The widest stretch of uprights that touch, behind a strip, m. */
  function woodBehind(x: number): number {
    const behind = members
      .filter(({ kind }) => isUpright(kind))
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

/**
 * Level strips for upright cladding, from the bottom at their spacing and one along the top, cut at openings.
 *
 * @param width of a strip, m
 * @param spacing from one to the next, m
 */
export function layoutLevelFurring(
  { outline, openings }: Framing,
  width: number,
  spacing: number,
  cover: { below?: number; above?: number } = {},
): Rectangle[] {
  const base = outline.baseAt(0) - (cover.below ?? 0);
  const top = Math.max(...outline.top.map(([, z]) => z)) + (cover.above ?? 0);
  const strips: Rectangle[] = [];
  for (let z = base; z <= top - width + SAME; z += spacing) {
    const crossed = openings
      .filter(({ sill, height }) => sill < z + width && sill + height > z)
      .map(({ x, width: wide }) => ({ from: x, to: x + wide }));
    for (const { from, to } of spansAt(outline, z, cover)) {
      let x = from;
      for (const one of [...crossed.toSorted((a, b) => a.from - b.from), { from: to, to }]) {
        const end = Math.min(to, one.from);
        if (end - x > SAME) strips.push({ x, z, width: end - x, height: width });
        x = Math.max(x, one.to);
      }
    }
  }
  return strips;
}
