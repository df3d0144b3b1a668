import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, test } from '@jest/globals';
import fc from '../property.ts';
import { evaluate } from '@eldrun/core/evaluation';
import { parseHouse } from '../../src/building/house/schema.ts';
import { tradeOf } from '@eldrun/core/trade';
import type { Elevation, House, Opening } from '@eldrun/core/house';
import {
  assemblyParts,
  countedHeat,
  fittedExposure,
  jointGap,
  nextOnLayout,
  practiceSwitches,
  snapOpening,
  unstated,
} from '@eldrun/core/layout';
import { layoutFile, type LayoutFile } from '@eldrun/core/results';
import { cutStock, furringBothWays, sheetsFor } from '@eldrun/core/takeoff';
import { LIBRARY } from '@eldrun/core/materials';
import type { WallFile } from '@eldrun/core/build-up';

const FOLDER = join(import.meta.dirname, '../reference/layout');
const INCH = 0.0254;
const W = 1.5 * INCH;
const NEAR = 1e-6;

type Laid = LayoutFile['elevations'][number];
type Member = Laid['members'][number];
interface Box {
  x: number;
  z: number;
  width: number;
  height: number;
}

const reference = (name: string): { house: House } =>
  JSON.parse(readFileSync(join(FOLDER, `${name}.json`), 'utf8')) as { house: House };
const { house: model } = reference('one-window');
const houseOf = (elevations: Elevation[], more: Partial<House> = {}): House =>
  parseHouse(JSON.stringify({ ...model, elevations, ...more }));
const wall = (more: Partial<Elevation> = {}): Elevation => ({
  id: 'e',
  assembly: 'A',
  length: 6.096,
  height: 97.125 * INCH,
  ...more,
});
const laidOut = (elevation: Elevation, more?: Partial<House>): Laid =>
  layoutFile(houseOf([elevation], more)).elevations[0]!;
const kinds = ({ members }: Laid): Record<string, number> =>
  members.reduce<Record<string, number>>((all, { kind }) => {
    all[kind] = (all[kind] ?? 0) + 1;
    return all;
  }, {});

const overlap = (a: Box, b: Box): boolean =>
  a.x < b.x + b.width - NEAR &&
  b.x < a.x + a.width - NEAR &&
  a.z < b.z + b.height - NEAR &&
  b.z < a.z + a.height - NEAR;
const upright = ({ kind }: Member): boolean => !/Plate$|header|sill|blocking/.test(kind);
const openingBox = ({
  x,
  sill,
  width,
  height,
}: NonNullable<Elevation['openings']>[number]): Box => ({
  x,
  z: sill,
  width,
  height,
});

interface Line {
  x: number;
  from: number;
  to: number;
}

/** Upright lines at which two sheets meet. */
function jointsOf(layer: readonly (Box & { sheet: number })[]): Line[] {
  return layer.flatMap((a) =>
    layer.flatMap((b) => {
      const gap = b.x - a.x - a.width;
      const [from, to] = [Math.max(a.z, b.z), Math.min(a.z + a.height, b.z + b.height)];
      return a.sheet !== b.sheet && gap > -NEAR && gap < 0.01 && to - from > 0.01
        ? [{ x: b.x - gap / 2, from, to }]
        : [];
    }),
  );
}

