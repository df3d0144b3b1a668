import { expect, test } from '@jest/globals';
import { layoutCourses } from '@eldrun/core/layout';
import { messageText } from '@eldrun/core/units';

const INCH = 0.0254;
const area = { x: 0, z: -0.04, width: 9.144, height: 2.56 };
const strips = Array.from({ length: 23 }, (_, n) => n * 16 * INCH);
const size = {
  exposure: 0.178,
  boardLength: 3.66,
  jointStagger: 0.6096,
  stretch: 0.00635,
  least: 0.0508,
};
const window = { x: 2.0, z: 0.9, width: 0.9144, height: 1.2 };

test('courses go up by their exposure, the last is what is left', () => {
  const { courses, conflicts } = layoutCourses(area, [], strips, size);
  expect(conflicts).toEqual([]);
  expect(courses).toHaveLength(15);
  expect(courses.at(-1)!.exposure).toBeCloseTo(2.56 - 14 * 0.178, 9);
  for (const { boards } of courses) {
    expect(boards.reduce((sum, { length }) => sum + length, 0)).toBeCloseTo(9.144, 9);
    for (const { length } of boards) expect(length).toBeLessThanOrEqual(3.66 + 1e-6);
  }
});

test('butt joints stand on furring, away from those below and from openings’ corners', () => {
  const { courses, conflicts } = layoutCourses(area, [window], strips, size);
  expect(conflicts).toEqual([]);
  const joints = courses.map(({ boards }) =>
    boards.slice(1).flatMap(({ x }, i) => {
      const { x: from, length } = boards[i]!;
      return Math.abs(from + length - x) < 1e-6 ? [x] : [];
    }),
  );
  joints.forEach((row, n) => {
    for (const x of row) {
      expect(strips.some((strip) => Math.abs(strip - x) < 1e-6)).toBe(true);
      for (const other of joints[n - 1] ?? []) expect(Math.abs(other - x)).toBeGreaterThan(0.6095);
      for (const edge of [2.0, 2.9144]) expect(Math.abs(edge - x)).toBeGreaterThan(0.1);
    }
  });
  // Beside the window a course has boards on either side, and none in it.
  const beside = courses.find(({ z }) => z > 1.2)!;
  expect(beside.boards[0]).toEqual({ x: 0, length: 2 });
  expect(beside.boards[1]!.x).toBeCloseTo(2.9144, 9);
});

test('what cannot be is named: no furring, no room to stagger', () => {
  expect(messageText(layoutCourses(area, [], [], size).conflicts[0]!.message, 'metric')).toMatch(
    /find no furring/,
  );
  const few = layoutCourses(area, [], [3, 6], size);
  expect(messageText(few.conflicts[0]!.message, 'metric')).toMatch(/cannot keep away/);
});
