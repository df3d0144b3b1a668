import { describe, expect, test } from '@jest/globals';
import fc from '../property.ts';
import {
  formulaHour,
  HygroSolver,
  meshOf,
  MoldIndex,
  simulate,
  simulationSteps,
  type Films,
  type FormulaClimate,
  type Hour,
  type Mesh,
  type SimulationFile,
  type Transient,
} from '@eldrun/core/transient';
import { MOLD_CLASSES, type Material, type Table } from '@eldrun/core/materials';
import { resolveWall, type WallFile } from '@eldrun/core/build-up';
import { saturationPressure } from '@eldrun/core/climate';
import { transientCase } from '../reference.ts';
import { coldWall, sheet } from '../walls.ts';

const STILL: Hour = {
  indoorTemperature: 20,
  indoorPressure: 1000,
  outdoorTemperature: 20,
  outdoorPressure: 1000,
  outdoorFilm: null,
  radiation: 0,
  rain: 0,
  facade: 0,
  ventilation: 0,
  leak: 0,
};
const NOWHERE = { rain: -1, ventilated: -1, leak: -1, leakInward: -1 };

function meshFor(material: Partial<Material>, thicknesses: number[], refinement: number): Mesh {
  const file = coldWall({
    materials: {
      m: {
        name: 'M',
        conductivity: 1,
        density: 1000,
        specificHeat: 1000,
        vapor: { mu: 10 },
        ...material,
      },
    },
    layers: thicknesses.map((thickness, i) => sheet(`L${i}`, 'm', thickness)),
  });
  return meshOf(resolveWall(file), refinement);
}

function solverFor(mesh: Mesh, films: Films, temperature: number, humidity: number, step = 60) {
  return new HygroSolver(
    mesh,
    films,
    NOWHERE,
    {
      temperature: new Float64Array(mesh.nodes).fill(temperature),
      humidity: new Float64Array(mesh.nodes).fill(humidity),
    },
    step,
  );
}

function at(mesh: Mesh, values: Float64Array, x: number): number {
  const i = Math.max(
    1,
    mesh.depth.findIndex((depth) => depth >= x - 1e-12),
  );
  const t = (x - mesh.depth[i - 1]!) / (mesh.depth[i]! - mesh.depth[i - 1]!);
  return values[i - 1]! + t * (values[i]! - values[i - 1]!);
}

const film = (heat: number, vapor = 0) => ({ heat, vapor });

