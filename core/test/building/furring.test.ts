import { describe, expect, test } from '@jest/globals';
import { tradeOf } from '@eldrun/core/trade';
import type { Elevation, Opening } from '@eldrun/core/house';
import { frameElevation, layoutFurring, membraneCourses } from '@eldrun/core/layout';
import { messageText } from '@eldrun/core/units';

const W = 0.0381;
const INCH = 0.0254;
const STRIP = 0.0889;
const trade = tradeOf({});
const SHORT = trade('furring-short');
const sizes = { width: W, spacing: 16 * INCH };
const window: Opening = {
  id: 'W',
  kind: 'window',
  x: 1.8796,
  sill: 0.9144,
  width: 0.9144,
  height: 1.2192,
};

function furring(openings: Opening[] = [], more: Partial<Elevation> = {}, width = W) {
  const elevation: Elevation = {
    id: 'a',
    assembly: 'A',
    length: 4.8768,
    height: 2.467,
    openings,
    ...more,
  };
  return layoutFurring(
    frameElevation(elevation, { ...sizes, width }),
    STRIP,
    trade,
    elevation.cover,
  );
}

describe('furring', () => {
  test('stands on every stud, flush with the ends, from the bottom to the top', () => {
    const { strips, conflicts } = furring([], { cover: { below: 0.04 } });
    expect(conflicts).toEqual([]);
    expect(strips).toHaveLength(13);
    expect(strips[0]).toEqual({ x: 0, z: -0.04, width: STRIP, height: expect.closeTo(2.507, 9) });
    expect(strips[1]!.x + STRIP / 2).toBeCloseTo(16 * INCH, 9);
    expect(strips.at(-1)!.x + STRIP).toBeCloseTo(4.8768, 9);
  });

  test('studs of 38 mm are 1 1/2 in. wide: enough wood behind a strip', () => {
    expect(furring([window], {}, 0.038).conflicts).toEqual([]);
    expect(furring([], {}, 0.032).conflicts.length).toBeGreaterThan(5);
  });

  test('lines both sides of an opening, and stops short of its head and sill', () => {
    const { strips, conflicts } = furring([window]);
    expect(conflicts).toEqual([]);
    const whole = strips.filter(({ height }) => height > 2.4).map(({ x }) => x);
    expect(whole).toContainEqual(expect.closeTo(1.8796 - STRIP, 9));
    expect(whole).toContainEqual(expect.closeTo(1.8796 + 0.9144, 9));
    // On the cripples at 80 and 96 in.: one strip below the sill and one above the head of each.
    const parts = strips.filter(({ height }) => height < 2.4);
    expect(parts).toHaveLength(4);
    expect(parts[0]!.z + parts[0]!.height).toBeCloseTo(0.9144 - SHORT, 9);
    expect(parts[1]!.z).toBeCloseTo(0.9144 + 1.2192 + SHORT, 9);
    // The stud at 112 in. gave way to the king; its strip is that beside the opening.
    expect(
      strips.every((a, i) => strips.slice(i + 1).every((b) => b.x === a.x || b.x - a.x >= STRIP)),
    ).toBe(true);
  });

  test('above a door begins over its head; a strip without wood behind it is named', () => {
    const door: Opening = { ...window, kind: 'door', sill: 0, height: 2.0 };
    const above = furring([door]).strips.filter(({ z }) => z > 0.5);
    expect(above.every(({ z }) => Math.abs(z - 2.0 - SHORT) < 1e-9)).toBe(true);
    const thin = layoutFurring(
      frameElevation(
        { id: 'a', assembly: 'A', length: 3, height: 2.4 },
        { width: 0.02, spacing: 0.6 },
      ),
      STRIP,
      trade,
    );
    expect(thin.conflicts[0]!.at).toBe('furring');
    expect(messageText(thin.conflicts[0]!.message, 'metric')).toMatch(/block/);
  });
});

test('courses of a membrane lap over each other from the bottom up, the last to the top', () => {
  const area = { x: 0, z: -0.05, width: 6, height: 2.55 };
  const courses = membraneCourses(area, { width: 0.9144, horizontalLap: 0.1524 });
  expect(courses).toHaveLength(4);
  courses.slice(1).forEach((course, i) => {
    const below = courses[i]!;
    expect(below.z + below.height - course.z).toBeCloseTo(0.1524, 9);
  });
  const last = courses.at(-1)!;
  expect(last.z + last.height).toBeCloseTo(2.5, 9);
  expect(membraneCourses(area, { width: 2.74, horizontalLap: 0.1524 })).toEqual([{ ...area }]);
});
