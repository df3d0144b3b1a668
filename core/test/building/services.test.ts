import { describe, expect, test } from '@jest/globals';
import fc from '../property.ts';
import { parseHouse } from '../../src/building/house/schema.ts';
import {
  mirrored,
  type BoxService,
  type Elevation,
  type RunService,
  type Service,
} from '@eldrun/core/house';
import { tradeOf } from '@eldrun/core/trade';
import { laidParts, layoutElevation } from '@eldrun/core/layout';
import {
  cavityChoice,
  checkServices,
  localHeatSteps,
  shellFacts,
  type LocalHeat,
} from '@eldrun/core/services';
import { conductivityAt, LIBRARY } from '@eldrun/core/materials';
import { messageText } from '@eldrun/core/units';
import { resolveWall, type WallFile } from '@eldrun/core/build-up';
import { coldWall, framed, sheet, withLayer } from '../walls.ts';

const trade = tradeOf({});
const INCH = 0.0254;
/** From the framing's studs of 1 1/2 × 5 1/2 in. at 16 in. */
const DEPTH = 0.1397;

const laid = (services: Service[], more: Partial<Elevation> = {}, file: WallFile = coldWall()) =>
  layoutElevation(
    { id: 'e', assembly: 'A', length: 4.8768, height: 2.467, services, ...more },
    laidParts(resolveWall(file)),
  );
const checked = (services: Service[], more: Partial<Elevation> = {}, file?: WallFile) =>
  checkServices(laid(services, more, file), trade);
const said = ({ conflicts, notes }: ReturnType<typeof checked>, which: 'conflicts' | 'notes') =>
  (which === 'conflicts' ? conflicts : notes).map(({ message }) =>
    messageText(message, 'imperial'),
  );

const across = (diameter: number, more: Partial<RunService> = {}): RunService => ({
  id: 'P1',
  kind: 'pipe',
  path: [
    [0.6, 1.0],
    [1.4, 1.0],
  ],
  diameter,
  ...more,
});
const box = (more: Partial<BoxService> = {}): BoxService => ({
  id: 'B1',
  kind: 'box',
  x: 0.5,
  z: 0.4,
  width: 0.06,
  height: 0.1,
  depth: 0.06,
  ...more,
});
const heat = (service: Service, file?: WallFile, more?: Partial<Elevation>): LocalHeat | null => {
  const steps = localHeatSteps(service, laid([service], more, file), trade);
  let step = steps.next();
  while (!step.done) step = steps.next();
  return step.value;
};

