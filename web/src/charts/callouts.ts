import type { DepthAxis } from './axis.ts';

/** The elbow from the middle of a callout row to the true place of its layer. */
export function leaderLine(
  rowY: number,
  depth: number,
  axis: DepthAxis,
  width: number,
  lane: number,
  lanes: number,
): string {
  const y = axis.y(depth);
  const turn = 8 + ((width - 16) * (lane + 0.5)) / Math.max(lanes, 1);
  return `M0 ${rowY.toFixed(1)}H${turn.toFixed(1)}L${(turn + 6).toFixed(1)} ${y.toFixed(1)}H${width}`;
}
