import type { RunService } from '../house/index.ts';
import { isUpright, type FrameMember } from '../layout/index.ts';

/** Where a run passes a piece of wood. */
export interface Crossing {
  service: string;
  member: FrameMember;
  /** The middle of the hole, m. */
  x: number;
  z: number;
  /** Diameter of the hole, or depth of the notch, m. */
  size: number;
  /** Of the wood, m. */
  depth: number;
  notched: boolean;
  /** What is left between the hole and the inner and the outer face of the wood, m. */
  inner: number;
  outer: number;
}

/** Where a piece of wood is met along its length instead of across. */
export interface Along {
  service: string;
  member: FrameMember;
}

interface Point {
  x: number;
  z: number;
}

/**
 * Where a run passes the members of a frame.
 *
 * @param depth of the wood, m
 * @param clearance a hole is larger than what runs through it, m
 */
export function crossingsOf(
  run: RunService,
  members: readonly FrameMember[],
  depth: number,
  clearance: number,
): { crossings: Crossing[]; along: Along[] } {
  const crossings: Crossing[] = [];
  const along: Along[] = [];
  const notched = run.passes === 'notched';
  const size = run.diameter + clearance;
  const middle = run.from ?? depth / 2;
  const points = run.path.map(([x, z]) => ({ x, z }));
  for (const member of members) {
    let met = false;
    points.slice(1).forEach((to, i) => {
      const at = crossing(member, points[i]!, to);
      if (!at) return;
      met = true;
      crossings.push({
        service: run.id,
        member,
        ...at,
        size,
        depth,
        notched,
        inner: notched ? 0 : middle - size / 2,
        outer: depth - (notched ? size : middle + size / 2),
      });
    });
    if (!met && points.slice(1).some((to, i) => runsAlong(member, points[i]!, to, run.diameter)))
      along.push({ service: run.id, member });
  }
  return { crossings, along };
}

/** Where a straight piece of a run crosses the middle of a member; null where it does not. */
function crossing(member: FrameMember, from: Point, to: Point): Point | null {
  const { x, z, width, height } = member;
  const upright = isUpright(member.kind);
  const [a, b, middle] = upright ? [from.x, to.x, x + width / 2] : [from.z, to.z, z + height / 2];
  if (a === b || middle <= Math.min(a, b) || middle >= Math.max(a, b)) return null;
  const share = (middle - a) / (b - a);
  const at = { x: from.x + share * (to.x - from.x), z: from.z + share * (to.z - from.z) };
  const inside = upright ? at.z > z && at.z < z + height : at.x > x && at.x < x + width;
  return inside ? at : null;
}

/** Whether a piece of a run lies in a member along its length. */
function runsAlong(
  { kind, x, z, width, height }: FrameMember,
  a: Point,
  b: Point,
  diameter: number,
): boolean {
  const half = diameter / 2;
  const meets = (low: number, high: number, from: number, size: number): boolean =>
    Math.min(low, high) < from + size - 1e-6 && Math.max(low, high) > from + 1e-6;
  const near = (at: number, from: number, size: number): boolean =>
    at + half > from + 1e-6 && at - half < from + size - 1e-6;
  return isUpright(kind)
    ? Math.abs(a.x - b.x) < 1e-6 && near(a.x, x, width) && meets(a.z, b.z, z, height)
    : Math.abs(a.z - b.z) < 1e-6 && near(a.z, z, height) && meets(a.x, b.x, x, width);
}

/** What a person calls a member. */
const WORDS: Partial<Record<FrameMember['kind'], string>> = {
  bottomPlate: 'bottom plate',
  topPlate: 'top plate',
};

export const word = ({ kind }: FrameMember): string => WORDS[kind] ?? kind;
