import { describe, expect, test } from '@jest/globals';
import fc from '../property.ts';
import { layoutSheets, without, type Ground, type Rectangle } from '@eldrun/core/layout';
import { messageText } from '@eldrun/core/units';

const INCH = 0.0254;
const GAP = INCH / 8;
const panel = { width: 48 * INCH, length: 120 * INCH, gap: GAP };
const sixteen = Array.from({ length: 40 }, (_, n) => n * 16 * INCH);
const ground = (more: Partial<Ground> = {}): Ground => ({
  area: { x: 0, z: 0, width: 6.096, height: 2.467 },
  openings: [],
  joints: sixteen,
  from: 'left',
  ...more,
});
const areaOf = (rectangles: readonly Rectangle[]): number =>
  rectangles.reduce((sum, { width, height }) => sum + width * height, 0);
const overlaps = (a: Rectangle, b: Rectangle): boolean =>
  a.x < b.x + b.width - 1e-6 &&
  b.x < a.x + a.width - 1e-6 &&
  a.z < b.z + b.height - 1e-6 &&
  b.z < a.z + a.height - 1e-6;

describe('sheathing', () => {
  test('has its joints on studs: a long wall does not drift off them', () => {
    const { joints, parts, conflicts } = layoutSheets(
      ground({ area: { x: 0, z: 0, width: 12.192, height: 2.467 } }),
      panel,
      'sheathing',
    );
    expect(conflicts).toEqual([]);
    expect(joints.map(({ x }) => Math.round(x / INCH))).toEqual([
      48, 96, 144, 192, 240, 288, 336, 384, 432,
    ]);
    // The first has a gap on one side, those after it on two.
    expect(parts[0]!.width).toBeCloseTo(48 * INCH - GAP / 2, 9);
    expect(parts[1]!.width).toBeCloseTo(48 * INCH - GAP, 9);
  });

  test('is cut around a window in one sheet, and leaves no joint at its corner', () => {
    // The window's right edge lies at a stud's center, 96 in.
    const window = { x: 60 * INCH, z: 0.9, width: 36 * INCH, height: 1.2 };
    const { parts, joints } = layoutSheets(ground({ openings: [window] }), panel, 'sheathing');
    expect(joints.map(({ x }) => Math.round(x / INCH))).toContain(80);
    expect(joints.map(({ x }) => Math.round(x / INCH))).not.toContain(96);
    for (const part of parts) expect(overlaps(part, window)).toBe(false);
    const around = parts.filter(({ sheet }) => sheet === 2);
    expect(around.length).toBeGreaterThan(1);
    expect(around.every(({ cut }) => cut)).toBe(true);
  });

  test('in rows is staggered, and says where it cannot be', () => {
    const lying = { ...panel, length: 96 * INCH, lying: true };
    const { joints, levels } = layoutSheets(ground(), lying, 'sheathing');
    expect(levels).toHaveLength(2);
    const [first, second] = [...new Set(joints.map(({ from }) => from))].map((from) =>
      joints.filter((joint) => joint.from === from).map(({ x }) => x),
    );
    for (const x of first!)
      for (const other of second!) expect(Math.abs(x - other)).toBeGreaterThan(23 * INCH);
    const few = layoutSheets(ground({ joints: [96 * INCH, 192 * INCH] }), lying, 'sheathing');
    expect(few.conflicts[0]!.at).toBe('sheathing');
    expect(messageText(few.conflicts[0]!.message, 'metric')).toMatch(/cannot keep away/);
    const none = layoutSheets(ground({ joints: [] }), panel, 'sheathing');
    expect(messageText(none.conflicts[0]!.message, 'metric')).toMatch(/nothing to stand on/);
  });

  test('begins at the end that the layout is counted from', () => {
    const joints = sixteen.map((x) => 5 - x);
    const right = layoutSheets(
      ground({ area: { x: 0, z: 0, width: 5, height: 2.4 }, joints, from: 'right' }),
      panel,
      'sheathing',
    );
    expect(right.joints.at(-1)!.x).toBeCloseTo(5 - 48 * INCH, 9);
  });
});

