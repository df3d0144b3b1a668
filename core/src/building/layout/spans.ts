import { SAME, type Outline } from '../house/index.ts';
import type { Span } from './types.ts';

/** What of a wall reaches over a height. */
export function spansAt(
  { top, length, topAt, baseAt, bends }: Outline,
  z: number,
  { below = 0, above = 0 }: { below?: number; above?: number },
): Span[] {
  const crossings = top.slice(1).flatMap(([x, to], i) => {
    const [from, start] = top[i]!;
    const rise = to - start;
    if (Math.abs(rise) < SAME) return [];
    const at = from + ((z - above - start) / rise) * (x - from);
    return at > from && at < x ? [at] : [];
  });
  const edges = [0, ...bends, ...crossings, length].sort((a, b) => a - b);
  const spans: Span[] = [];
  edges.slice(1).forEach((to, i) => {
    const from = edges[i]!;
    const middle = (from + to) / 2;
    if (to - from <= SAME || topAt(middle) + above <= z + SAME || baseAt(middle) - below > z + SAME)
      return;
    const last = spans.at(-1);
    if (last && from - last.to <= SAME) last.to = to;
    else spans.push({ from, to });
  });
  return spans;
}
