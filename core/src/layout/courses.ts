import { SAME } from '../house/index.ts';
import type { Rectangle } from './sheets.ts';
import type { Conflict } from './types.ts';

/** How lap siding is laid, m. */
export interface CladdingSize {
  exposure: number;
  boardLength: number;
  /** Between butt joints of neighboring courses, at the least. */
  jointStagger: number;
}

/** A course: its lower edge, what is seen of it, its boards from left to right. */
export interface Course {
  z: number;
  exposure: number;
  boards: { x: number; length: number }[];
}

/** No butt joint stands nearer to an opening's edge, m. */
const EDGE = 0.1;

/** A board that is shorter looks like what it is, m. */
const LEAST = 0.3;

/**
 * Courses of lap siding from a level first one, butt joints on furring, staggered, and none over an opening's corner.
 *
 * @param area that is clad
 * @param openings that boards are cut at
 * @param strips centers of upright furring, where butt joints may stand
 */
export function layoutCourses(
  area: Rectangle,
  openings: readonly Rectangle[],
  strips: readonly number[],
  { exposure, boardLength, jointStagger }: CladdingSize,
): { courses: Course[]; conflicts: Conflict[] } {
  const courses: Course[] = [];
  const top = area.z + area.height;
  const places = [...strips].sort((a, b) => a - b);
  let before: number[] = [];
  let crowded = 0;
  let bare = 0;
  for (let z = area.z; z < top - SAME; z += exposure) {
    const end = Math.min(top, z + exposure);
    const crossed = openings.filter((one) => one.z < end - SAME && one.z + one.height > z + SAME);
    const joints: number[] = [];
    const boards = stretches(area, crossed).flatMap(({ from, to }) => boardsOf(from, to, joints));
    courses.push({ z, exposure: end - z, boards });
    before = joints;
  }
  const conflicts: Conflict[] = [];
  const tell = (n: number, what: string): void => {
    if (n > 0)
      conflicts.push({
        at: 'cladding',
        message: `${n} butt ${n === 1 ? 'joint' : 'joints'} ${what}`,
      });
  };
  tell(crowded, 'cannot keep away from those of the course below');
  tell(bare, 'find no furring within a board’s length');
  return { courses, conflicts };

  /** Boards of a stretch between openings; their butt joints are put into a list. */
  function boardsOf(from: number, to: number, joints: number[]): Course['boards'] {
    const boards: Course['boards'] = [];
    let x = from;
    while (to - x > boardLength + SAME) {
      const reach = x + boardLength;
      const within = places.filter(
        (at) => at > x + LEAST && at <= reach + SAME && to - at >= LEAST,
      );
      const good = within.filter((at) => isClear(at) && !atEdge(at));
      const at = good.at(-1) ?? within.findLast(isClear) ?? within.at(-1);
      if (at === undefined) bare++;
      else if (!isClear(at)) crowded++;
      const joint = at ?? reach;
      boards.push({ x, length: joint - x });
      joints.push(joint);
      x = joint;
    }
    boards.push({ x, length: to - x });
    return boards;
  }

  function isClear(at: number): boolean {
    return before.every((other) => Math.abs(other - at) >= jointStagger - SAME);
  }

  /** Over or under the corner of any opening. */
  function atEdge(at: number): boolean {
    return openings.some((one) =>
      [one.x, one.x + one.width].some((edge) => Math.abs(edge - at) < EDGE),
    );
  }
}

/** What is left of the length between openings that a course meets. */
function stretches(
  { x, width }: Rectangle,
  crossed: readonly Rectangle[],
): { from: number; to: number }[] {
  const found: { from: number; to: number }[] = [];
  let from = x;
  for (const one of crossed.toSorted((a, b) => a.x - b.x)) {
    if (one.x - from > SAME) found.push({ from, to: one.x });
    from = Math.max(from, one.x + one.width);
  }
  if (x + width - from > SAME) found.push({ from, to: x + width });
  return found;
}
