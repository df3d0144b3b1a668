import { SAME } from '../house/index.ts';
import { measured, say } from '../../common/units/index.ts';
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

/** Stretches between plates at a height. */
function between({ outline, floorAt, ceilingAt }: Framing, level: number): Span[] {
  const edges = [0, ...outline.bends, outline.length];
  return edges.slice(1).flatMap((to, i) => {
    const from = edges[i]!;
    const [left, right] = [ceilingAt(from + SAME), ceilingAt(to - SAME)];
    if (floorAt((from + to) / 2) >= level || Math.max(left, right) <= level) return [];
    // Below a slope it goes as far as the slope is higher.
    const cross =
      Math.min(left, right) > level ? null : from + ((level - left) / (right - left)) * (to - from);
    if (cross === null) return [{ from, to }];
    return [left > right ? { from, to: cross } : { from: cross, to }];
  });
}

/** Stretches between uprights and plates at a height, openings left out. */
function free(framing: Framing, level: number): Span[] {
  const { members, openings, thickness } = framing;
  // What ends within a block's height of the joint is in its way too.
  const at = (z: number, height: number): boolean =>
    z < level + thickness && level - thickness < z + height;
  const taken: Span[] = [
    ...members
      .filter(({ kind, z, height }) => isUpright(kind) && at(z, height))
      .map(({ x, width }) => ({ from: x, to: x + width })),
    ...openings
      .filter(({ sill, height }) => at(sill, height))
      .map(({ x, width }) => ({ from: x, to: x + width })),
  ].sort((a, b) => a.from - b.from);
  return between(framing, level).flatMap((span) => {
    const found: Span[] = [];
    let { from } = span;
    for (const one of [...taken, { from: span.to, to: span.to }]) {
      const to = Math.min(one.from, span.to);
      if (to - from > SLIT) found.push({ from, to });
      from = Math.max(from, one.to);
    }
    return found;
  });
}

/** A block there; null where a level member carries the joint or the wall does not reach so far. */
function blockIn(
  { members, thickness, floorAt, ceilingAt }: Framing,
  level: number,
  { from, to }: Span,
): FrameMember | 'beside' | null {
  const flat = members.filter(
    ({ kind, x, width }) => !isUpright(kind) && x < to - SAME && x + width > from + SAME,
  );
  const carries = flat.some(
    ({ z, height, slope }) => !slope && z - SAME <= level && level <= z + height + SAME,
  );
  if (carries) return null;
  const places = [from + SAME, to - SAME];
  const lowest = Math.max(...places.map(floorAt));
  const highest = Math.min(...places.map(ceilingAt));
  if (highest - lowest < thickness) return null;
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
