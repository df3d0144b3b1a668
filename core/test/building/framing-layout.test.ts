import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, test } from '@jest/globals';
import fc from '../property.ts';
import type { Elevation, House, Practice } from '@eldrun/core/house';
import {
  frameElevation as frame,
  plateSheetOf,
  shareOf,
  type FrameMember,
  type FrameSizes,
} from '@eldrun/core/layout';
import { messageText } from '@eldrun/core/units';

const FOLDER = join(import.meta.dirname, '../reference/layout');
const W = 0.0381;
const INCH = 0.0254;
const sizes = { width: W, spacing: 16 * INCH };

/** A frame with what is seen of it and its marks. */
function frameElevation(elevation: Elevation, of: FrameSizes, practice?: Practice) {
  const framing = frame(elevation, of, practice);
  return {
    ...framing,
    ...shareOf(framing),
    plateSheet: plateSheetOf(elevation, framing, practice),
  };
}

type Framing = ReturnType<typeof frameElevation>;

interface Case {
  spacing: number;
  house: House;
  expect: Record<string, { counts?: Record<string, number>; factor?: number }>;
}

const counts = ({ members }: Framing): Record<string, number> =>
  members.reduce<Record<string, number>>(
    (all, { kind }) => ({ ...all, [kind]: (all[kind] ?? 0) + 1 }),
    {},
  );
const wall = (more: Partial<Elevation> = {}): Elevation => ({
  id: 'a',
  assembly: 'A',
  length: 6.096,
  height: 2.466975,
  ...more,
});
const window = {
  id: 'W',
  kind: 'window' as const,
  x: 1.8796,
  sill: 0.9144,
  width: 0.9144,
  height: 1.2192,
};

describe('the reference layouts', () => {
  for (const name of readdirSync(FOLDER).filter((file) => file.endsWith('.json')))
    test(name, () => {
      const { house, expect: expected } = JSON.parse(
        readFileSync(join(FOLDER, name), 'utf8'),
      ) as Case;
      for (const elevation of house.elevations) {
        const { layers } = house.assemblies[elevation.assembly]!;
        const main = layers.find((layer) => layer.kind === 'framed' && layer.frame === 'main')!;
        const { member } = main as Extract<typeof main, { kind: 'framed' }>;
        if (member.section !== 'solid') throw new Error('no solid member');
        const framing = frameElevation(elevation, member, house.practice);
        const { counts: wanted = {}, factor } = expected[elevation.id]!;
        expect(counts(framing)).toMatchObject(wanted);
        if (factor !== undefined) expect(framing.factor).toBeCloseTo(factor, 9);
      }
    });
});

