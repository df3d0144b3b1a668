import { SAME } from '../house/index.ts';
import type { Rectangle } from './types.ts';

/** A roll, and how far its courses lap over each other, m. */
export interface Roll {
  width: number;
  horizontalLap: number;
}

/**
 * Courses of a membrane from the bottom up, each over the one below, along the whole wall and around its openings, which are cut
 * out afterwards. The last course ends at the top.
 *
 * @param area that is covered
 * @returns courses, the lowest first; one alone where the roll is as wide as the wall is high
 */
export function membraneCourses(area: Rectangle, { width, horizontalLap }: Roll): Rectangle[] {
  const courses: Rectangle[] = [];
  const top = area.z + area.height;
  const rise = width - horizontalLap;
  for (let z = area.z; ; z += rise) {
    const height = Math.min(width, top - z);
    courses.push({ x: area.x, z, width: area.width, height });
    if (z + width >= top - SAME || rise <= SAME) return courses;
  }
}
