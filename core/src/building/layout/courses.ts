import { SAME } from '../house/index.ts';
import { say } from '../../common/units/index.ts';
import type { Conflict, Rectangle, Span } from './types.ts';

/** How lap siding is laid, m. */
export interface CourseSizes {
  exposure: number;
  boardLength: number;
  /** Between butt joints of neighboring courses, at the least. */
  jointStagger: number;
  /** How much the exposure may be lessened so that courses meet heads and sills. */
  stretch: number;
  /** The least last course. */
  least: number;
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

/** A course that lies so near to a head or a sill meets it, m. */
const MEETS = 0.003;

/**
 * The exposure for all courses: the stated one, or a little less where more courses then meet heads, sills and the top.
 *
 * @param height that is clad, m
 * @param marks heights of heads and sills over the first course, m
 */
export function fittedExposure(
  height: number,
  marks: readonly number[],
  { exposure, stretch, least }: Pick<CourseSizes, 'exposure' | 'stretch' | 'least'>,
): number {
  const off = (at: number, step: number): number => Math.abs(at - Math.round(at / step) * step);
  const score = (step: number): number => {
    const last = height - Math.floor((height + SAME) / step) * step;
    return (
      marks.filter((at) => off(at, step) < MEETS).length - (last > SAME && last < least ? 10 : 0)
    );
  };
  // What would meet a head, a sill or the top, or leave the least last course.
  const steps = [...marks, height, height - least]
    .filter((at) => at > SAME)
    .map((at) => at / Math.ceil(at / exposure - SAME))
    .filter((step) => step >= exposure - stretch);
  return [exposure, ...steps.sort((a, b) => b - a)].reduce((best, step) =>
    score(step) > score(best) ? step : best,
  );
}

/**
 * Courses of lap siding from a level first one, butt joints on furring, staggered, and none over an opening's corner.
 *
 * @param area that is clad
 * @param openings that boards are cut at
 * @param strips centers of upright furring, where butt joints may stand
 * @param along what of the area a course has whose lower edge lies at z: below a gable less than all
 */
export function layoutCourses(
  area: Rectangle,
  openings: readonly Rectangle[],
  strips: readonly number[],
  sizes: CourseSizes,
  along: (z: number) => readonly Span[] = () => [{ from: area.x, to: area.x + area.width }],
): { courses: Course[]; conflicts: Conflict[] } {
  const { boardLength, jointStagger } = sizes;
  const marks = openings.flatMap(({ z, height }) => [z - area.z, z + height - area.z]);
  const exposure = fittedExposure(
    area.height,
    marks.filter((at) => at > SAME && at < area.height - SAME),
    sizes,
  );
  const courses: Course[] = [];
  const top = area.z + area.height;
  const places = [...strips].sort((a, b) => a - b);
  let before: number[] = [];
  let crowded = 0;
  let bare = 0;
  for (let z = area.z; z < top - SAME; z += exposure) {
    const end = Math.min(top, z + exposure);
    // A board that an opening takes only a part of is notched and runs on.
    const crossed = openings.filter((one) => one.z <= z + SAME && one.z + one.height >= end - SAME);
    const notched = openings.filter(
      (one) => one.z < end - SAME && one.z + one.height > z + SAME && !crossed.includes(one),
    );
    const joints: number[] = [];
    const boards = along(z)
      .flatMap((span) => stretches(span, crossed))
      .flatMap(({ from, to }) => boardsOf(from, to, joints, notched));
    courses.push({ z, exposure: end - z, boards });
    before = joints;
  }
  const conflicts: Conflict[] = [];
  const tell = (n: number, what: string): void => {
    if (n > 0)
      conflicts.push({
        at: 'cladding',
        message: say`${n} butt ${n === 1 ? 'joint' : 'joints'} ${what}`,
      });
  };
  tell(crowded, 'cannot keep away from those of the course below');
  tell(bare, 'find no furring within a board’s length');
  return { courses, conflicts };

  /** Boards of a stretch between openings; their butt joints are put into a list. */
  function boardsOf(
    from: number,
    to: number,
    joints: number[],
    notched: readonly Rectangle[],
  ): Course['boards'] {
    const boards: Course['boards'] = [];
    let x = from;
    while (to - x > boardLength + SAME) {
      const reach = x + boardLength;
      const within = places.filter(
        (at) => at > x + LEAST && at <= reach + SAME && to - at >= LEAST,
      );
      const good = within.filter((at) => isClear(at) && !atEdge(at) && !inNotch(at, notched));
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

  /** Where a board is weakest. */
  function inNotch(at: number, notched: readonly Rectangle[]): boolean {
    return notched.some((one) => at > one.x - EDGE && at < one.x + one.width + EDGE);
  }

  /** Over or under the corner of any opening. */
  function atEdge(at: number): boolean {
    return openings.some((one) =>
      [one.x, one.x + one.width].some((edge) => Math.abs(edge - at) < EDGE),
    );
  }
}

/** What is left of a stretch between openings that a course meets. */
function stretches({ from, to }: Span, crossed: readonly Rectangle[]): Span[] {
  const found: Span[] = [];
  let x = from;
  for (const one of crossed.toSorted((a, b) => a.x - b.x)) {
    if (Math.min(to, one.x) - x > SAME) found.push({ from: x, to: Math.min(to, one.x) });
    x = Math.max(x, one.x + one.width);
  }
  if (to - x > SAME) found.push({ from: x, to });
  return found;
}