/** Checks the six rules that hold for every layout of a wall with a level top. */
function checkRules(house: House, laid: LayoutFile): void {
  house.elevations.forEach((elevation, n) => {
    const one = laid.elevations[n]!;
    const { length, height = 0, openings = [], layout = {} } = elevation;
    const framed = openings.filter(({ id }) => one.members.some(({ opening }) => opening === id));
    const boxes = framed.map(openingBox);
    const named = one.conflicts.map(({ at }) => at);
    openings.forEach((opening, i) => {
      if (!framed.includes(opening))
        expect(named.some((at) => at.startsWith(`openings[${i}]`))).toBe(true);
    });

    // 1: studs on the layout, end studs flush.
    const studs = one.members.filter(({ kind }) => kind === 'stud');
    expect(studs.some(({ x }) => Math.abs(x) < NEAR)).toBe(true);
    expect(studs.some(({ x, width }) => Math.abs(x + width - length) < NEAR)).toBe(true);
    for (const { kind, x, width } of one.members) {
      if (kind !== 'stud' && kind !== 'cripple') continue;
      if (Math.abs(x) < NEAR || Math.abs(x + width - length) < NEAR) continue;
      const center = layout.from === 'right' ? length - x - width / 2 : x + width / 2;
      const steps = (center - (layout.zero ?? 0)) / (16 * INCH);
      expect(Math.abs(steps - Math.round(steps))).toBeLessThan(1e-5);
    }
    // 2: apart, inside, clear of openings; kings on both sides.
    one.members.forEach((a, i) => {
      for (const b of one.members.slice(i + 1))
        if (overlap(a, b)) throw new Error(`${JSON.stringify(a)} overlaps ${JSON.stringify(b)}`);
      expect(a.x).toBeGreaterThanOrEqual(-NEAR);
      expect(a.x + a.width).toBeLessThanOrEqual(length + NEAR);
      expect(a.z).toBeGreaterThanOrEqual(-NEAR);
      expect(a.z + a.height).toBeLessThanOrEqual(height + NEAR);
      expect(boxes.filter((box) => overlap(a, box))).toEqual([]);
    });
    for (const { id, jacks = 1 } of framed) {
      const own = one.members.filter(({ opening }) => opening === id);
      expect(own.filter(({ kind }) => kind === 'king')).toHaveLength(2);
      expect(own.filter(({ kind }) => kind === 'jack')).toHaveLength(2 * jacks);
      expect(own.filter(({ kind }) => kind === 'header')).toHaveLength(1);
    }
    // 3: sheets cover once, are no larger than sold, and have their joints on wood.
    const { below = 0, above = 0 } = elevation.cover ?? {};
    const open = boxes.reduce((sum, box) => sum + box.width * box.height, 0);
    for (const [layer, size] of [
      [one.sheets.sheathing, house.sheets!.sheathing!],
      ...one.sheets.outside.map((parts, i) => [parts, house.sheets!.outside![i]!] as const),
    ] as const) {
      const { gap = 0, lying = false } = size;
      const [along, up] = lying ? [size.length, size.width] : [size.width, size.length];
      layer.forEach((a, i) => {
        expect(layer.slice(i + 1).filter((b) => overlap(a, b))).toEqual([]);
        expect(boxes.filter((box) => overlap(a, box))).toEqual([]);
        expect(a.width).toBeLessThanOrEqual(along + NEAR);
        expect(a.height).toBeLessThanOrEqual(up + NEAR);
      });
      const covered = layer.reduce((sum, part) => sum + part.width * part.height, 0);
      const whole = length * (height + below + above) - open;
      const gaps = gap * (Math.ceil(length / along + 3) * (height + 0.1) * 3 + length * 4);
      expect(covered).toBeLessThanOrEqual(whole + NEAR);
      expect(covered).toBeGreaterThanOrEqual(whole - gaps - 1e-4);
    }
    const { gap = 0 } = house.sheets!.sheathing!;
    if (!named.includes('sheathing')) {
      const edges = one.sheets.sheathing.flatMap(({ x, z, width, height: tall }) => [
        { x, z, height: tall, into: 1 },
        { x: x + width, z, height: tall, into: -1 },
      ]);
      for (const edge of edges) {
        const atEnd = edge.x < NEAR || edge.x > length - NEAR;
        const atOpening = boxes.some(
          ({ x, width }) => Math.abs(x - edge.x) < NEAR || Math.abs(x + width - edge.x) < NEAR,
        );
        // An edge that another piece of a sheet without a gap continues is no joint.
        const meets = edges.some(
          (other) =>
            other !== edge && Math.abs(other.x - edge.x) < NEAR && other.into !== edge.into,
        );
        if (atEnd || atOpening || meets) continue;
        const bearing = W / 2 - gap / 2;
        const from = edge.into > 0 ? edge.x : edge.x - bearing;
        for (const share of [0.1, 0.5, 0.9]) {
          const z = Math.min(Math.max(edge.z + share * edge.height, 0.01), height - 0.01);
          const wood = one.members.some(
            (m) =>
              m.x <= from + NEAR &&
              m.x + m.width >= from + bearing - NEAR &&
              m.z <= z + NEAR &&
              m.z + m.height >= z - NEAR,
          );
          if (!wood) throw new Error(`no wood at x ${edge.x}, z ${z}`);
        }
      }
    }
    // A level joint lies on wood all along.
    if (!named.includes('sheathing'))
      for (const a of one.sheets.sheathing)
        for (const b of one.sheets.sheathing) {
          const space = b.z - a.z - a.height;
          const [from, to] = [Math.max(a.x, b.x), Math.min(a.x + a.width, b.x + b.width)];
          if (a.sheet === b.sheet || Math.abs(space - gap) > NEAR || to - from < 0.05) continue;
          const level = b.z - space / 2;
          if (level < 0 || level > height) continue;
          for (let share = 0.02; share < 1; share += 0.12) {
            const x = from + share * (to - from);
            const wood = one.members.some(
              (m) =>
                m.x - 0.003 <= x &&
                x <= m.x + m.width + 0.003 &&
                m.z <= level &&
                level <= m.z + m.height,
            );
            if (!wood) throw new Error(`no wood under a level joint at x ${x}, z ${level}`);
          }
        }
    // Boards: joints off those behind, where nothing says that the sheets do not allow it.
    one.sheets.outside.forEach((layer, n) => {
      if (named.includes(`outside[${n}]`)) return;
      const { stagger = 0 } = house.sheets!.outside![n]!;
      const behind = n === 0 ? one.sheets.sheathing : one.sheets.outside[n - 1]!;
      for (const joint of jointsOf(layer))
        for (const other of jointsOf(behind)) {
          if (joint.to < other.from + 0.01 || other.to < joint.from + 0.01) continue;
          if (Math.abs(joint.x - other.x) < stagger - 0.005)
            throw new Error(`outside[${n}]: a joint at ${joint.x} lies over one at ${other.x}`);
        }
    });
    // 4: furring from the bottom to the top on wood, short of heads and sills.
    for (const strip of one.furring) {
      expect(boxes.filter((box) => overlap(strip, box))).toEqual([]);
      const wood = Math.max(
        0,
        ...one.members
          .filter(upright)
          .map((m) => Math.min(m.x + m.width, strip.x + strip.width) - Math.max(m.x, strip.x)),
      );
      if (wood < W - NEAR) expect(named).toContain('furring');
      const over = boxes.find(
        (box) =>
          strip.x < box.x + box.width - NEAR &&
          strip.x + strip.width > box.x + NEAR &&
          box.z + box.height <= strip.z + NEAR,
      );
      if (over) {
        expect(strip.z - over.z - over.height).toBeGreaterThanOrEqual(0.013 - NEAR);
        expect(strip.z - over.z - over.height).toBeLessThanOrEqual(0.025 + NEAR);
      } else expect(strip.z).toBeCloseTo(-below, 9);
    }
    // Butt joints of the siding lie on furring, off those of the course below.
    if (!named.includes('cladding')) {
      const joints = one.courses.map(({ z, exposure, boards }) =>
        boards.slice(1).flatMap(({ x }, i) => {
          const before = boards[i]!;
          return Math.abs(before.x + before.length - x) < NEAR ? [{ x, z, exposure }] : [];
        }),
      );
      const { jointStagger = 0 } = house.cladding!;
      joints.forEach((row, n) => {
        for (const { x, z, exposure } of row) {
          const strip = one.furring.find(
            (each) =>
              Math.abs(each.x + each.width / 2 - x) < 0.001 &&
              each.z < z + exposure &&
              each.z + each.height > z,
          );
          if (!strip) throw new Error(`no furring at the joint ${x}, ${z}`);
          for (const other of joints[n - 1] ?? [])
            expect(Math.abs(other.x - x)).toBeGreaterThanOrEqual(jointStagger - NEAR);
        }
      });
    }
    // 5: the factor is the wood that is seen over the net area.
    const wood = one.members.reduce((sum, member) => sum + member.width * member.height, 0);
    expect(one.framing.area).toBeCloseTo(wood, 9);
    expect(one.framing.factor).toBeCloseTo(wood / (length * height - open), 9);
    expect(one.area.net).toBeCloseTo(length * height - open, 9);
  });
  // 6: what is ordered covers what is built in.
  for (const line of laid.takeoff) {
    if (line.orderUnit === line.unit) expect(line.order).toBeGreaterThanOrEqual(line.net - 1e-6);
    if (!line.pieces) continue;
    const pieces = line.pieces.reduce((sum, { length, count }) => sum + length * count, 0);
    const stock = line.stock!.reduce((sum, { length, count }) => sum + length * count, 0);
    expect(stock).toBeGreaterThanOrEqual(pieces - 1e-6);
    expect(Math.max(...line.stock!.map(({ length }) => length))).toBeGreaterThanOrEqual(
      Math.max(...line.pieces.map(({ length }) => length)) - 1e-6,
    );
  }
}

