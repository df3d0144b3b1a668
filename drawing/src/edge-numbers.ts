import type { EdgeSection } from '@eldrun/core/edges';
import type { EdgePart } from './edge-section.ts';

/** A number beside the drawing, its leader's end in it, px. */
export interface EdgeNumber {
  id: string;
  n: number;
  x: number;
  y: number;
  /** Where the part is, px; null where the number stands in it. */
  to: readonly [x: number, y: number] | null;
}

/** Between the middles of two numbers, px. */
const APART = 15;

/** From the edge of the drawing to the middle of the numbers along it, px. */
const BESIDE = 12;

/** A part this large carries its number inside, px. */
const ROOMY = 17;

/**
 * Numbers of the parts: what runs to the cut end of the drawing is numbered along it, what does not in its middle, or
 * with a leader beside it.
 *
 * @param px of a place in the drawing
 * @param width px of the drawing
 */
export function edgeNumbers(
  parts: readonly EdgePart[],
  { view, frame }: Pick<EdgeSection, 'view' | 'frame'>,
  px: (x: number, y: number) => readonly [x: number, y: number],
): EdgeNumber[] {
  const plan = view === 'plan';
  type Box = EdgePart['boxes'][number];
  const ends = plan
    ? [(one: Box) => one.x0 <= frame.x0 + 1e-6, (one: Box) => one.x1 >= frame.x1 - 1e-6]
    : [(one: Box) => one.y1 >= frame.y1 - 1e-6, (one: Box) => one.y0 <= frame.y0 + 1e-6];
  const reaching = ends.map((at) => parts.filter(({ boxes }) => boxes.some(at)).length);
  const end = reaching[1]! > reaching[0]! ? 1 : 0;
  const at = ends[end]!;
  const [left, top] = px(frame.x0, frame.y0);
  const [right, bottom] = px(frame.x1, frame.y1);
  const line = plan
    ? end === 0
      ? left - BESIDE
      : right + BESIDE
    : end === 0
      ? bottom + BESIDE
      : top - BESIDE;
  const along: (EdgeNumber & { place: number })[] = [];
  const inside: EdgeNumber[] = [];
  parts.forEach(({ id, boxes }, i) => {
    const n = i + 1;
    const cut = boxes.find(at);
    if (cut) {
      const [x, y] = px((cut.x0 + cut.x1) / 2, (cut.y0 + cut.y1) / 2);
      const [edgeX, edgeY] = end === 0 ? [left, bottom] : [right, top];
      along.push({ id, n, place: plan ? y : x, x, y, to: plan ? [edgeX, y] : [x, edgeY] });
      return;
    }
    const largest = boxes.reduce((a, b) => (areaOf(b) > areaOf(a) ? b : a));
    const [x, y] = px((largest.x0 + largest.x1) / 2, (largest.y0 + largest.y1) / 2);
    const [x0, y0] = px(largest.x0, largest.y0);
    const [x1, y1] = px(largest.x1, largest.y1);
    const roomy = Math.min(x1 - x0, y1 - y0) >= ROOMY;
    inside.push(
      roomy
        ? { id, n, x, y, to: null }
        : { id, n, x: x + (plan ? 13 : 16), y: y - (plan ? 16 : 13), to: [x, y] },
    );
  });
  along.sort((a, b) => a.place - b.place);
  const places = spread(
    along.map(({ place }) => place),
    APART,
  );
  return [
    ...along.map(({ place: _, ...one }, i) => ({
      ...one,
      x: plan ? line : places[i]!,
      y: plan ? places[i]! : line,
    })),
    ...clear(inside),
  ].sort((a, b) => a.n - b.n);
}

const areaOf = ({ x0, x1, y0, y1 }: EdgePart['boxes'][number]): number => (x1 - x0) * (y1 - y0);

/** Places moved apart as little as it takes, their middle kept. */
export function spread(places: readonly number[], apart: number): number[] {
  // Groups that touch share their room around their own middle.
  const groups: { sum: number; count: number }[] = [];
  const half = ({ count }: { count: number }): number => ((count - 1) / 2) * apart;
  for (const place of places) {
    groups.push({ sum: place, count: 1 });
    for (;;) {
      const last = groups.at(-1)!;
      const before = groups.at(-2);
      if (!before) break;
      const gap = last.sum / last.count - half(last) - (before.sum / before.count + half(before));
      if (gap >= apart - 1e-9) break;
      groups.splice(-2, 2, { sum: before.sum + last.sum, count: before.count + last.count });
    }
  }
  return groups.flatMap((group) =>
    Array.from(
      { length: group.count },
      (_, i) => group.sum / group.count - half(group) + i * apart,
    ),
  );
}

/** Numbers that would lie on another are moved up. */
function clear(numbers: readonly EdgeNumber[]): EdgeNumber[] {
  const placed: EdgeNumber[] = [];
  for (const one of numbers) {
    let { y } = one;
    while (placed.some((other) => Math.hypot(other.x - one.x, other.y - y) < APART)) y -= APART;
    placed.push(y === one.y ? one : { ...one, y, to: one.to ?? [one.x, one.y] });
  }
  return placed;
}