describe('holes and notches', () => {
  test('a run across two studs is bored through both, an eighth larger than it is', () => {
    const { crossings, conflicts } = checked([across(0.0254)]);
    expect(crossings.map(({ member }) => member.x)).toEqual([
      expect.closeTo(2 * 0.4064 - 0.019, 6),
      expect.closeTo(3 * 0.4064 - 0.019, 6),
    ]);
    expect(crossings[0]!.size).toBeCloseTo(0.0254 + 0.003175, 9);
    expect(conflicts).toEqual([]);
  });

  test.each([
    ['40 % in a bearing stud', 0.0525, {}, 0],
    ['more than 40 % in a bearing stud is refused', 0.053, {}, 2],
    ['60 % where nothing bears', 0.0805, { bearing: false }, 0],
    ['more than 60 % anywhere', 0.081, { bearing: false }, 2],
  ])('%s', (_, diameter, more, count) => {
    expect(checked([across(diameter)], more).conflicts).toHaveLength(count);
  });

  test.each([
    ['a quarter of a bearing stud', 0.0315, {}, 0],
    ['deeper is refused, and says how deep it may be', 0.0345, {}, 2],
    ['40 % where nothing bears', 0.0525, { bearing: false }, 0],
  ])('a notch: %s', (_, diameter, more, count) => {
    const checks = checked([across(diameter, { passes: 'notched' })], more);
    expect(checks.conflicts).toHaveLength(count);
    if (count > 0) expect(said(checks, 'conflicts')[0]).toContain('may lose 25 %, 1 3/8 in.');
  });

  test('a hole beyond 40 % passes doubled studs, and not more than two in a row', () => {
    const opening = (id: string, x: number) => ({
      id,
      kind: 'window' as const,
      x,
      sill: 1.6,
      width: 0.3,
      height: 0.3,
    });
    const through = (to: number): RunService =>
      across(0.07, {
        path: [
          [0.8, 1.0],
          [to, 1.0],
        ],
      });
    // King and jack stand from 0.924 on, with no stud between them and 0.87.
    const from: RunService = across(0.07, {
      path: [
        [0.87, 1.0],
        [0.9995, 1.0],
      ],
    });
    const one = checked([from], { openings: [opening('W1', 1.0)] });
    expect(one.crossings.map(({ member }) => member.kind)).toEqual(['king', 'jack']);
    expect(one.conflicts).toEqual([]);
    const single = checked([through(1.3)], { openings: [opening('W1', 1.0)] });
    expect(said(single, 'conflicts').join()).toContain('a single bearing stud');
    // Three windows side by side, below which a run passes every pair.
    const many = [0.95, 1.45, 1.95].map((x, n) => opening(`W${n}`, x));
    const all = checked(
      [
        across(0.07, {
          path: [
            [0.87, 1.0],
            [2.35, 1.0],
          ],
        }),
      ],
      { openings: many },
    );
    expect(said(all, 'conflicts').join()).toContain('more than 2 doubled studs in a row');
  });

  test('a hole stays 5/8 in. from the edge, and near a face it is shielded', () => {
    expect(checked([across(0.0254, { from: 0.031 })]).conflicts).toEqual([]);
    const near = checked([across(0.0254, { from: 0.029 })]);
    expect(near.conflicts).toHaveLength(2);
    expect(said(near, 'conflicts')[0]).toContain('at least 5/8 in.');
    expect(near.plates).toBe(2);
    expect(checked([across(0.0254)]).plates).toBe(0);
    expect(checked([across(0.02, { passes: 'notched' })]).plates).toBe(2);
  });

  test('a hole and a notch never meet in one section', () => {
    const notch = across(0.02, { id: 'C1', passes: 'notched' });
    expect(said(checked([across(0.0254), notch]), 'conflicts').join()).toContain(
      'a hole and a notch meet',
    );
    const apart = {
      ...notch,
      path: [
        [0.6, 1.2],
        [1.4, 1.2],
      ] as const,
    };
    expect(checked([across(0.0254), apart]).conflicts).toEqual([]);
  });

  test('a cut of more than half a top plate is strapped, once over both plies', () => {
    const up = (diameter: number) =>
      across(diameter, {
        path: [
          [1.0, 1.0],
          [1.0, 2.6],
        ],
        water: false,
      });
    // It leaves the wall above: cut it at the top.
    const within = (diameter: number) => ({
      ...up(diameter),
      path: [
        [1.0, 1.0],
        [1.0, 2.467],
      ] as const,
    });
    expect(checked([within(0.06)]).straps).toBe(0);
    const cut = checked([within(0.075)]);
    expect(cut.straps).toBe(1);
    expect(cut.conflicts).toEqual([]);
    expect(said(cut, 'notes').join()).toContain('a steel strap across it');
    expect(said(checked([up(0.03)]), 'conflicts')).toEqual(['P1 leaves the wall']);
  });

  test('no header is cut, and no stud is run through along its length', () => {
    const openings = [
      {
        id: 'W1',
        kind: 'window' as const,
        x: 1,
        sill: 0.9,
        width: 1,
        height: 1.1,
        header: { depth: 0.184, plies: 2 },
      },
    ];
    const up = across(0.02, {
      path: [
        [1.5, 2.05],
        [1.5, 2.3],
      ],
    });
    expect(said(checked([up], { openings }), 'conflicts').join()).toContain('passes a header');
    const along = across(0.02, {
      path: [
        [0.4064, 0.5],
        [0.4064, 1.5],
      ],
    });
    expect(said(checked([along]), 'conflicts').join()).toContain('along its length');
  });

  test('steel studs are passed through their own holes', () => {
    const file = withLayer(coldWall(), 'studs', {
      member: {
        section: 'c',
        material: 'steel',
        web: 0.00114,
        flange: 0.0413,
        lip: 0.0127,
        spacing: 0.4064,
      },
      fraction: 0.005,
    });
    const checks = checked([across(0.09)], {}, file);
    expect(checks.conflicts).toEqual([]);
    expect(said(checks, 'notes').join()).toContain('punched holes');
  });
});

describe('boxes', () => {
  test('one in a stud is moved the shortest way clear', () => {
    const checks = checked([box({ x: 0.37 })]);
    // The stud stands from 0.3874 to 0.4254: to its left edge are 0.0426 m.
    expect(said(checks, 'conflicts')).toEqual([
      expect.stringMatching(/^B1 meets the stud at 15 1\/4 in\.: 1 11\/16 in\. farther left/),
    ]);
  });

  test('a cabinet wider than the bay is framed like an opening', () => {
    expect(said(checked([box({ kind: 'cabinet', width: 0.4 })]), 'conflicts').join()).toContain(
      'framed like an opening',
    );
  });

  test('depth counts from the finish; what is left behind is said', () => {
    expect(checked([box({ depth: DEPTH + 0.0127 })]).conflicts).toEqual([]);
    expect(said(checked([box({ depth: 0.17 })]), 'conflicts').join()).toContain('too deep');
    expect(said(checked([box({ depth: 2.5 * INCH })]), 'notes').join()).toContain(
      'leaves 3 1/2 in. for insulation',
    );
  });

  test('none lies outside the wall or in an opening', () => {
    const openings = [
      { id: 'W1', kind: 'window' as const, x: 0.5, sill: 0.3, width: 1, height: 1 },
    ];
    expect(said(checked([box({ x: 4.85 })]), 'conflicts')).toEqual(['B1 lies outside the wall']);
    expect(said(checked([box({ x: 0.9 })], { openings }), 'conflicts')).toEqual([
      'B1 lies in the opening W1',
    ]);
  });

  test('what asks for battens where there are none says so', () => {
    expect(said(checked([box({ in: 'battens' })]), 'conflicts')).toEqual([
      'B1: this wall has no battens to sit between',
    ]);
  });
});

