import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, test } from '@jest/globals';
import fc from '../property.ts';
import {
  elevationsOfCsv,
  houseCsv,
  parseHouse,
  validateProjectHouse,
} from '@eldrun/core/house/file';
import {
  applyHouse,
  assemblyName,
  freeName,
  mirrored,
  type Elevation,
  type HouseCommand,
  type Opening,
  type ProjectHouse,
} from '@eldrun/core/house';
import { TRADE, tradeOf } from '@eldrun/core/trade';
import { frameElevation, shareOf } from '@eldrun/core/layout';
import { HOUSE } from '@eldrun/core/kinds';
import { feetText, messageText, parseDistance } from '@eldrun/core/units';

const INCH = 0.0254;
const file = JSON.parse(
  readFileSync(join(import.meta.dirname, '../reference/layout/one-window.json'), 'utf8'),
) as { house: Record<string, unknown> };
const text = (more: object): string => JSON.stringify({ ...file.house, ...more });
const opening: Opening = {
  id: 'W1',
  kind: 'window',
  x: 1.2,
  sill: 0.9,
  width: 0.9,
  height: 1.2,
  header: { depth: 0.184, plies: 2 },
};
const north: Elevation = {
  id: 'north',
  name: 'North',
  assembly: 'A',
  length: 6,
  height: 2.5,
  openings: [opening],
};
const house: ProjectHouse = {
  format: 'eldrun-house',
  version: 1,
  name: 'House',
  assemblies: { A: 'wall-of-a' },
  elevations: [north],
};
const after = (...commands: HouseCommand[]): ProjectHouse => commands.reduce(applyHouse, house);

describe('a house file', () => {
  const base = { id: 'e', assembly: 'A', length: 4, height: 2.4 };
  test.each([
    ['no length', [{ ...base, length: undefined }], 'elevations[0].length'],
    ['a length of zero', [{ ...base, length: 0 }], 'elevations[0].length'],
    ['a length that is no number', [{ ...base, length: '4' }], 'elevations[0].length'],
    ['neither height nor top', [{ ...base, height: undefined }], 'elevations[0].height'],
    [
      'a top that ends early',
      [
        {
          ...base,
          top: [
            [0, 2],
            [3, 3],
          ],
        },
      ],
      'elevations[0].top',
    ],
    ['an assembly that is not there', [{ ...base, assembly: 'B' }], 'elevations[0].assembly'],
    ['one id twice', [base, base], 'elevations[1]'],
    [
      'an opening without a width',
      [{ ...base, openings: [{ ...opening, width: -1 }] }],
      'elevations[0].openings[0].width',
    ],
    [
      'a stretch that ends before it begins',
      [{ ...base, segments: [{ from: 2, to: 1, spacing: 0.3 }] }],
      'elevations[0].segments[0].to',
    ],
  ])('with %s is refused by its field', (_, elevations, path) => {
    expect(() => parseHouse(text({ elevations }))).toThrow(expect.objectContaining({ path }));
  });

  test('names the field of a wall in it; what it does not know is kept', () => {
    expect(() => parseHouse(text({ assemblies: { A: { format: 'eldrun-wall' } } }))).toThrow(
      expect.objectContaining({ path: 'assemblies.A.version' }),
    );
    expect(
      parseHouse(text({ elevations: [{ ...base, paint: 'red' }] })).elevations[0],
    ).toHaveProperty('paint', 'red');
    expect(() => validateProjectHouse({ ...house, assemblies: { A: {} } })).toThrow(
      expect.objectContaining({ path: 'assemblies.A' }),
    );
  });
});

