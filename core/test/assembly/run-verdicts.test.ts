import { describe, expect, test } from '@jest/globals';
import fc from '../property.ts';
import {
  alongPath,
  FaceTally,
  FrostCount,
  HygroSolver,
  MAX_RUN_HOURS,
  meshOf,
  simulate,
  suctionDiffusivity,
  wallFaces,
  type Hour,
  type Transient,
} from '@eldrun/core/transient';
import { LIBRARY } from '@eldrun/core/materials';
import { resolveWall, type WallFile } from '@eldrun/core/build-up';
import { saturationPressure } from '@eldrun/core/climate';
import { validateSimulation } from '@eldrun/core/simulation/schema';
import { coldWall, sheet } from '../walls.ts';

const CALM: Hour = {
  indoorTemperature: 20,
  indoorPressure: 0.5 * saturationPressure(20),
  outdoorTemperature: 20,
  outdoorPressure: 0.5 * saturationPressure(20),
  outdoorFilm: null,
  radiation: 0,
  rain: 0,
  facade: 0,
  ventilation: 0,
  leak: 0,
};
const SEALED = { indoor: { heat: 8, vapor: 0 }, outdoor: { heat: 25, vapor: 0 } };
const NOWHERE = { rain: -1, ventilated: -1, leak: -1, leakInward: -1 };

const framed: WallFile = coldWall({
  layers: [
    sheet('board', 'gypsum-board', 0.0127),
    {
      id: 'frame',
      kind: 'framed',
      thickness: 0.14,
      fill: 'mineral-wool-batt',
      frame: 'main',
      member: { section: 'solid', material: 'softwood', width: 0.038, spacing: 0.406 },
      fraction: 0.2,
    },
    sheet('osb', 'osb', 0.0111),
    sheet('membrane', 'wrap-nonwoven', 0.0003),
    { id: 'gap', kind: 'air', thickness: 0.025, ventilation: 'open' },
    sheet('brick', 'brick-veneer', 0.0921),
  ],
  fasteners: [{ conductivity: 50, diameter: 0.006, perArea: 6, from: 'osb', to: 'membrane' }],
});
const transient: Transient = {
  climate: { climate: 'cold-humid', seed: 3 },
  side: 'rain',
  start: 6552,
  hours: 24 * 150,
  watch: 'osb',
  initial: { temperature: 15, relativeHumidity: 0.7 },
  cavity: { layer: 'gap', airChangesPerHour: 20 },
};
const run = (change: Partial<Transient> = {}, wall = framed) =>
  simulate({
    format: 'eldrun-simulation',
    version: 1,
    wall,
    transient: { ...transient, ...change },
  });

describe('rain on the cladding', () => {
  /** A thick slab under heavy rain, dry at the start, and the water it has taken after so many hours. */
  function uptake(material: string, hours: number[]): number[] {
    const { wall } = alongPath(
      resolveWall(coldWall({ layers: [sheet('slab', material, 0.4)] })),
      'cavity',
      true,
    );
    const mesh = meshOf(wall, 3);
    const solver = new HygroSolver(mesh, SEALED, NOWHERE, {
      temperature: new Float64Array(mesh.nodes).fill(20),
      humidity: new Float64Array(mesh.nodes).fill(0.3),
    });
    const before = solver.stored().water;
    const taken: number[] = [];
    for (let hour = 1; hour <= hours.at(-1)!; hour++) {
      expect(solver.hour({ ...CALM, facade: 0.05 })).toBe(true);
      if (hours.includes(hour)) taken.push(solver.stored().water - before);
    }
    return taken;
  }

  test.each(['brick-veneer', 'cement-lime-stucco', 'precast-concrete-panel'])(
    '%s under water takes up A·√t',
    (id) => {
      const { coefficient } = LIBRARY[id]!.waterAbsorption!;
      const hours = [4, 16];
      uptake(id, hours).forEach((water, i) => {
        const expected = coefficient * Math.sqrt(hours[i]! * 3600);
        expect(water / expected).toBeGreaterThan(0.88);
        expect(water / expected).toBeLessThan(1.12);
      });
    },
  );

  test('the diffusivity grows a thousandfold to free saturation', () => {
    const table = suctionDiffusivity({ coefficient: 0.1, saturation: 200 });
    expect(table[0]![1] * 1000).toBeCloseTo(table.at(-1)![1], 15);
    expect(table.at(-1)).toEqual([200, 3.8 * (0.1 / 200) ** 2]);
  });

  test('what does not soak in runs off: a tight face holds a film', () => {
    const { wall } = alongPath(
      resolveWall(coldWall({ layers: [sheet('slab', 'xps', 0.05)] })),
      'cavity',
      true,
    );
    const mesh = meshOf(wall);
    const films = { ...SEALED, outdoor: { heat: 25, vapor: 1e-9 } };
    const solver = new HygroSolver(mesh, films, NOWHERE, {
      temperature: new Float64Array(mesh.nodes).fill(20),
      humidity: new Float64Array(mesh.nodes).fill(0.5),
    });
    for (let hour = 0; hour < 20; hour++) expect(solver.hour({ ...CALM, facade: 1e-3 })).toBe(true);
    expect(solver.stored().water).toBeGreaterThan(0.09);
    expect(solver.stored().water).toBeLessThan(0.1);
    const { facade, moistureOut } = solver.totals;
    expect(facade + moistureOut).toBeCloseTo(solver.stored().water, 6);
  });

  test('a wet brick wets the sheathing behind it, balances, and freezes wet', () => {
    const dry = run();
    const wet = run({ facade: { wetting: 0.7, exposure: 1.3 } });
    expect(dry.result.causes.facade).toBe(0);
    expect(dry.result.frost).toEqual([]);
    expect(wet.result.causes.facade).toBeGreaterThan(1);
    expect(wet.result.problem).toBeNull();
    expect(Math.abs(wet.result.balance.moisture)).toBeLessThan(1e-4);
    expect(Math.abs(wet.result.balance.heat)).toBeLessThan(1e-4);
    expect(wet.result.peak.mc.value).toBeGreaterThan(dry.result.peak.mc.value);
    const [frost] = wet.result.frost;
    expect(frost!.layer).toBe('brick');
    expect(frost!.cycles).toBeGreaterThan(20);
    expect(frost!.wetCycles).toBeLessThanOrEqual(frost!.cycles);
    // Less of it below a roof.
    const sheltered = run({ facade: { wetting: 0.7, exposure: 0.7, overhang: 0.35 } });
    expect(sheltered.result.causes.facade).toBeLessThan(wet.result.causes.facade);
  });
});