describe('analytic solutions', () => {
  test('conduction behind a film', () => {
    const { input, expected, tolerance } = transientCase<
      {
        conductivity: number;
        heatCapacity: number;
        thickness: number;
        film: number;
        initial: number;
        air: number;
      },
      { hour: number[]; x: number[]; temperature: number[][] },
      { temperature: number }
    >('conduction-film');
    const mesh = meshFor(
      { conductivity: input.conductivity, specificHeat: input.heatCapacity / 1000 },
      [input.thickness],
      2,
    );
    const solver = solverFor(
      mesh,
      { indoor: film(0), outdoor: film(input.film) },
      input.initial,
      0.5,
    );
    let hour = 0;
    expected.hour.forEach((until, n) => {
      for (; hour < until; hour++)
        expect(solver.hour({ ...STILL, outdoorTemperature: input.air })).toBe(true);
      expected.x.forEach((x, k) =>
        expect(
          Math.abs(at(mesh, solver.temperature, x) - expected.temperature[n]![k]!),
        ).toBeLessThan(tolerance.temperature),
      );
    });
  });

  test('conduction between faces that are held', () => {
    const { input, expected, tolerance } = transientCase<
      {
        conductivity: number;
        heatCapacity: number;
        thickness: number;
        faces: [number, number];
        initial: number;
      },
      { hour: number[]; x: number[]; temperature: number[][] },
      { temperature: number }
    >('conduction-faces');
    const mesh = meshFor(
      { conductivity: input.conductivity, specificHeat: input.heatCapacity / 1000 },
      [input.thickness],
      2,
    );
    const solver = solverFor(mesh, { indoor: film(1e6), outdoor: film(1e6) }, input.initial, 0.5);
    let hour = 0;
    expected.hour.forEach((until, n) => {
      for (; hour < until; hour++)
        solver.hour({
          ...STILL,
          indoorTemperature: input.faces[0],
          outdoorTemperature: input.faces[1],
        });
      expected.x.forEach((x, k) =>
        expect(
          Math.abs(at(mesh, solver.temperature, x) - expected.temperature[n]![k]!),
        ).toBeLessThan(tolerance.temperature),
      );
    });
  });

  test('a daily swing through three layers', () => {
    const { input, expected, tolerance } = transientCase<
      {
        layers: { thickness: number; conductivity: number; heatCapacity: number }[];
        films: { indoor: number; outdoor: number };
        indoor: number;
        outdoorMean: number;
        outdoorSwing: number;
        period: number;
      },
      { meanInnerSurface: number; innerSurfaceSwing: number; lagHours: number },
      { meanInnerSurface: number; innerSurfaceSwing: { relative: number }; lagHours: number }
    >('conduction-periodic');
    const materials: Record<string, Material> = {};
    const layers = input.layers.map((layer, i) => {
      materials[`m${i}`] = {
        name: 'M',
        conductivity: layer.conductivity,
        density: 1000,
        specificHeat: layer.heatCapacity / 1000,
        vapor: { mu: 10 },
      };
      return sheet(`L${i}`, `m${i}`, layer.thickness);
    });
    const mesh = meshOf(resolveWall(coldWall({ materials, layers })));
    const solver = solverFor(
      mesh,
      { indoor: film(input.films.indoor), outdoor: film(input.films.outdoor) },
      10,
      0.5,
      300,
    );
    const swing = (t: number) =>
      input.outdoorMean + input.outdoorSwing * Math.cos((2 * Math.PI * t) / input.period);
    let mean = 0;
    let cos = 0;
    let sin = 0;
    const days = 30;
    const parts = 12;
    for (let n = 0; n < days * 24 * parts; n++) {
      const t = (n + 1) / parts;
      solver.hour(
        { ...STILL, indoorTemperature: input.indoor, outdoorTemperature: swing(t) },
        3600 / parts,
      );
      if (n < (days - 1) * 24 * parts) continue;
      const surface = solver.temperature[0]! / (24 * parts);
      mean += surface;
      cos += 2 * surface * Math.cos((2 * Math.PI * t) / 24);
      sin += 2 * surface * Math.sin((2 * Math.PI * t) / 24);
    }
    const amplitude = Math.hypot(cos, sin);
    const lag = ((Math.atan2(sin, cos) / (2 * Math.PI)) * 24 + 24) % 24;
    expect(Math.abs(mean - expected.meanInnerSurface)).toBeLessThan(tolerance.meanInnerSurface);
    expect(Math.abs(amplitude / expected.innerSurfaceSwing - 1)).toBeLessThan(
      tolerance.innerSurfaceSwing.relative,
    );
    expect(Math.abs(lag - expected.lagHours)).toBeLessThan(tolerance.lagHours);
  });

  test('a step of vapor into a layer that stores it', () => {
    const { input, expected, tolerance } = transientCase<
      {
        thickness: number;
        mu: number;
        sorptionSlope: number;
        vaporFilm: number;
        temperature: number;
        initial: number;
        air: number;
      },
      { hour: number[]; x: number[]; rh: number[][] },
      { rh: number }
    >('vapor-step');
    const mesh = meshFor(
      {
        specificHeat: 1e9,
        sorption: [
          [0, 0],
          [1, input.sorptionSlope],
        ],
        vapor: { mu: input.mu },
      },
      [input.thickness],
      2,
    );
    const solver = solverFor(
      mesh,
      { indoor: film(1e6), outdoor: film(1e6, input.vaporFilm) },
      input.temperature,
      input.initial,
      600,
    );
    const air = { ...STILL, outdoorPressure: input.air * saturationPressure(input.temperature) };
    let hour = 0;
    expected.hour.forEach((until, n) => {
      for (; hour < until; hour++) solver.hour(air);
      expected.x.forEach((x, k) =>
        expect(Math.abs(at(mesh, solver.humidity, x) - expected.rh[n]![k]!)).toBeLessThan(
          tolerance.rh,
        ),
      );
    });
  });
});