describe('the reference layouts', () => {
  for (const name of readdirSync(FOLDER).filter(
    (file) => file.startsWith('plain') || file.startsWith('one'),
  ))
    test(name, () => {
      const { house } = reference(name.replace('.json', ''));
      checkRules(house, layoutFile(parseHouse(JSON.stringify(house))));
    });
});

const random: fc.Arbitrary<House> = fc
  .record({
    walls: fc.array(
      fc.record({
        length: fc.double({ min: 1.5, max: 14, noNaN: true }),
        height: fc.double({ min: 2.35, max: 3.4, noNaN: true }),
        right: fc.boolean(),
        zero: fc.double({ min: 0, max: 0.4, noNaN: true }),
        corners: fc.tuple(
          fc.constantFrom('plain', 'two-stud', 'three-stud', 'ladder'),
          fc.constantFrom('plain', 'two-stud', 'three-stud', 'ladder'),
        ),
        cover: fc.double({ min: 0, max: 0.3, noNaN: true }),
        meeting: fc.option(fc.constantFrom('ladder', 'three-stud', 'backing')),
        openings: fc.array(
          fc.record({
            at: fc.double({ min: 0, max: 1, noNaN: true }),
            width: fc.double({ min: 0.4, max: 2.4, noNaN: true }),
            sill: fc.double({ min: 0, max: 1.3, noNaN: true }),
            door: fc.boolean(),
            jacks: fc.integer({ min: 0, max: 2 }),
            header: fc.option(fc.double({ min: 0.09, max: 0.25, noNaN: true })),
          }),
          { maxLength: 5 },
        ),
      }),
      { minLength: 1, maxLength: 2 },
    ),
    lying: fc.boolean(),
    tall: fc.constantFrom(96, 108, 120),
    boards: fc.integer({ min: 1, max: 2 }),
  })
  .map(({ walls, lying, tall, boards }) =>
    houseOf(
      walls.map(({ length, height, right, zero, corners, cover, meeting, openings }, n) => ({
        id: `w${n}`,
        assembly: 'A',
        length,
        height,
        cover: { below: cover, above: cover / 2 },
        layout: { from: right ? 'right' : 'left', zero },
        ends: { left: { corner: corners[0] as never }, right: { corner: corners[1] as never } },
        intersections: meeting ? [{ x: length / 3, width: 0.1143, kind: meeting as never }] : [],
        openings: openings.map(({ at, width, sill, door, jacks, header }, i) => ({
          id: `O${i}`,
          kind: door ? 'door' : 'window',
          x: at * length,
          sill: door ? 0 : sill,
          width,
          height: door ? 2.05 : 1.1,
          jacks,
          header: header === null ? null : { depth: header, plies: 2 },
        })),
      })),
      {
        sheets: {
          sheathing: { width: 48 * INCH, length: tall * INCH, lying, gap: INCH / 8 },
          outside: Array.from({ length: boards }, () => ({
            width: 48 * INCH,
            length: 96 * INCH,
            stagger: 12 * INCH,
          })),
        },
      },
    ),
  );

