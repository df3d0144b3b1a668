import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { parseHouse } from '../src/house/schema.ts';
import type { Elevation, House } from '../src/house/index.ts';
import { layoutFile, type LayoutFile } from '../src/layout/index.ts';

const FOLDER = join(import.meta.dirname, 'reference/layout');
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
    { numRuns: 150, seed: 15 },
  );
});
void kinds;
void laidOut;