test('moving water carries heat: a steady flow of liquid bends the temperatures between two faces', () => {
  const [thickness, conductivity, diffusivity, content] = [0.3, 0.05, 1e-6, 100];
  const mesh = meshFor(
    {
      conductivity,
      density: 50,
      // No vapor to speak of passes: what comes in as vapor at one face moves through as liquid.
      vapor: { mu: 1e7 },
      sorption: [
        [0, 0],
        [1, content],
      ],
      liquid: { diffusivity: [[0, diffusivity]] },
    },
    [thickness],
    2,
  );
  const through = (warm: number, cold: number) => {
    const films = { indoor: film(50, 2e-8), outdoor: film(50, 2e-8) };
    const solver = solverFor(mesh, films, 20, 0.6, 3600);
    const air: Hour = {
      ...STILL,
      indoorTemperature: warm,
      outdoorTemperature: cold,
      indoorPressure: 0.9 * saturationPressure(warm),
      outdoorPressure: 0.3 * saturationPressure(cold),
    };
    for (let hour = 0; hour < 800; hour++) expect(solver.hour(air)).toBe(true);
    const { temperature, humidity } = solver;
    const last = mesh.nodes - 1;
    const flow = (diffusivity * content * (humidity[0]! - humidity[last]!)) / thickness;
    // Péclet's number: heat carried by the water against heat conducted, c of water 4180 J/(kg·K).
    const peclet = (4180 * flow * thickness) / conductivity;
    const places = [0.25, 0.5, 0.75];
    const at0 = temperature[0]!;
    const span = temperature[last]! - at0;
    return {
      peclet,
      found: places.map((x) => (at(mesh, temperature, x * thickness) - at0) / span),
      // λ T'' = c g T': Bird, Stewart, Lightfoot, Transport Phenomena, transpiration cooling.
      exact: places.map((x) => Math.expm1(peclet * x) / Math.expm1(peclet)),
    };
  };
  // With the heat, and against it.
  for (const [warm, cold] of [
    [32, 12],
    [26, 38],
  ] as const) {
    const { peclet, found, exact } = through(warm, cold);
    expect(peclet).toBeGreaterThan(0.2);
    found.forEach((value, n) => expect(Math.abs(value - exact[n]!)).toBeLessThan(0.002));
    // Far from a straight line, which it would be without that heat.
    expect(Math.abs(found[1]! - 0.5)).toBeGreaterThan(0.02);
  }
});

/** RH from 0 to 1, dense where water contents climb. */
const HUMIDITIES = Array.from({ length: 601 }, (_, i) => 1 - (1 - i / 600) ** 3);

