import { SAME } from '../house/index.ts';
import { measured, say } from '../units/index.ts';
import { isUpright, type Framing } from './framing.ts';
import type { Conflict, FrameMember, Span } from './types.ts';

/** A slit between uprights that takes no block, m. */
const SLIT = 0.003;

/**
 * Blocks between the uprights under level joints of the sheathing that lie on no plate.
 *
 * @param levels heights of the joints
 * @returns members, and where a joint lies beside a header or a sill instead of on it
 */
export function blockLevels(
  framing: Framing,
  levels: readonly number[],
): { blocks: FrameMember[]; conflicts: Conflict[] } {
  const blocks: FrameMember[] = [];
  const conflicts: Conflict[] = [];
  for (const level of levels)
    for (const span of free(framing, level)) {
      const block = blockIn(framing, level, span);
      if (block === 'beside')
        conflicts.push({
          at: 'sheathing',
          message: say`the level joint at ${measured('length', level)} lies beside a header or a sill, not on it: move it, or block it`,
        });
      else if (block) blocks.push(block);
    }
  return { blocks, conflicts };
}

/** Stretches between uprights at a height, openings left out. */
function free({ outline, members, openings }: Framing, level: number): Span[] {
  const at = (z: number, height: number): boolean => z < level && level < z + height;
  const taken: Span[] = [
    ...members
      .filter(({ kind, z, height }) => isUpright(kind) && at(z, height))
      .map(({ x, width }) => ({ from: x, to: x + width })),
    ...openings
      .filter(({ sill, height }) => at(sill, height))
      .map(({ x, width }) => ({ from: x, to: x + width })),
  ].sort((a, b) => a.from - b.from);
  const found: Span[] = [];
  let from = 0;
  for (const one of [...taken, { from: outline.length, to: outline.length }]) {
    if (one.from - from > SLIT) found.push({ from, to: one.from });
    from = Math.max(from, one.to);
  }
  return found;
}

/** A block there; null where a level member carries the joint or the wall does not reach so far. */
function blockIn(
  { members, thickness }: Framing,
  level: number,
  { from, to }: Span,
): FrameMember | 'beside' | null {
  const flat = members.filter(
    ({ kind, x, width }) => !isUpright(kind) && x < to - SAME && x + width > from + SAME,
  );
  const carries = flat.some(({ z, height }) => z - SAME <= level && level <= z + height + SAME);
  if (carries) return null;
  const plates = flat.filter(({ kind }) => kind === 'bottomPlate' || kind === 'topPlate');
  const lowest = Math.max(
    ...plates.filter(({ z }) => z < level).map(({ z, height }) => z + height),
  );
  const highest = Math.min(...plates.filter(({ z }) => z > level).map(({ z }) => z));
  if (!Number.isFinite(lowest) || !Number.isFinite(highest) || highest - lowest < thickness)
    return null;
  const z = Math.min(Math.max(level - thickness / 2, lowest), highest - thickness);
  const beside = flat.some((one) => one.z < z + thickness - SAME && one.z + one.height > z + SAME);
  if (beside) return 'beside';
  return {
    kind: 'blocking',
    x: from,
    z,
    width: to - from,
    height: thickness,
    plies: 1,
    opening: null,
  };
}