/** Battens of 1 1/2 in. inside a smart retarder. */
const cavityWall = (): WallFile => ({
  ...coldWall(),
  layers: [
    coldWall().layers[0]!,
    framed(
      'battens',
      0.0381,
      { air: { ventilation: 'still' } },
      { width: 0.0381, spacing: 0.4064 },
      'service',
    ),
    sheet('retarder', 'variable-membrane-high-range', 0.0003),
    ...coldWall().layers.slice(1),
  ],
});

describe('a service cavity', () => {
  test('takes boxes and runs without sealing them, as deep as it is', () => {
    const checks = checked([box({ depth: 0.05 }), across(0.02)], {}, cavityWall());
    expect(checks.conflicts).toEqual([]);
    expect(checks.sealed).toBe(0);
    expect(said(checks, 'notes').join()).toContain('a steel sleeve');
    expect(checked([box({ depth: 0.06 })], {}, cavityWall()).conflicts).toHaveLength(1);
  });

  test('against none: fit, sealing, money, floor', () => {
    const layout = laid([box(), box({ id: 'B2', x: 1, depth: 0.045 })]);
    const choice = cavityChoice(coldWall(), [layout], {}, trade, 'imperial')!;
    expect([choice.without.fit, choice.with.fit]).toEqual([2, 1]);
    expect([choice.without.sealed, choice.with.sealed]).toEqual([2, 0]);
    expect(choice.with.cost).toBeGreaterThan(choice.without.cost);
    expect(choice.with.thickness - choice.without.thickness).toBeCloseTo(0.0381, 4);
    expect(choice.floor).toBeCloseTo(4.8768 * 0.0381, 4);
    // Taken out again it is the wall without.
    const back = cavityChoice(cavityWall(), [layout], {}, trade, 'imperial')!;
    expect(back.commands).toEqual([{ type: 'removeLayer', id: 'battens' }]);
  });
});

describe('heat where something sits in the insulation', () => {
  test('a box lets more through than the wall beside it, less than an empty cavity would', () => {
    const { u, status } = heat(box())!;
    expect(u!.here).toBeGreaterThan(u!.beside);
    expect(u!.more).toBeGreaterThan(0);
    expect(status).toBe('pass');
    const deeper = heat(box({ depth: 0.14 }))!;
    expect(deeper.u!.here).toBeGreaterThan(u!.here);
    expect(deeper.temperature).toBeLessThan(heat(box())!.temperature);
  });

  test('over a box across the whole bay of a wall without bridges, U is that of its layers', () => {
    // Studs of the fill itself: the section is the same all along.
    const wool = withLayer(coldWall(), 'studs', {
      member: { section: 'solid', material: 'mineral-wool-batt', width: 0.0001, spacing: 0.4064 },
      fraction: 0.0003,
    });
    const { u } = heat(box({ x: 0.41, width: 0.395, depth: 0.0827 }), wool)!;
    // 0.07 m of wool at its resistance give way to still air of 0.18 m²K/W.
    const lambda = conductivityAt(LIBRARY['mineral-wool-batt']!, 0);
    const expected = 1 / (1 / u!.beside - 0.07 / lambda + 0.18);
    expect(Math.abs(u!.here / expected - 1)).toBeLessThan(0.04);
  });

  test('a pipe near freezing in an outside wall is found, with how far inward it is safe', () => {
    const cold = { ...coldWall(), layers: coldWall().layers.filter(({ id }) => id !== 'board') };
    const outer = heat(across(0.022, { from: 0.12 }), cold)!;
    expect(outer.status).toBe('fail');
    expect(outer.temperature).toBeLessThan(0);
    expect(outer.inward).toBeGreaterThan(0.011);
    expect(messageText(outer.title, 'metric')).toMatch(/^P1 freezes on the design day: −\d/);
    const moved = heat(across(0.022, { from: outer.inward! }), cold)!;
    expect(moved.temperature).toBeGreaterThan(3);
    expect(heat(across(0.022, { from: outer.inward! - 0.006 }), cold)!.status).toBe('pass');
  });

  test('the nearer to the room, the warmer a pipe lies', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.015, max: 0.06, noNaN: true }), (from) => {
        const [near, far] = [from, from + 0.05].map((at) => heat(across(0.02, { from: at }))!);
        expect(near!.temperature).toBeGreaterThan(far!.temperature);
      }),
      { numRuns: 6 },
    );
  });

  test('a dry pipe, a cable and a box between empty battens ask for nothing', () => {
    expect(heat(across(0.02, { water: false }))).toBeNull();
    expect(heat(across(0.01, { kind: 'cable' }))).toBeNull();
    expect(heat(box(), cavityWall())).toBeNull();
  });
});