/** What the tallies read of a solver. */
const state = (temperature: number, humidity: number) =>
  ({
    temperature: Float64Array.of(temperature),
    humidity: Float64Array.of(humidity),
  }) as unknown as HygroSolver;

test('frost is counted when it thaws, wet when it froze above 80 % of saturation', () => {
  const count = new FrostCount(
    'brick',
    0,
    [
      [0, 0],
      [0.97, 20],
      [1, 180],
    ],
    180,
  );
  const hours: [number, number][] = [
    [5, 0.9],
    [-1, 0.9],
    [-5, 1],
    [0, 1],
    [1, 1],
    [-1, 1],
    [-2, 0.5],
    [3, 0.5],
    [-1, 0.5],
  ];
  for (const [temperature, humidity] of hours) count.hour(state(temperature, humidity));
  expect(count.result).toEqual({ layer: 'brick', cycles: 2, wetCycles: 1 });
});

describe('faces', () => {
  test('there is one between each two layers, and the more sensitive material counts', () => {
    const faces = wallFaces(resolveWall(framed));
    expect(faces).toHaveLength(7);
    expect(faces[0]).toEqual({ inner: null, outer: 'board', moldClass: 'sensitive' });
    expect(faces[2]).toEqual({ inner: 'frame', outer: 'osb', moldClass: 'sensitive' });
    expect(faces[4]!.moldClass).toBe('resistant');
    expect(faces[6]).toEqual({ inner: 'brick', outer: null, moldClass: 'medium-resistant' });
  });

  test('humid hours are above 80 %, wet ones above freezing too', () => {
    const tally = new FaceTally({ inner: 'a', outer: 'b', moldClass: 'sensitive' }, 0);
    for (const [temperature, humidity] of [
      [5, 0.81],
      [-3, 0.95],
      [20, 0.8],
      [10, 1.2],
    ] as const)
      tally.hour(state(temperature, humidity));
    expect(tally.result).toMatchObject({ humidHours: 3, wetHours: 2 });
  });

  test('a run has the watched face’s mold, and what the fasteners meet', () => {
    const { result, course } = run();
    expect(result.mold).toEqual(result.faces[2]!.mold);
    expect(result.faces[2]!.mold['very-sensitive']).toBeGreaterThanOrEqual(
      result.faces[2]!.mold.sensitive,
    );
    expect(result.fasteners).toEqual([
      {
        from: 'osb',
        to: 'membrane',
        wetHours: Math.max(...[2, 3, 4].map((i) => result.faces[i]!.wetHours)),
      },
    ]);
    expect(course.faces[2]!.rh).toHaveLength(course.hour.length);
    expect(course.water.ventilation.at(-1)).toBeCloseTo(result.causes.ventilation, 12);
  });
});

