import type { Shell } from '../house/index.ts';
import type { ElevationLayout } from '../layout/index.ts';
import { frameEnd, shellSkin } from '../../physics/build-up/index.ts';
import { isUpright } from '../layout/index.ts';

/** What a corrugated sheet means for the wall inside it. */
export interface ShellFacts {
  /** Fill from the inner face of the studs to the sheet: at a trough, at a crest, and its mean over the wall, m. */
  fill: { least: number; most: number; mean: number };
  /** Between the finishes of the two long walls, m. */
  clear: number;
  /** Studs that stand over no trough, which are blocked to the sheet behind them, and blocks for them. */
  blocked: { wall: string; studs: number; blocks: number }[];
  /** Thickness of a block, m. */
  block: number;
  /** What stands beside each other, and what is left over (negative where it does not fit); null where nothing is asked. */
  room: { needs: number; left: number; status: 'pass' | 'fail' } | null;
}

/** What the corrugation adds to the fill behind its troughs, mean over the wall, m: the slopes lie at half the depth. */
export const shellFill = ({ depth, pitch, crest, trough }: Shell): number =>
  (depth * (crest + (pitch - crest - trough) / 2)) / pitch;

/**
 * Crest and trough of a shell against its frame, which stands against the troughs.
 *
 * @param shell its sizes, m
 * @param layouts of the walls that are built in it
 * @param apart of blocks along a stud, m
 * @returns null where none of them is
 */
export function shellFacts(
  shell: Shell,
  layouts: readonly ElevationLayout[],
  apart: number,
): ShellFacts | null {
  const { width, depth, room = [] } = shell;
  const own = layouts.filter(({ parts }) => shellSkin(parts.wall) !== null);
  const first = own[0];
  if (!first) return null;
  const { wall } = first.parts;
  const end = frameEnd(wall);
  const inside = wall.layers.slice(0, end + 1);
  const framed = inside
    .filter(({ member, fill }) => member && fill)
    .reduce((sum, { thickness }) => sum + thickness, 0);
  const thick = inside.reduce((sum, { thickness }) => sum + thickness, 0);
  const skin = shellSkin(wall)!.thickness;
  const clear = width - 2 * (thick + depth + skin);
  const needs = room.reduce((sum, one) => sum + one.width, 0);
  return {
    fill: {
      least: framed,
      most: framed + depth,
      mean: framed + shellFill(shell),
    },
    clear,
    block: depth,
    blocked: own.map((layout) => fluteBlocks(layout, shell, apart)),
    room:
      room.length === 0
        ? null
        : { needs, left: clear - needs, status: clear < needs ? 'fail' : 'pass' },
  };
}

/** Studs whose middle lies over no trough, and blocks for them; the first trough begins at the left end. */
export function fluteBlocks(
  { elevation, framing }: ElevationLayout,
  { pitch, trough }: Pick<Shell, 'pitch' | 'trough'>,
  apart: number,
): ShellFacts['blocked'][number] {
  const loose = framing.members.filter(({ kind, x, width }) => {
    if (!isUpright(kind)) return false;
    const at = (x + width / 2) % pitch;
    return at > trough;
  });
  return {
    wall: elevation.name ?? elevation.id,
    studs: loose.length,
    blocks: loose.reduce((sum, { height }) => sum + Math.ceil(height / apart) + 1, 0),
  };
}