test('the six rules hold on random houses', () => {
  fc.assert(
    fc.property(random, (house) => checkRules(house, layoutFile(house))),
    { numRuns: 100 },
  );
});

/** From where to where a member reaches at x. */
function reach({ x, z, width, height, heights, slope }: Member, at: number): [number, number] {
  const share = (at - x) / width;
  if (slope) {
    const low = slope[0] + share * (slope[1] - slope[0]);
    return [low, low + height];
  }
  return [z, z + (heights ? heights[0] + share * (heights[1] - heights[0]) : height)];
}

test('below raked, gabled and hipped tops, over steps, no members overlap and sheets cover the outline', () => {
  const walls = fc.record({
    length: fc.double({ min: 2, max: 9, noNaN: true }),
    heights: fc.array(fc.double({ min: 2.5, max: 4.5, noNaN: true }), {
      minLength: 2,
      maxLength: 4,
    }),
    step: fc.option(
      fc.record({
        at: fc.double({ min: 0.1, max: 0.9, noNaN: true }),
        rise: fc.double({ min: -0.4, max: 0.4, noNaN: true }),
      }),
    ),
    at: fc.double({ min: 0, max: 1, noNaN: true }),
  });
  fc.assert(
    fc.property(walls, ({ length, heights, step, at }) => {
      const elevation = wall({
        length,
        height: undefined,
        top: heights.map((z, i) => [(i / (heights.length - 1)) * length, z] as const),
        steps: step ? [{ x: step.at * length, rise: step.rise }] : [],
        openings: [opening({ x: at * length })],
      });
      const one = laidOut(elevation);
      one.members.forEach((a, i) => {
        for (const b of one.members.slice(i + 1)) {
          const from = Math.max(a.x, b.x);
          const to = Math.min(a.x + a.width, b.x + b.width);
          if (to - from < 1e-5) continue;
          for (const share of [0.02, 0.5, 0.98]) {
            const x = from + share * (to - from);
            const [p, q] = [reach(a, x), reach(b, x)];
            if (p[0] < q[1] - 1e-4 && q[0] < p[1] - 1e-4)
              throw new Error(`${JSON.stringify(a)} overlaps ${JSON.stringify(b)} at ${x}`);
          }
        }
      });
      const covered = one.sheets.outside[0]!.reduce(
        (sum, { width, height, heights: cut }) =>
          sum + width * (cut ? (cut[0] + cut[1]) / 2 : height),
        0,
      );
      expect(covered).toBeCloseTo(one.area.net, 4);
    }),
    { numRuns: 40 },
  );
});

/** The model house with its assembly changed. */
function assembly(change: (wall: WallFile) => WallFile): Pick<House, 'assemblies'> {
  return { assemblies: { A: change(structuredClone(model.assemblies['A']!)) } };
}
const atSpacing = (spacing: number) =>
  assembly((wall) => ({
    ...wall,
    layers: wall.layers.map((layer) =>
      layer.kind === 'framed' ? { ...layer, member: { ...layer.member, spacing } } : layer,
    ),
  }));
const sheets = (length: number, more: object = {}): Pick<House, 'sheets'> => ({
  sheets: { sheathing: { width: 48 * INCH, length: length * INCH, gap: INCH / 8, ...more } },
});
const opening = (more: Partial<Opening> = {}): Opening => ({
  id: 'O',
  kind: 'window',
  x: 60 * INCH,
  sill: 36 * INCH,
  width: 36 * INCH,
  height: 48 * INCH,
  header: { depth: 7.25 * INCH, plies: 2 },
  ...more,
});
const door = opening({ kind: 'door', sill: 0, width: 38 * INCH, height: 82.5 * INCH });