describe('commands', () => {
  test('add, change, move and remove walls; an assembly that none uses goes', () => {
    const two = after(
      { type: 'setAssembly', name: 'B', wall: 'wall-of-b' },
      { type: 'addElevation', elevation: { ...north, id: 'south', assembly: 'B' }, after: 'north' },
      { type: 'moveElevation', id: 'south', to: 0 },
    );
    expect(two.elevations.map(({ id }) => id)).toEqual(['south', 'north']);
    const one = applyHouse(two, { type: 'removeElevation', id: 'south' });
    expect(one.assemblies).toEqual({ A: 'wall-of-a' });
    expect(
      after({
        type: 'setElevation',
        id: 'north',
        fields: {
          height: undefined,
          top: [
            [0, 2],
            [6, 3],
          ],
        },
      }).elevations[0],
    ).not.toHaveProperty('height');
    expect(() => after({ type: 'removeElevation', id: 'up' })).toThrow(
      expect.objectContaining({ path: 'id' }),
    );
    // What did not change is shared: it is not laid out again.
    expect(after({ type: 'setHouse', fields: { openingU: 1.2 } }).elevations[0]).toBe(north);
  });

  test('openings are set by their name and removed', () => {
    const moved = after({ type: 'setOpening', elevation: 'north', opening: { ...opening, x: 2 } });
    expect(moved.elevations[0]!.openings).toEqual([{ ...opening, x: 2 }]);
    const added = after({
      type: 'setOpening',
      elevation: 'north',
      opening: { ...opening, id: 'W2' },
    });
    expect(added.elevations[0]!.openings).toHaveLength(2);
    const none = after({ type: 'removeOpening', elevation: 'north', opening: 'W1' });
    expect(none.elevations[0]!.openings).toEqual([]);
  });

  test('names that are free', () => {
    expect(freeName('W', ['W1', 'W3'])).toBe('W2');
    expect(assemblyName({ A: 'x' }, 'x')).toBe('A');
    expect(assemblyName({ A: 'x' }, 'y')).toBe('B');
  });
});

test('the kind refers to its walls, and says what it is in a line', () => {
  expect(HOUSE.references(house).documents).toEqual([{ id: 'wall-of-a' }]);
  const { title } = HOUSE.summarize(
    house,
    { brief: {} as never, materials: {} },
    { long: false, weather: {} },
  );
  expect(messageText(title, 'metric')).toBe('1 wall of 6 m, 1 opening');
});

describe('a mirrored wall', () => {
  const wall: fc.Arbitrary<Elevation> = fc
    .record({
      length: fc.double({ min: 3, max: 12, noNaN: true }),
      rise: fc.double({ min: -0.2, max: 0.2, noNaN: true }),
      at: fc.double({ min: 0.3, max: 0.7, noNaN: true }),
      right: fc.boolean(),
      gable: fc.boolean(),
    })
    .map(({ length, rise, at, right, gable }) => ({
      ...north,
      length,
      ...(gable
        ? {
            height: undefined,
            top: [
              [0, 2.6],
              [length * at, 3.6],
              [length, 2.8],
            ] as const,
          }
        : {}),
      steps: [{ x: length * 0.9, rise }],
      layout: { from: right ? 'right' : 'left', zero: 0.1 },
      ends: { left: { corner: 'three-stud' }, right: { corner: 'ladder' } },
      openings: [{ ...opening, x: length * 0.3 }],
      intersections: [{ x: length * 0.75, width: 0.1, kind: 'backing' }],
      segments: [{ from: 0, to: 1, spacing: 0.3 }],
    }));

  test('is built of the same, and mirrored again is itself', () => {
    fc.assert(
      fc.property(wall, (elevation) => {
        const other = mirrored(elevation);
        const sizes = { width: 0.0381, spacing: 0.4064 };
        const [one, two] = [elevation, other].map((each) => frameElevation(each, sizes));
        expect(shareOf(two!).wood).toBeCloseTo(shareOf(one!).wood, 6);
        expect(shareOf(two!).area.gross).toBeCloseTo(shareOf(one!).area.gross, 9);
        const back = mirrored(other);
        expect(back.openings![0]!.x).toBeCloseTo(elevation.openings![0]!.x, 9);
        expect(back.openings![0]!.sill).toBeCloseTo(opening.sill, 9);
        expect(back.layout).toEqual(elevation.layout);
        expect(back.ends).toEqual(elevation.ends);
        expect(back.datum ?? 0).toBeCloseTo(0, 9);
      }),
      { numRuns: 60 },
    );
  });
});