describe('through the member', () => {
  test('it goes through the stud, not the fill, and the sheathing there stays warmer than none', () => {
    const member = alongPath(resolveWall(framed), 'member', false).wall;
    expect(member.layers[1]!.fillId).toBe('softwood');
    expect(member.layers[0]!.fillId).toBe('gypsum-board');
    const { result } = run({ path: 'member' });
    expect(result.problem).toBeNull();
    const mean = (of: number[]) => of.reduce((a, b) => a + b, 0) / of.length;
    // A stud lets more heat out than the batt: the sheathing behind it is warmer in winter.
    expect(mean(result.monthly.temperature)).toBeGreaterThan(
      mean(run().result.monthly.temperature),
    );
  });

  test('through metal it says that one dimension overstates', () => {
    const steel = structuredClone(framed);
    (steel.layers[1] as { member: { material: string } }).member.material = 'steel';
    const { result } = run({ path: 'member', hours: 240 }, steel);
    expect(result.notes.join(' ')).toMatch(/one dimension overstates/);
  });
});

describe('bad input', () => {
  test('wood without sorption data takes that of softwood by its density, and says so', () => {
    const bare = structuredClone(framed);
    const { sorption: _, ...osb } = LIBRARY['osb']!;
    bare.materials = { osb };
    const { result } = run({ hours: 240 }, bare);
    expect(result.notes.join(' ')).toMatch(/no sorption data: that of softwood is taken/);
    expect(result.end.mc).toBeGreaterThan(0.05);
  });

  test('a material that says neither density nor heat gets stated ones', () => {
    const bare = structuredClone(framed);
    bare.materials = { osb: { name: 'Board', conductivity: 0.13, vapor: { mu: 100 } } };
    const { result } = run({ hours: 240 }, bare);
    expect(result.problem).toBeNull();
    expect(result.notes.join(' ')).toMatch(/100 kg\/m³, 1000 J\/\(kg·K\) taken/);
    expect(result.notes.join(' ')).toMatch(/stores no moisture here/);
  });

  test('absurd permeances settle and balance, or stop with what was reached', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(0, 1e-20, 1e-9, 1e-3, 1),
        fc.constantFrom(0, 1e-14, 1e-6, 1),
        fc.constantFrom(0.05, 0.7, 1),
        (inner, outer, humidity) => {
          const absurd = structuredClone(framed);
          absurd.materials = {
            'wrap-nonwoven': { ...LIBRARY['wrap-nonwoven']!, vapor: { permeance: outer } },
            'gypsum-board': { ...LIBRARY['gypsum-board']!, vapor: { permeance: inner } },
          };
          const { result } = run(
            {
              hours: 480,
              initial: { temperature: -10, relativeHumidity: humidity },
              rain: { layer: 'osb', face: 'outer', share: 1 },
              leak: { layer: 'osb', face: 'inner', flow: 1e-3 },
            },
            absurd,
          );
          if (result.problem) expect(result.problem).toMatch(/do not settle|does not balance/);
          else {
            expect(result.hours).toBe(480);
            expect(Math.abs(result.balance.moisture)).toBeLessThan(1e-3);
          }
          for (const { wetHours } of result.faces) expect(wetHours).toBeLessThanOrEqual(480);
          expect(Number.isFinite(result.end.mc)).toBe(true);
        },
      ),
      { numRuns: 20 },
    );
  });

  test('what cannot settle ends with a clear stop and what was reached', () => {
    const { result, course } = run({
      hours: 2000,
      climate: { ...FORMULA, Tyear: 9000 },
    });
    expect(result.problem).toMatch(/do not settle in hour \d+.*what was reached until then stands/);
    expect(result.hours).toBeLessThan(2000);
    expect(course.hour.length).toBe(Math.floor(result.hours / 6));
  });

  test('ten years may be asked for, no more; a path is one of two', () => {
    const file = { format: 'eldrun-simulation', version: 1, wall: framed, transient };
    const asked = (change: object) => () =>
      validateSimulation({ ...file, transient: { ...transient, ...change } });
    expect(asked({ hours: MAX_RUN_HOURS })).not.toThrow();
    expect(asked({ hours: MAX_RUN_HOURS + 1 })).toThrow(/transient\.hours/);
    expect(asked({ path: 'both' })).toThrow(/transient\.path/);
    expect(asked({ facade: { wetting: 2 } })).toThrow(/transient\.facade\.wetting/);
  });
});

const FORMULA = {
  Tmean: 8,
  Tyear: 12,
  Tday: 4,
  Tweather: 3,
  rh: 0.75,
  rhYear: 0.05,
  rhDay: 0.1,
  rhWeather: 0.08,
  southBase: 300,
  southSeason: 100,
  northBase: 80,
  northSeason: 20,
  rain: 0.5,
};