describe('a frame', () => {
  test('has its first mark at 15 1/4 in., the stud on its far side', () => {
    const { plateSheet } = frameElevation(wall(), sizes);
    expect(plateSheet[0]).toMatchObject({ x: 0, kind: 'stud', side: 'right' });
    expect(plateSheet[1]!.x).toBeCloseTo(15.25 * INCH, 9);
    expect(frameElevation(wall(), { ...sizes, spacing: 24 * INCH }).plateSheet[1]!.x).toBeCloseTo(
      23.25 * INCH,
      9,
    );
  });

  test('is counted from the right where the layout is', () => {
    const from = (side: 'left' | 'right') =>
      frameElevation(wall({ length: 5, layout: { from: side } }), sizes);
    const [left, right] = [from('left'), from('right')];
    expect(right.plateSheet.map(({ x }) => x)).toEqual(
      left.plateSheet.map(({ x }) => expect.closeTo(x, 9)),
    );
    expect(right.plateSheet.every(({ side }) => side === 'left')).toBe(true);
    expect(right.factor).toBeCloseTo(left.factor, 9);
  });

  test('carries a window on kings, jacks and a header, with cripples on the layout', () => {
    const framing = frameElevation(
      wall({ length: 4.8768, openings: [{ ...window, header: { depth: 0.18415, plies: 2 } }] }),
      sizes,
    );
    // Studs at 0, 16 … 64 and 128 … 192 in.; at 80 and 96 in. a cripple below and one above.
    expect(counts(framing)).toEqual({
      stud: 10,
      king: 2,
      jack: 2,
      header: 1,
      sill: 1,
      cripple: 4,
      bottomPlate: 1,
      topPlate: 2,
    });
    const header = framing.members.find(({ kind }) => kind === 'header')!;
    expect(header).toMatchObject({ plies: 2, height: 0.18415 });
    expect(header.width).toBeCloseTo(0.9144 + 2 * W, 9);
    expect(framing.area.net).toBeCloseTo(4.8768 * 2.466975 - 0.9144 * 1.2192, 9);
  });

  test('is cut below a door, and carries what bears nothing on a flat member', () => {
    const door = { id: 'D', kind: 'door' as const, x: 2, sill: 0, width: 0.9652, height: 2.1082 };
    const framing = frameElevation(wall({ openings: [{ ...door, header: null }] }), sizes);
    const plates = framing.members.filter(({ kind }) => kind === 'bottomPlate');
    expect(plates.map(({ x, width }) => [x, x + width])).toEqual([
      [0, 2],
      [2.9652, 6.096],
    ]);
    expect(framing.members.find(({ kind }) => kind === 'header')).toMatchObject({ height: W });
    expect(counts(framing)['sill']).toBeUndefined();
    expect(
      frameElevation(wall({ openings: [{ ...door, jacks: 0 }] }), sizes).members,
    ).not.toContainEqual(expect.objectContaining({ kind: 'jack' }));
  });

  test('has corners and intersections as they are said, the elevation before the practice', () => {
    const ends = {
      left: { corner: 'three-stud' as const },
      right: { corner: 'two-stud' as const },
    };
    expect(counts(frameElevation(wall({ ends }), sizes))['corner']).toBe(3);
    const practice = { corners: 'two-stud' as const, topPlate: 1 as const };
    expect(counts(frameElevation(wall(), sizes, practice))).toMatchObject({
      corner: 2,
      topPlate: 1,
    });
    const ladder = frameElevation(wall({ ends: { left: { corner: 'ladder' } } }), sizes);
    expect(counts(ladder)).toMatchObject({ stud: 16, blocking: 3 });
    const at = (kind: 'ladder' | 'three-stud' | 'backing') =>
      counts(frameElevation(wall({ intersections: [{ x: 3.05, width: 0.1143, kind }] }), sizes));
    expect(at('three-stud')).toMatchObject({ backing: 3 });
    expect(at('backing')).toMatchObject({ backing: 1 });
    expect(at('ladder')).toMatchObject({ blocking: 3, stud: 16 });
  });

  test('stands closer where a segment says so', () => {
    const segments = [{ from: 0, to: 1.2192, spacing: 12 * INCH }];
    // 12, 24, 36 and 48 in. in place of 16, 32 and 48.
    expect(counts(frameElevation(wall({ segments }), sizes))['stud']).toBe(17);
  });

  test('follows a raked top, and steps of its plates', () => {
    const gable = frameElevation(
      wall({
        height: undefined,
        top: [
          [0, 2.4],
          [3.048, 4.2],
          [6.096, 2.4],
        ],
      }),
      sizes,
    );
    expect(gable.area.gross).toBeCloseTo(6.096 * 3.3, 9);
    expect(counts(gable)).toMatchObject({ topPlate: 4, stud: 16 });
    const raked = gable.members.find(({ kind, x }) => kind === 'stud' && x > 0.1 && x < 2)!;
    // 1.8 m over 3.048 m: the stud is so much longer at its right edge.
    expect(raked.heights![1] - raked.heights![0]).toBeCloseTo((W * 1.8) / 3.048, 9);
    const stepped = frameElevation(wall({ steps: [{ x: 3, rise: 0.3 }] }), sizes);
    expect(stepped.area.gross).toBeCloseTo(6.096 * 2.466975 - 0.3 * 3.096, 9);
    expect(counts(stepped)['bottomPlate']).toBe(2);
  });
});

test.each([
  [
    'openings that overlap',
    { openings: [window, { ...window, id: 'V', x: 2.2 }] },
    'openings[1]',
    '“W”',
  ],
  [
    'one that is higher than the wall',
    { openings: [{ ...window, sill: 2 }] },
    'openings[0]',
    'higher',
  ],
  ['one beyond the end', { openings: [{ ...window, x: 5.9 }] }, 'openings[0]', 'end'],
  [
    'a header without room',
    { openings: [{ ...window, header: { depth: 0.4, plies: 2 } }] },
    'openings[0]',
    'header',
  ],
  ['a wall of 400 ft', { length: 121.92 }, 'length', '122'],
  ['a wall shorter than its spacing', { length: 0.3 }, 'assembly', 'farther'],
  [
    'an inner wall at a window',
    { openings: [window], intersections: [{ x: 2.3, width: 0.1, kind: 'backing' as const }] },
    'intersections[0]',
    'something else',
  ],
])('%s is named, and the rest is framed', (_, more, at, word) => {
  const framing = frameElevation(wall(more), sizes);
  expect(
    framing.conflicts.map((one) => ({ ...one, message: messageText(one.message, 'metric') })),
  ).toContainEqual({ at, message: expect.stringContaining(word) });
  expect(framing.members.length).toBeGreaterThan(4);
});