describe('published benchmarks', () => {
  test('a layer dries by liquid diffusion', () => {
    const { input, expected, tolerance } = transientCase<
      {
        thickness: number;
        diffusivity: number;
        sorption: { wf: number; c: number; e: number };
        initial: number;
        faces: [number, number];
        temperature: number;
        vaporPermeability: number;
        vaporFilm: number;
      },
      { hour: number[]; x: number[]; waterContent: number[][]; mean: number[] },
      { waterContent: number; mean: number }
    >('drying-layer');
    const { wf, c, e } = input.sorption;
    const sorption: Table = HUMIDITIES.map((phi) => [
      phi,
      phi > 0 ? wf / (1 - Math.log(phi) / c) ** e : 0,
    ]);
    const mesh = meshFor(
      {
        specificHeat: 1e9,
        sorption,
        vapor: { mu: 2e-10 / input.vaporPermeability },
        liquid: { diffusivity: [[0, input.diffusivity]] },
      },
      [input.thickness],
      4,
    );
    const vapor = film(1e6, input.vaporFilm);
    const solver = solverFor(
      mesh,
      { indoor: vapor, outdoor: vapor },
      input.temperature,
      input.initial,
      900,
    );
    const saturation = saturationPressure(input.temperature);
    const air = {
      ...STILL,
      indoorPressure: input.faces[0] * saturation,
      outdoorPressure: input.faces[1] * saturation,
      outdoorFilm: null,
    };
    const content = () => solver.humidity.map((phi) => wf / (1 - Math.log(phi) / c) ** e);
    let hour = 0;
    expected.hour.forEach((until, n) => {
      for (; hour < until; hour++) expect(solver.hour(air)).toBe(true);
      expected.x.forEach((x, k) =>
        expect(Math.abs(at(mesh, content(), x) - expected.waterContent[n]![k]!)).toBeLessThan(
          tolerance.waterContent,
        ),
      );
      expect(Math.abs(solver.stored().water / input.thickness - expected.mean[n]!)).toBeLessThan(
        tolerance.mean,
      );
    });
  });

  test('moisture uptake of a massive material', () => {
    const { input, expected, tolerance } = transientCase<
      {
        initial: { temperature: number; relativeHumidity: number };
        surface: { temperature: number; relativeHumidity: number };
        heatCapacity: number;
      },
      { x: number[]; day: number[]; temperature: number[][]; waterContent: number[][] },
      { temperature: number; waterContent: number; waterContentNearFront: number }
    >('after-en15026');
    const T = 298.15;
    const suction = (phi: number) => -1000 * 461.5 * T * Math.log(phi);
    const content = (phi: number) =>
      phi > 0 ? 146 / (1 + (8e-8 * suction(phi)) ** 1.6) ** 0.375 : 0;
    const conductance = (w: number) => {
      const y = w - 73;
      return Math.exp(
        -39.2619 +
          0.0704 * y -
          1.742e-4 * y ** 2 -
          2.7953e-6 * y ** 3 -
          1.1566e-7 * y ** 4 +
          2.5969e-9 * y ** 5,
      );
    };
    const sorption: Table = HUMIDITIES.map((phi) => [phi, content(phi)]);
    const diffusivity: Table = [];
    for (let i = 1; i < HUMIDITIES.length - 1; i++) {
      const [low, high] = [HUMIDITIES[i - 1]!, HUMIDITIES[i + 1]!];
      if (low < 0.3) continue;
      const w = content(HUMIDITIES[i]!);
      const steep =
        (suction(low) - suction(Math.min(high, 0.9999))) /
        (content(Math.min(high, 0.9999)) - content(low));
      if (diffusivity.length === 0 || w > diffusivity.at(-1)![0])
        diffusivity.push([w, conductance(w) * steep]);
    }
    const muTable: Table = HUMIDITIES.filter((_, i) => i % 2 === 0).map((phi) => {
      const s = 1 - content(phi) / 146;
      const permeability = ((0.018 / (8.314 * T)) * (26.1e-6 / 200) * s) / (0.503 * s * s + 0.497);
      return [phi, Math.min(1e6, 2e-10 / permeability)];
    });
    const thicknesses = [
      ...Array<number>(10).fill(0.01),
      ...Array<number>(8).fill(0.05),
      0.5,
      1,
      3,
      10,
      45,
    ];
    const mesh = meshFor(
      {
        conductivity: 1.5,
        conductivityPerWater: 0.0158,
        specificHeat: input.heatCapacity / 1000,
        sorption,
        vapor: { muTable },
        liquid: { diffusivity },
      },
      thicknesses,
      1,
    );
    const solver = solverFor(
      mesh,
      { indoor: film(1e6, 1e-3), outdoor: film(0) },
      input.initial.temperature,
      input.initial.relativeHumidity,
      3600,
    );
    const { temperature, relativeHumidity } = input.surface;
    const air = {
      ...STILL,
      indoorTemperature: temperature,
      indoorPressure: relativeHumidity * saturationPressure(temperature),
    };
    let hour = 0;
    expected.day.forEach((day, n) => {
      for (; hour < day * 24; hour++) expect(solver.hour(air)).toBe(true);
      const profile = expected.waterContent[n]!;
      expected.x.forEach((x, k) => {
        expect(
          Math.abs(at(mesh, solver.temperature, x) - expected.temperature[n]![k]!),
        ).toBeLessThan(tolerance.temperature);
        const steep = Math.max(
          Math.abs(profile[k]! - (profile[k - 1] ?? profile[k]!)),
          Math.abs(profile[k]! - (profile[k + 1] ?? profile[k]!)),
        );
        const limit = steep > 10 ? tolerance.waterContentNearFront : tolerance.waterContent;
        const w = content(Math.min(0.999999, at(mesh, solver.humidity, x)));
        expect(Math.abs(w - profile[k]!)).toBeLessThan(limit);
      });
    });
  });
});