describe('counted by hand', () => {
  test('12 ft at 24 in.: marks 0, 24 … 144', () => {
    const laid = laidOut(wall({ length: 144 * INCH }), atSpacing(24 * INCH));
    expect(kinds(laid)).toEqual({ stud: 7, bottomPlate: 1, topPlate: 2 });
    expect(laid.plateSheet[1]!.x).toBeCloseTo(23.25 * INCH, 9);
  });

  test('8 ft at 16 in.: seven studs and three plates are 17.8 % of the wall', () => {
    const laid = laidOut(wall({ length: 96 * INCH }));
    const wood = 7 * 1.5 * 92.625 + 3 * 1.5 * 96;
    expect(laid.framing.factor).toBeCloseTo(wood / (96 * 97.125), 9);
  });

  test('a door of 38 in. at 60 in. takes the marks 64, 80 and 96, which go on over its header', () => {
    const laid = laidOut(wall({ openings: [door] }));
    expect(kinds(laid)).toEqual({
      stud: 13,
      king: 2,
      jack: 2,
      header: 1,
      cripple: 3,
      bottomPlate: 2,
      topPlate: 2,
    });
  });

  test('two jacks a side move the kings out; a header of three plies is one member', () => {
    const laid = laidOut(
      wall({ openings: [opening({ jacks: 2, header: { depth: 9.25 * INCH, plies: 3 } })] }),
    );
    expect(kinds(laid)).toMatchObject({ jack: 4, king: 2, header: 1, sill: 1 });
    const kings = laid.members.filter(({ kind }) => kind === 'king').map(({ x }) => x / INCH);
    expect(kings).toEqual([expect.closeTo(55.5, 6), expect.closeTo(99, 6)]);
  });

  test('a gable of 22 ft rising 66 in.: its area is length · (height + rise / 2)', () => {
    const laid = laidOut(
      wall({
        length: 264 * INCH,
        height: undefined,
        top: [
          [0, 97.125 * INCH],
          [132 * INCH, 163.125 * INCH],
          [264 * INCH, 97.125 * INCH],
        ],
      }),
    );
    const area = 264 * (97.125 + 33) * INCH * INCH;
    expect(laid.area.gross).toBeCloseTo(area, 9);
    // 264 / 16 = 16.5: marks 0 to 256 in. and the end stud.
    expect(kinds(laid)).toMatchObject({ stud: 18, topPlate: 4 });
    const covered = [laid.sheets.sheathing, laid.sheets.outside[0]!].map((layer) =>
      layer.reduce(
        (sum, { width, height, heights }) =>
          sum + width * (heights ? (heights[0] + heights[1]) / 2 : height),
        0,
      ),
    );
    // Gaps of 1/8 in.: one level joint, and five upright ones of a mean height of the wall.
    expect(covered[0]! / area).toBeGreaterThan(0.995);
    expect(covered[1]).toBeCloseTo(area, 6);
  });

  test('8 ft panels leave 1 1/8 in. of 97 1/8 in. bare, less the gap; 9 ft ones close it with five', () => {
    const short = laidOut(wall(), sheets(96));
    expect(short.conflicts.find(({ at }) => at === 'sheets.sheathing')?.message).toMatch(
      /leave 28\.[0-9] mm bare.*4 × 9 ft reach/,
    );
    const long = laidOut(wall(), sheets(108));
    expect(long.conflicts.map(({ at }) => at)).not.toContain('sheets.sheathing');
    expect(new Set(long.sheets.sheathing.map(({ sheet }) => sheet)).size).toBe(5);
  });

  test('panels that lie on 16 ft are blocked along their joint in all twelve bays', () => {
    const laid = laidOut(
      wall({ length: 192 * INCH, height: 96 * INCH }),
      sheets(96, { lying: true }),
    );
    const blocks = laid.members.filter(({ kind }) => kind === 'blocking');
    expect(blocks).toHaveLength(12);
    for (const { z, height, width } of blocks) {
      expect(z + height / 2).toBeCloseTo((48 + 1 / 16) * INCH, 9);
      // 14 1/2 in., at the ends 3/4 in. less: there the studs stand flush.
      expect([13.75, 14.5].some((bay) => Math.abs(width - bay * INCH) < 1e-9)).toBe(true);
    }
  });

  test('a sheet of 4 × 8 ft takes 48 nails at its edges and 7 on each of two studs', () => {
    const laid = laidOut(wall({ length: 48 * INCH, height: 96 * INCH }), sheets(96, { gap: 0 }));
    expect(laid.fasteners.find(({ what }) => what.startsWith('sheathing'))?.count).toBe(48 + 14);
    const staples = laidOut(wall({ length: 48 * INCH, height: 96 * INCH }), {
      ...sheets(96, { gap: 0 }),
      nailing: 'staple-16',
    });
    // 288 / 3 at the edges; 91 1/2 in. of stud at 6 in.: 15 between.
    expect(staples.fasteners.find(({ what }) => what.startsWith('sheathing'))?.count).toBe(96 + 30);
  });

  test('96 in. of siding at 7 in. are 14 courses, the last of 5 in.', () => {
    const laid = laidOut(wall({ height: 96 * INCH }), {
      cladding: { exposure: 7 * INCH, boardLength: 144 * INCH, jointStagger: 24 * INCH },
    });
    expect(laid.courses).toHaveLength(14);
    expect(laid.courses.at(-1)!.exposure).toBeCloseTo(5 * INCH, 9);
  });

  test('a three-stud corner and a ladder: four corner studs are two, and rungs every 24 in.', () => {
    const ends = { left: { corner: 'three-stud' as const }, right: { corner: 'ladder' as const } };
    const laid = laidOut(wall({ ends }));
    expect(kinds(laid)).toMatchObject({ corner: 2, blocking: 3, stud: 16 });
  });

  test('marks, anchors and heads of a wall that steps up 8 in. at its middle', () => {
    const laid = laidOut(
      wall({ steps: [{ x: 3.048, rise: 8 * INCH }], anchors: [{ x: 0.2, kind: 'bolt' }] }),
    );
    expect(laid.members.filter(({ kind }) => kind === 'bottomPlate').map(({ z }) => z)).toEqual([
      0,
      expect.closeTo(8 * INCH, 9),
    ]);
    expect(laid.conflicts.filter(({ at }) => at === 'anchors')).toHaveLength(2);
  });

  test('29 strips of 1 1/2 in. come from a sheet of 48 in.', () => {
    expect(furringBothWays(100, 1.5 * INCH, tradeOf({}))).toEqual({
      stripsASheet: 29,
      sheets: Math.ceil(100 / (29 * 96 * INCH)),
    });
  });
});