test('a second layer of boards keeps away from the joints of the first', () => {
  const board = { width: 48 * INCH, length: 96 * INCH };
  const first = layoutSheets(ground({ joints: null }), board, 'outside[0]');
  const second = layoutSheets(
    ground({
      joints: null,
      behind: { joints: first.joints, levels: first.levels, stagger: 12 * INCH },
    }),
    board,
    'outside[1]',
  );
  expect(second.conflicts).toEqual([]);
  for (const { x } of second.joints)
    for (const { x: other } of first.joints)
      expect(Math.abs(x - other)).toBeGreaterThanOrEqual(12 * INCH - 1e-6);
});

test('sheets cover a wall less its openings once, but for the gaps, and are no larger than they are sold', () => {
  const opening = fc.record({
    x: fc.double({ min: 0.2, max: 8, noNaN: true }),
    z: fc.double({ min: 0, max: 1.5, noNaN: true }),
    width: fc.double({ min: 0.3, max: 2, noNaN: true }),
    height: fc.double({ min: 0.3, max: 1.4, noNaN: true }),
  });
  fc.assert(
    fc.property(
      fc.double({ min: 0.5, max: 14, noNaN: true }),
      fc.double({ min: 2.2, max: 4, noNaN: true }),
      fc.array(opening, { maxLength: 3 }),
      fc.boolean(),
      fc.constantFrom(0, GAP),
      fc.constantFrom('left' as const, 'right' as const),
      fc.boolean(),
      (width, height, wanted, lying, gap, from, anywhere) => {
        const area = { x: 0, z: -0.05, width, height };
        const openings = wanted.filter(
          (one, i) =>
            one.x + one.width < width && !wanted.slice(0, i).some((other) => overlaps(one, other)),
        );
        const on = ground({ area, openings, from, joints: anywhere ? null : sixteen });
        const { parts, joints, levels, conflicts } = layoutSheets(
          on,
          { ...panel, lying, gap },
          'x',
        );
        const [along, up] = lying ? [panel.length, panel.width] : [panel.width, panel.length];
        for (const part of parts) {
          expect(part.width).toBeLessThanOrEqual(along + 1e-6);
          expect(part.height).toBeLessThanOrEqual(up + 1e-6);
        }
        expect(
          parts.filter((part, i) => parts.slice(i + 1).some((other) => overlaps(part, other))),
        ).toEqual([]);
        expect(parts.filter((part) => openings.some((one) => overlaps(part, one)))).toEqual([]);
        // What is not covered is the gaps: upright ones over their row, level ones over the length.
        const gaps = [
          ...joints.map((joint) => ({
            x: joint.x - gap / 2,
            z: joint.from,
            width: gap,
            height: joint.to - joint.from,
          })),
          ...levels.map((z) => ({ x: 0, z: z - gap / 2, width, height: gap })),
        ].filter(({ width: w, height: h }) => w > 0 && h > 0);
        const bare = areaOf(gaps.flatMap((one) => without(one, openings)));
        expect(areaOf(parts) + bare).toBeCloseTo(areaOf(without(area, openings)), 6);
        if (!anywhere && conflicts.length === 0)
          for (const { x } of joints) {
            const steps = x / (16 * INCH);
            expect(Math.abs(steps - Math.round(steps))).toBeLessThan(1e-6);
          }
      },
    ),
    { numRuns: 300 },
  );
});

test('boards end wherever their joints have to stay off those behind: a third of a board apart as well', () => {
  // Three steps back from a board's end are its beginning: nothing is cut there.
  const boards = { width: 48 * INCH, length: 96 * INCH };
  for (const stagger of [12, 16, 24, 32, 48]) {
    const { parts } = layoutSheets(
      ground({
        joints: null,
        behind: { joints: [{ x: 48 * INCH, from: 0, to: 3 }], levels: [], stagger: stagger * INCH },
      }),
      boards,
      'outside[0]',
    );
    expect(areaOf(parts)).toBeCloseTo(6.096 * 2.467, 6);
    for (const { width } of parts) expect(width).toBeGreaterThan(0.04);
  }
});