interface MoldExpected {
  day: number[];
  index: Record<string, number[]>;
  verySensitiveByK3: Record<string, number[]>;
  verySensitiveFirst48: number[];
}

describe('mold index', () => {
  const TWO_PI = 2 * Math.PI;
  const SERIES: Record<string, (n: number, m: number) => [number, number]> = {
    constant: () => [20, 0.9],
    'constant-97': () => [24, 0.97],
    'daily-cycle': (_, m) => [
      15 + 6 * Math.cos((TWO_PI * (m - 15)) / 24),
      0.87 - 0.1 * Math.cos((TWO_PI * (m - 15)) / 24),
    ],
    'dry-spells': (n) => [22, n % 336 < 240 ? 0.96 : 0.6],
    'short-dry': (n) => [18, n % 38 < 30 ? 0.95 : 0.7],
    cold: (_, m) => [2 + 5 * Math.sin((TWO_PI * m) / 240), 0.97],
    'wet-then-dry': (n) => [22, n < 2160 ? 0.97 : 0.5],
    'near-critical': (_, m) => [
      12 + 10 * Math.sin((TWO_PI * m) / 1000),
      0.84 + 0.06 * Math.sin((TWO_PI * m) / 777),
    ],
  };

  test.each(Object.entries(SERIES))('%s', (name, series) => {
    const { input, expected, tolerance } = transientCase<
      { hours: number },
      MoldExpected,
      { index: number; first48: number }
    >(`mold-${name}`);
    for (const moldClass of MOLD_CLASSES) {
      const mold = new MoldIndex(moldClass);
      for (let n = 0; n < input.hours; n++) {
        const [temperature, rh] = series(n, n + 0.5);
        mold.hour(temperature, rh);
        if (moldClass === 'very-sensitive' && n < 48)
          expect(Math.abs(mold.index - expected.verySensitiveFirst48[n]!)).toBeLessThan(
            tolerance.first48,
          );
        const day = expected.day.indexOf((n + 1) / 24);
        if (day >= 0)
          expect(Math.abs(mold.index - expected.index[moldClass]![day]!)).toBeLessThan(
            tolerance.index,
          );
      }
    }
    for (const [k3, values] of Object.entries(expected.verySensitiveByK3)) {
      const mold = new MoldIndex('very-sensitive', Number(k3));
      for (let n = 0; n < input.hours; n++) mold.hour(...series(n, n + 0.5));
      expect(Math.abs(mold.index - values.at(-1)!)).toBeLessThan(tolerance.index);
    }
  });

  test('a simulated wall’s series', () => {
    const { input, expected, tolerance } = transientCase<
      { hours: number; every: number; temperature: number[]; rh: number[] },
      MoldExpected,
      { index: number }
    >('mold-wall-north-base-rain');
    for (const moldClass of MOLD_CLASSES) {
      const mold = new MoldIndex(moldClass);
      for (let n = 0; n < input.hours; n++) {
        const i = Math.floor(n / input.every);
        const t = (n % input.every) / input.every;
        const read = (values: number[]) => values[i]! + t * (values[i + 1]! - values[i]!);
        mold.hour(read(input.temperature), read(input.rh));
        const day = expected.day.indexOf((n + 1) / 24);
        if (day >= 0)
          expect(Math.abs(mold.index - expected.index[moldClass]![day]!)).toBeLessThan(
            tolerance.index,
          );
      }
    }
  });
});