describe('what is possible but wrong is named', () => {
  const named = (elevation: Elevation, more?: Partial<House>): string[] =>
    laidOut(elevation, more).conflicts.map(({ at, message }) => `${at}: ${message}`);

  test.each([
    [
      'openings that overlap',
      { openings: [opening(), opening({ id: 'P', x: 70 * INCH })] },
      /^openings\[1\]: .*“O”/,
    ],
    [
      'one higher than the wall',
      { openings: [opening({ sill: 60 * INCH })] },
      /^openings\[0\]: .*higher/,
    ],
    [
      'one with its sill in the plate',
      { openings: [opening({ sill: 2 * INCH })] },
      /^openings\[0\]: .*sill/,
    ],
    [
      'one over a step',
      { openings: [opening()], steps: [{ x: 70 * INCH, rise: 0.2 }] },
      /^openings\[0\]: .*step/,
    ],
    ['400 ft', { length: 121.92 }, /^length: /],
    ['a spacing wider than the wall', { length: 0.3 }, /^assembly: .*farther apart/],
    [
      'a stretch with such a spacing',
      { segments: [{ from: 0, to: 1, spacing: 20 }] },
      /^segments\[0\]\.spacing: /,
    ],
    [
      'a corner with no wall around it',
      { ends: { right: { meets: 'nobody' } } },
      /^ends\.right: .*“nobody”/,
    ],
    ['a corner with itself', { ends: { left: { meets: 'e' } } }, /^ends\.left: .*itself/],
  ] as [string, Partial<Elevation>, RegExp][])('%s', (_, more, expected) => {
    const all = named(wall(more));
    expect(all.filter((one) => expected.test(one))).toHaveLength(1);
    expect(laidOut(wall(more)).members.length).toBeGreaterThan(3);
  });

  test.each([
    ['lower than its plates', { height: 0.1 }],
    ['stepped up through its top', { steps: [{ x: 3, rise: 3 }] }],
  ])('a wall that is %s has no frame, and is laid out all the same', (_, more) => {
    const one = laidOut(wall(more));
    expect(one.conflicts.map(({ at }) => at)).toContain('height');
    expect(one.members).toEqual([]);
    expect(one.sheets.sheathing.length).toBeGreaterThan(0);
    expect(one.framing.factor).toBe(0);
    expect(Number.isFinite(one.heat!.counted.r)).toBe(true);
  });

  test('a corner that two walls run through', () => {
    const house = houseOf([
      wall({ id: 'n', ends: { left: { meets: 'e', runs: 'through' } } }),
      wall({ id: 'e', ends: { right: { meets: 'n', runs: 'through' } } }),
    ]);
    for (const { conflicts } of layoutFile(house).elevations)
      expect(conflicts.filter(({ at }) => at.startsWith('ends'))).toHaveLength(1);
  });

  test('anchors too far apart, at a stud, off the plate, and without the washers of a braced wall', () => {
    const bolt = (x: number) => ({ x: x * INCH, kind: 'bolt' as const, washer: 2 * INCH });
    const all = named(wall({ braced: true, anchors: [bolt(8), bolt(96), bolt(232), bolt(300)] }), {
      practice: { seismic: true },
    });
    expect(all.filter((one) => /at most/.test(one))).toHaveLength(2);
    expect(all).toContainEqual(expect.stringMatching(/^anchors\[1\]: its washer and nut .* stud/));
    expect(all).toContainEqual(expect.stringMatching(/^anchors\[3\]: there is no plate/));
    expect(all.filter((one) => /plate washers of/.test(one))).toHaveLength(4);
    expect(all.filter((one) => /say how far/.test(one))).toHaveLength(4);
  });
});