describe('a shell of corrugated sheet', () => {
  const shellWall: WallFile = {
    ...coldWall(),
    layers: [
      sheet('gypsum', 'gypsum-board', 0.0127),
      framed('studs', 0.0635, 'spray-foam-closed-cell', { width: 0.0381, spacing: 0.6096 }, 'main'),
      sheet('skin', 'steel', 0.002),
    ],
  };
  const shell = { width: 2.438, depth: 0.036, pitch: 0.278, crest: 0.07, trough: 0.072 };

  test('gives the mean fill, what is clear inside, and where studs are blocked', () => {
    const facts = shellFacts(
      {
        ...shell,
        room: [
          { name: 'bed', width: 1.4 },
          { name: 'passage', width: 0.8 },
        ],
      },
      [laid([], { length: 6.058 }, shellWall)],
      1.2192,
    )!;
    // The slopes take (0.278 − 0.142) / 2 = 0.068 each: 0.036 · (0.07 + 0.068) / 0.278 = 0.01787.
    expect(facts.fill).toEqual({
      least: 0.0635,
      most: expect.closeTo(0.0995, 6) as unknown,
      mean: expect.closeTo(0.0635 + 0.01787, 5) as unknown,
    });
    expect(facts.clear).toBeCloseTo(2.438 - 2 * (0.0127 + 0.0635 + 0.036 + 0.002), 9);
    expect(facts.room!.needs).toBeCloseTo(2.2, 9);
    expect(facts.room!.left).toBeCloseTo(facts.clear - 2.2, 9);
    const studs = facts.blocked[0]!.studs;
    expect(studs).toBeGreaterThan(0);
    // 2.353 m of stud: at both ends and once between.
    expect(facts.blocked[0]!.blocks).toBe(studs * 3);
  });

  test('is nothing where no wall stands in one', () => {
    expect(shellFacts(shell, [laid([])], 1.2)).toBeNull();
  });
});

describe('services in the house file', () => {
  const file = (services: unknown, more: object = {}) =>
    JSON.stringify({
      format: 'eldrun-house',
      version: 1,
      name: 'House',
      assemblies: { A: coldWall() },
      elevations: [{ id: 'e', assembly: 'A', length: 4, height: 2.4, services }],
      ...more,
    });

  test.each([
    [[{ id: 'S1', kind: 'duct' }], 'elevations[0].services[0].kind'],
    [
      [{ id: 'S1', kind: 'box', x: 1, z: 1, width: 0, height: 1, depth: 1 }],
      'elevations[0].services[0].width',
    ],
    [
      [{ id: 'S1', kind: 'pipe', path: [[0, 1]], diameter: 0.02 }],
      'elevations[0].services[0].path',
    ],
    [
      [
        {
          id: 'S1',
          kind: 'pipe',
          path: [
            [0, 1],
            [1, 1],
          ],
        },
      ],
      'elevations[0].services[0].diameter',
    ],
  ])('bad input names its field', (services, path) => {
    expect(() => parseHouse(file(services))).toThrow(expect.objectContaining({ path }));
  });

  test('a shell whose flats are longer than its pitch is refused', () => {
    const shell = { width: 2.4, depth: 0.03, pitch: 0.1, crest: 0.06, trough: 0.06 };
    expect(() => parseHouse(file([], { shell }))).toThrow(
      expect.objectContaining({ path: 'shell.pitch' }),
    );
  });

  test('in the mirror they change sides', () => {
    const elevation: Elevation = {
      id: 'e',
      assembly: 'A',
      length: 4,
      height: 2.4,
      services: [box(), across(0.02)],
    };
    const [run, one] = mirrored(elevation).services as [RunService, BoxService];
    expect(one.x).toBeCloseTo(4 - 0.5 - 0.06, 9);
    expect(run.path[0]![0]).toBeCloseTo(3.4, 9);
    expect((mirrored(mirrored(elevation)).services![1] as RunService).path[0]![0]).toBeCloseTo(
      0.6,
      9,
    );
  });
});