describe('walls as a table', () => {
  const full: ProjectHouse = {
    ...house,
    elevations: [
      { ...north, facing: 0, steps: [{ x: 3, rise: 0.1 }] },
      {
        id: 'gable',
        assembly: 'A',
        length: 5,
        top: [
          [0, 2.4],
          [2.5, 4],
          [5, 2.4],
        ],
        openings: [{ ...opening, id: 'D1', kind: 'door', sill: 0, header: null, jacks: 0 }],
      },
    ],
  };

  test.each(['imperial', 'metric'] as const)('come back as they went, %s', (system) => {
    const csv = houseCsv(full, system);
    const back = elevationsOfCsv(csv, full);
    back.forEach((one, i) => {
      const before = full.elevations[i]!;
      expect(one.length).toBeCloseTo(before.length, 9);
      expect(one.steps).toEqual(before.steps);
      expect(one.top).toEqual(before.top);
      expect(one.openings![0]!.x).toBeCloseTo(1.2, 9);
      const depth = before.openings![0]!.header?.depth;
      expect(one.openings![0]!.header?.depth).toEqual(depth && expect.closeTo(depth, 9));
      expect(one.openings![0]!.jacks).toBe(before.openings![0]!.jacks);
    });
    expect(csv.split('\n')[0]).toContain(system === 'imperial' ? 'length_in' : 'length_mm');
  });

  test('are read with semicolons, commas for points, and lengths as a builder writes them', () => {
    const head = 'row;wall;name;length_in;height_in;x_in;sill_in;width_in';
    const [a] = elevationsOfCsv(
      `${head}\nwall;a;Shed;12' 6";97,125;;;\nwindow;a;W1;;48;40;36;3'\n`,
      full,
    );
    expect(a!.length).toBeCloseTo(150 * INCH, 9);
    expect(a!.height).toBeCloseTo(97.125 * INCH, 9);
    expect(a!.openings![0]).toMatchObject({ id: 'W1', width: expect.closeTo(36 * INCH, 9) });
  });

  test.each([
    ['a wall twice', 'wall,a,,100,96,,,\nwall,a,,100,96,,,', 'line 3, wall'],
    ['an opening without its wall', 'window,b,W1,,48,40,36,36', 'line 2, wall'],
    ['another kind of line', 'roof,a,,100,96,,,', 'line 2, row'],
    ['no length', 'wall,a,,,96,,,', 'line 2, length_in'],
    ['a length that is none', 'wall,a,,long,96,,,', 'line 2, length_in'],
    ['a window of no width', 'wall,a,,100,96,,,\nwindow,a,W1,,48,40,36,0', 'line 3, width'],
    ['no height', 'wall,a,,100,,,,', 'line 2, height'],
  ])('with %s are refused by line and column', (_, lines, path) => {
    const head = 'row,wall,name,length_in,height_in,x_in,sill_in,width_in';
    expect(() => elevationsOfCsv(`${head}\n${lines}\n`, full)).toThrow(
      expect.objectContaining({ path }),
    );
  });

  test('without a column that is needed are refused', () => {
    expect(() => elevationsOfCsv('row,wall\nwall,a\n', full)).toThrow(
      expect.objectContaining({ path: 'line 1' }),
    );
  });
});

test('trade figures: each has a source, lies in its range, and gives way to the house’s own', () => {
  for (const { id, value, range, source, confidence } of TRADE) {
    expect([id, source && confidence]).not.toContain('');
    expect(value).toBeGreaterThanOrEqual(range[0]);
    expect(value).toBeLessThanOrEqual(range[1]);
  }
  expect(new Set(TRADE.map(({ id }) => id)).size).toBe(TRADE.length);
  expect(tradeOf({ trade: { 'wrap-cap': 0.3 } })('wrap-cap')).toBe(0.3);
  expect(() => tradeOf({})('nothing')).toThrow(/nothing/);
});

test('distances along a wall may be 0 and far; feet are written as they are said', () => {
  expect(parseDistance('0', 'imperial')).toBe(0);
  expect(parseDistance(`30' 6 1/2"`, 'imperial')).toBeCloseTo(366.5 * INCH, 12);
  expect(() => parseDistance('2000 m', 'metric', 'x')).toThrow(
    expect.objectContaining({ path: 'x' }),
  );
  expect(feetText(366.5 * INCH)).toBe('30′ 6 1/2″');
  expect(feetText(348 * INCH)).toBe('29′');
  expect(feetText(7.25 * INCH)).toBe('7 1/4″');
});