describe('heat as counted', () => {
  test('is that of the wall with this framing factor', () => {
    const laid = laidOut(wall({ openings: [opening()] }));
    const file = model.assemblies['A']!;
    const same = evaluate({
      ...file,
      layers: file.layers.map((layer) =>
        layer.kind === 'framed' && layer.frame === 'main'
          ? { ...layer, fraction: laid.framing.factor }
          : layer,
      ),
    });
    expect(laid.heat!.counted.u).toBeCloseTo(same.thermal.effective.u, 9);
    expect(laid.heat!.counted.r).toBeLessThan(laid.heat!.stated.r);
  });

  test('a fill between the plies of a header saves, by its part of the wood', () => {
    const filled = (fill: string | null) =>
      laidOut(wall({ openings: [opening({ header: { depth: 9.25 * INCH, plies: 2, fill } })] }));
    const [solid, foam] = [filled(null), filled('xps')];
    expect(foam.framing.factor).toBe(solid.framing.factor);
    expect(foam.heat!.counted.r).toBeGreaterThan(solid.heat!.counted.r);
    // All excess wood replaced by nothing but foam would save more.
    expect(foam.heat!.counted.u).toBeGreaterThan(solid.heat!.stated.u * 0.9);
  });

  test('over a house by area, with its openings where their U is said', () => {
    const house = houseOf([wall(), wall({ id: 'f', length: 3, openings: [opening({ x: 1 })] })], {
      openingU: 1.4,
    });
    const { elevations, mean } = layoutFile(house);
    const [a, b] = elevations;
    const net = a!.area.net + b!.area.net;
    const walls = (a!.area.net * a!.heat!.counted.u + b!.area.net * b!.heat!.counted.u) / net;
    expect(mean.walls!.u).toBeCloseTo(walls, 12);
    const open = b!.area.openings;
    expect(mean.withOpenings!.u).toBeCloseTo((walls * net + 1.4 * open) / (net + open), 12);
  });
});

test('switches of advanced framing: what they save, and what a wall states itself is left to the house', () => {
  const [parts] = Object.values(assemblyParts(model.assemblies));
  const elevation = wall({
    openings: [opening({ jacks: 1 })],
    ends: { left: { corner: 'three-stud' }, right: { corner: 'three-stud' } },
  });
  const of = (one: Elevation, practice = {}) =>
    new Map(
      practiceSwitches(one, parts!, { practice }, countedHeat(), LIBRARY['softwood']!).map(
        (each) => [each.id, each],
      ),
    );
  const all = of(elevation);
  expect(all.get('corners')).toMatchObject({ on: false, saves: { pieces: 2 } });
  // A plate of 20 ft less; 21 studs and kings, corners and cripples included, are 1 1/2 in. longer.
  expect(all.get('topPlate')!.saves!.lumber).toBeCloseTo(6.096 - 21 * W, 9);
  expect(all.get('jacks')!.saves).toMatchObject({ pieces: 2 });
  for (const id of ['corners', 'topPlate', 'headers', 'spacing'] as const) {
    expect(all.get(id)!.saves!.r).toBeGreaterThan(0);
    expect(all.get(id)!.saves!.cost).toBeGreaterThan(0);
  }
  const open = unstated(elevation, 'corners');
  expect(of(open, { corners: 'two-stud' }).get('corners')!.on).toBe(true);
  expect(unstated(elevation, 'jacks').openings![0]).not.toHaveProperty('jacks');
});

test('heads lie against one line over the house, whatever the walls stand on', () => {
  const { heads } = layoutFile(
    houseOf([
      wall({ openings: [opening(), opening({ id: 'P', x: 150 * INCH, sill: 30 * INCH })] }),
      wall({ id: 'low', datum: -2 * INCH, openings: [opening({ id: 'Q', sill: 38 * INCH })] }),
    ]),
  );
  expect(heads.level).toBeCloseTo(84 * INCH, 9);
  const [, p, q] = heads.openings;
  expect(p!.off).toBeCloseTo(-6 * INCH, 9);
  expect(q!.off).toBeCloseTo(0, 9);
  expect(q!.string).toBeCloseTo(86 * INCH, 9);
});

