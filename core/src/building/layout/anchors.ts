import type { Elevation, Practice } from '../house/index.ts';
import type { Trade } from '../../assembly/trade/index.ts';
import { SAME } from '../house/index.ts';
import { measured, say, type Message } from '../../common/units/index.ts';
import { isUpright, type Framing } from './framing.ts';
import type { Conflict } from './types.ts';

/**
 * Checks the anchors that the user placed: at least two for each piece of plate, no farther apart and from its ends than is
 * usual, clear of what stands there, with the washers that braced walls of seismic areas ask for. Without any nothing is checked.
 */
export function checkAnchors(
  { anchors = [], braced = false }: Elevation,
  { plates, members, outline }: Framing,
  { seismic = false }: Practice,
  trade: Trade,
): Conflict[] {
  if (anchors.length === 0) return [];
  const conflicts: Conflict[] = [];
  const conflict = (at: string, message: Message): void => void conflicts.push({ at, message });
  const length = (value: number) => measured('length', value);
  const [apart, least, most] = ['anchor-spacing', 'anchor-end-least', 'anchor-end-most'].map(
    trade,
  ) as [number, number, number];
  const sorted = anchors.map((anchor, n) => ({ ...anchor, n })).sort((a, b) => a.x - b.x);

  plates.forEach(({ from, to }) => {
    const own = sorted.filter(({ x }) => x >= from - SAME && x <= to + SAME);
    const piece = say`the plate from ${length(from)} to ${length(to)}`;
    if (own.length < 2) {
      conflict('anchors', say`${piece} has ${own.length} of at least two anchors`);
      return;
    }
    for (const [end, anchor] of [
      [own[0]!.x - from, own[0]!],
      [to - own.at(-1)!.x, own.at(-1)!],
    ] as const)
      if (end < least - SAME || end > most + SAME)
        conflict(
          `anchors[${anchor.n}]`,
          say`it stands ${length(end)} from the end of its plate: ${length(least)} to ${length(most)}`,
        );
    own.slice(1).forEach((anchor, i) => {
      const gap = anchor.x - own[i]!.x;
      if (gap > apart + SAME)
        conflict(
          `anchors[${anchor.n}]`,
          say`it stands ${length(gap)} from the one before it: at most ${length(apart)}`,
        );
    });
  });

  const standing = members.filter(({ kind, z }) => isUpright(kind) && z < outline.baseAt(0) + 1);
  for (const { x, n, kind, washer, edge } of sorted) {
    const at = `anchors[${n}]`;
    if (!plates.some(({ from, to }) => x >= from - SAME && x <= to + SAME))
      conflict(at, say`there is no plate where it stands`);
    const half = (kind === 'bolt' ? (washer ?? 0) : 0) / 2;
    const hit =
      kind === 'bolt' &&
      standing.find((one) => x + half > one.x + SAME && x - half < one.x + one.width - SAME);
    if (hit)
      conflict(at, say`its washer and nut stand where a ${hit.kind} does, at ${length(hit.x)}`);
    if (!braced || !seismic || kind !== 'bolt') continue;
    if ((washer ?? 0) < trade('anchor-washer') - SAME)
      conflict(
        at,
        say`braced walls in seismic areas have plate washers of ${length(trade('anchor-washer'))}`,
      );
    if (edge === undefined || edge > trade('anchor-washer-edge') + SAME)
      conflict(
        at,
        say`the edge of its washer lies within ${length(trade('anchor-washer-edge'))} of the sheathed side: say how far`,
      );
  }
  return conflicts;
}