test('the closed climates, hour by hour and summed', () => {
  const { input, expected, tolerance } = transientCase<
    Record<string, FormulaClimate>,
    Record<string, Record<string, number[]> & { sumOfFirst8760: Record<string, number> }>,
    { value: number; sum: number }
  >('climate-check');
  for (const [key, values] of Object.entries(expected)) {
    const [id, side] = key.split('/') as [string, 'north' | 'south'];
    const climate = input[id]!;
    const { hour, sumOfFirst8760, ...columns } = values;
    hour!.forEach((h, n) => {
      const now = formulaHour(climate, side, h) as unknown as Record<string, number>;
      for (const [name, list] of Object.entries(columns))
        expect(Math.abs(now[name]! - list[n]!)).toBeLessThan(tolerance.value);
    });
    for (const [name, sum] of Object.entries(sumOfFirst8760)) {
      let total = 0;
      for (let h = 0; h < 8760; h++)
        total += (formulaHour(climate, side, h) as unknown as Record<string, number>)[name]!;
      expect(Math.abs(total - sum)).toBeLessThan(tolerance.sum);
    }
  }
});

const simulationOf = (wall: WallFile, transient: Transient): SimulationFile => ({
  format: 'eldrun-simulation',
  version: 1,
  wall,
  transient,
});

describe('conservation', () => {
  const { input } = transientCase<{ wall: WallFile; transient: Transient }, object, object>(
    'wall-north-base',
  );
  test('on random walls heat and water balance, from any start', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            mu: fc.double({ min: 1, max: 500, noNaN: true }),
            w: fc.double({ min: 1, max: 300, noNaN: true }),
            lambda: fc.double({ min: 0.03, max: 1, noNaN: true }),
            d: fc.double({ min: 0.004, max: 0.2, noNaN: true }),
          }),
          { minLength: 1, maxLength: 4 },
        ),
        fc.double({ min: 0.1, max: 1, noNaN: true }),
        fc.boolean(),
        (layers, humidity, rains) => {
          const materials: Record<string, Material> = {};
          const wall = coldWall({
            materials,
            layers: layers.map(({ mu, w, lambda, d }, i) => {
              materials[`m${i}`] = {
                name: 'M',
                conductivity: lambda,
                density: 300,
                specificHeat: 1000,
                vapor: { mu },
                sorption: [
                  [0, 0],
                  [0.6, w / 5],
                  [0.95, w / 2],
                  [1, w],
                ],
              };
              return sheet(`L${i}`, `m${i}`, d);
            }),
          });
          const { result } = simulate(
            simulationOf(wall, {
              ...input.transient,
              hours: 400,
              watch: 'L0',
              cavity: undefined,
              initial: { temperature: 10, relativeHumidity: humidity },
              ...(rains ? { rain: { layer: 'L0', face: 'outer', share: 0.05 } } : {}),
            }),
          );
          expect(result.problem).toBeNull();
          expect(Math.abs(result.balance.heat)).toBeLessThan(1e-4);
          expect(Math.abs(result.balance.moisture)).toBeLessThan(1e-4);
        },
      ),
      { numRuns: 25 },
    );
  });

  test('a run that is stopped keeps what was computed', () => {
    const steps = simulationSteps(simulationOf(input.wall, input.transient));
    steps.next();
    steps.next();
    const { value, done } = steps.next(true);
    expect(done).toBe(true);
    const run = value as ReturnType<typeof simulate>;
    expect(run.result.hours).toBe(336);
    expect(run.result.problem).toMatch(/Stopped after 336 of 17520/);
    expect(run.course.hour.at(-1)).toBe(336);
    expect(run.field.days).toBe(14);
  });

  test('a layer that is not there, and a cavity that is no air, are refused with their field', () => {
    const run = (change: object) => () =>
      simulate(simulationOf(input.wall, { ...input.transient, hours: 24, ...change }));
    expect(run({ watch: 'nothing' })).toThrow(/transient\.watch: there is no layer/);
    expect(run({ cavity: { layer: 'batt', airChangesPerHour: 5 } })).toThrow(
      /cavity\.layer.*not an air layer/,
    );
    expect(run({ leak: { layer: 'x', face: 'inner', flow: 1e-5 } })).toThrow(
      /transient\.leak\.layer/,
    );
  });
});