describe('takeoff', () => {
  test('cuts 16 studs of 92 5/8 in. from 16 lengths of 8 ft, and splices plates', () => {
    const { takeoff } = layoutFile(houseOf([wall({ length: 10 })]));
    const lumber = takeoff.find(({ elevation, role }) => elevation === null && role === 'framing')!;
    const studs = lumber.pieces!.find(({ length }) => Math.abs(length - 92.625 * INCH) < 1e-6)!;
    expect(studs.count).toBe(26);
    expect(Math.max(...lumber.pieces!.map(({ length }) => length))).toBeLessThanOrEqual(
      16 * 0.3048 + 1e-9,
    );
    expect(cutStock(Array<number>(16).fill(92.625 * INCH), [96 * INCH, 192 * INCH], 0.003)).toEqual(
      [{ length: 96 * INCH, count: 16 }],
    );
  });

  test('studs of I-joists are special, and what stands at corners and openings is lumber', () => {
    const special = assembly((wall) => {
      const main = wall.layers.find((layer) => layer.kind === 'framed' && layer.frame === 'main')!;
      const flange = { ...main, thickness: 0.0381 };
      const web = {
        ...main,
        id: 'web',
        thickness: 0.2,
        member: { section: 'solid', material: 'i-joist-web', width: 0.0095, spacing: 0.4064 },
      } as typeof main;
      return {
        ...wall,
        layers: wall.layers.flatMap((layer) =>
          layer === main ? [{ ...flange, id: 'in' }, web, { ...flange, id: 'out' }] : [layer],
        ),
      };
    });
    const { takeoff } = layoutFile(houseOf([wall({ openings: [door] })], special));
    const framing = takeoff.filter(
      ({ elevation, role }) => elevation === null && role === 'framing',
    );
    expect(framing.length).toBeGreaterThan(1);
    const deep = framing.filter(({ what }) => what === '38 × 276');
    expect(deep.reduce((sum, { pieces }) => sum + pieces!.length, 0)).toBeGreaterThan(1);
  });

  test('sheets come from offcuts where they can, each whole', () => {
    const sheet = { width: 1.2192, height: 2.4384 };
    const half = { width: 1.2, height: 1.2 };
    expect(sheetsFor([half, half], sheet, 0.003)).toBe(1);
    expect(sheetsFor([half, half, half], sheet, 0.003)).toBe(2);
    expect(
      sheetsFor(
        [
          { width: 0.6, height: 2.4 },
          { width: 0.6, height: 2.4 },
        ],
        sheet,
        0.003,
      ),
    ).toBe(1);
  });

  test('waste buys more of the length that most are of', () => {
    const order = (waste: Record<string, number>) =>
      layoutFile(houseOf([wall()], { waste })).takeoff.find(
        ({ elevation, role }) => elevation === null && role === 'framing',
      )!;
    const [none, some] = [order({}), order({ framing: 0.1 })];
    expect(some.order).toBeGreaterThanOrEqual(1.1 * none.net);
    const bought = some.stock!.reduce((sum, { length, count }) => sum + length * count, 0);
    expect(some.order).toBeCloseTo(bought, 9);
  });

  test('a piece that no stock covers is named, and ordered at its own length', () => {
    const tall = layoutFile(houseOf([wall({ length: 3, height: 6.4 })]));
    expect(tall.problems[0]).toMatch(/longer than 6\.096 m/);
    const line = tall.takeoff.find(({ role }) => role === 'framing')!;
    expect(line.order).toBeGreaterThan(line.net);
  });
});

describe('claddings', () => {
  const clad = (material: string, more: Partial<House> = {}) => ({
    ...assembly((wall) => ({
      ...wall,
      layers: wall.layers.map((layer, i) =>
        i === wall.layers.length - 1 ? ({ ...layer, material } as typeof layer) : layer,
      ),
    })),
    ...more,
  });

  test('stucco is divided at openings’ corners into panels of at most 144 ft², 18 ft, 2.5 to 1', () => {
    const long = wall({ length: 40 * 12 * INCH, openings: [opening({ x: 150 * INCH })] });
    const { controlJoints } = laidOut(long, clad('cement-lime-stucco'));
    const at = [...new Set(controlJoints.map(({ x }) => Math.round(x / INCH)))];
    // 144 ft² of 8.09 ft are 17.8 ft: the window’s right edge is the farthest corner within.
    expect(at[0]).toBe(186);
    const edges = [0, ...at, 480];
    edges
      .slice(1)
      .forEach((to, i) => expect(((to - edges[i]!) * 97.125) / 144).toBeLessThanOrEqual(144));
  });

  test('panels stand on the furring with their reveal between them', () => {
    const { panels } = laidOut(
      wall(),
      clad('fiber-cement-panel', { cladding: { panel: { width: 1.2192, height: 3 } } }),
    );
    expect(new Set(panels.map(({ sheet }) => sheet)).size).toBe(5);
    const [first, second] = panels;
    expect(second!.x - first!.x - first!.width).toBeCloseTo(0.006, 9);
  });

  test('boards grow with heat and are left room when it is cold', () => {
    const expansion = {
      cte: 1e-5,
      moistureMovement: 0.001,
      surfaceTemperature: [-30, 65] as [number, number],
      clearance: 0.001,
      movingShare: 1,
      maxLength: 4,
      rule: '',
    };
    expect(jointGap(expansion, 3, 15)).toBeCloseTo(0.001 + (1e-5 * 50 + 0.001) * 3, 12);
    expect(jointGap(expansion, 3, -10)).toBeGreaterThan(jointGap(expansion, 3, 30));
  });

  test('an exposure is lessened so that courses meet a head, no further', () => {
    const sizes = { exposure: 0.18, stretch: 0.006, least: 0.05 };
    expect(fittedExposure(2.4, [2.1], sizes)).toBeCloseTo(2.1 / 12, 9);
    expect(fittedExposure(2.52, [], sizes)).toBe(0.18);
  });
});

test('an opening snaps to the layout where a king would stand on it, else to the inch', () => {
  const elevation = wall();
  const sizes = { width: W, spacing: 16 * INCH };
  const window = { width: 36 * INCH, jacks: 1 };
  // A king centered on 48 in. has its jack beside it, and the opening after that: 50 1/4 in.
  expect(snapOpening(50 * INCH, window, elevation, sizes, INCH)).toBeCloseTo(50.25 * INCH, 9);
  expect(snapOpening(55.4 * INCH, window, elevation, sizes, INCH)).toBeCloseTo(55 * INCH, 9);
  expect(nextOnLayout(50.25 * INCH, window, elevation, sizes, 1)).toBeCloseTo(66.25 * INCH, 9);
  expect(nextOnLayout(50.25 * INCH, window, elevation, sizes, -1)).toBeCloseTo(34.25 * INCH, 9);
});