test('a wall without a height has no outline', () => {
  const none = wall();
  delete none.height;
  expect(() => frameElevation(none, sizes)).toThrow(expect.objectContaining({ path: 'height' }));
});

const random: fc.Arbitrary<Elevation> = fc
  .record({
    length: fc.double({ min: 1.5, max: 14, noNaN: true }),
    height: fc.double({ min: 2.3, max: 3.2, noNaN: true }),
    from: fc.constantFrom('left' as const, 'right' as const),
    zero: fc.double({ min: 0, max: 0.3, noNaN: true }),
    corners: fc.tuple(
      ...[0, 1].map(() => fc.constantFrom('plain', 'two-stud', 'three-stud', 'ladder')),
    ),
    openings: fc.array(
      fc.record({
        at: fc.double({ min: 0, max: 1, noNaN: true }),
        width: fc.double({ min: 0.4, max: 2.4, noNaN: true }),
        door: fc.boolean(),
        jacks: fc.integer({ min: 0, max: 2 }),
        header: fc.option(fc.double({ min: 0.09, max: 0.25, noNaN: true })),
      }),
      { maxLength: 4 },
    ),
  })
  .map(({ length, height, from, zero, corners, openings }) => ({
    id: 'r',
    assembly: 'A',
    length,
    height,
    layout: { from, zero },
    ends: { left: { corner: corners[0] as never }, right: { corner: corners[1] as never } },
    openings: openings.map(({ at, width, door, jacks, header }, n) => ({
      id: `O${n}`,
      kind: door ? ('door' as const) : ('window' as const),
      x: at * length,
      sill: door ? 0 : 0.8,
      width,
      height: door ? 2.05 : 1.2,
      jacks,
      header: header === null ? null : { depth: header, plies: 2 },
    })),
  }));

const apart = (a: FrameMember, b: FrameMember): boolean =>
  a.x + a.width <= b.x + 1e-6 ||
  b.x + b.width <= a.x + 1e-6 ||
  a.z + a.height <= b.z + 1e-6 ||
  b.z + b.height <= a.z + 1e-6;

test('on random walls no members overlap, all lie inside, and studs stand on the layout', () => {
  fc.assert(
    fc.property(random, fc.constantFrom(12, 16, 19.2, 24), (elevation, inches) => {
      const spacing = inches * INCH;
      const { members, conflicts, area, wood } = frameElevation(elevation, { width: W, spacing });
      members.forEach((one, i) => {
        expect(members.slice(i + 1).filter((other) => !apart(one, other))).toEqual([]);
        expect(one.x).toBeGreaterThanOrEqual(-1e-6);
        expect(one.x + one.width).toBeLessThanOrEqual(elevation.length + 1e-6);
        expect(one.z).toBeGreaterThanOrEqual(-1e-6);
        expect(one.z + one.height).toBeLessThanOrEqual(elevation.height! + 1e-6);
        expect(one.height).toBeGreaterThan(0);
      });
      const bad = new Set(conflicts.map(({ at }) => at));
      elevation.openings!.forEach(({ id, jacks }, n) => {
        const own = members.filter(({ opening }) => opening === id);
        if (bad.has(`openings[${n}]`)) return expect(own).toEqual([]);
        expect(own.filter(({ kind }) => kind === 'king')).toHaveLength(2);
        expect(own.filter(({ kind }) => kind === 'jack')).toHaveLength(2 * jacks!);
      });
      const { from = 'left', zero = 0 } = elevation.layout!;
      for (const { kind, x } of members) {
        if (kind !== 'stud' || x < 1e-6 || x + W > elevation.length - 1e-6) continue;
        const center = from === 'left' ? x + W / 2 : elevation.length - x - W / 2;
        const steps = (center - zero) / spacing;
        expect(Math.abs(steps - Math.round(steps))).toBeLessThan(1e-6);
      }
      expect(wood).toBeLessThanOrEqual(area.net + 1e-9);
    }),
    { numRuns: 300 },
  );
});
