import { describe, expect, test } from '@jest/globals';
import fc from '../property.ts';
import {
  airSpaceResistance,
  interfaceTemperatures,
  pathResistances,
  resistancesAt,
} from '@eldrun/core/steady-heat';
import { assess } from '@eldrun/core/assessment';
import { resolveWall, type Layer, type WallFile } from '@eldrun/core/build-up';
import { coldWall, framed, sheet, withLayer } from '../walls.ts';

const thermal = (wall: WallFile) => assess(wall).thermal;

describe('air spaces', () => {
  // EN ISO 6946:2017, Table 8, horizontal heat flow, high emissivities: published to two decimals.
  test.each([
    [0.005, 0.11],
    [0.007, 0.13],
    [0.01, 0.15],
    [0.015, 0.17],
    [0.025, 0.18],
    [0.05, 0.18],
  ])('%d m', (thickness, published) => {
    expect(airSpaceResistance(thickness, [0.9, 0.9])).toBeCloseTo(published, 2);
  });

  test('zero thickness is refused', () => {
    expect(() => airSpaceResistance(0, [0.9, 0.9])).toThrow(/above 0/);
  });
});

test('members of one frame are nested: a narrow one stands behind the wider', () => {
  // Two layers of one frame, shares 0.1 and 0.3, by hand: three paths.
  const wall = coldWall({
    layers: [
      framed('a', 0.04, 'mineral-wool-batt', { width: 0.04, spacing: 0.4 }, 'main'),
      framed('b', 0.1, 'mineral-wool-batt', { width: 0.12, spacing: 0.4 }, 'main'),
    ],
  });
  const [woolA, woolB, woodA, woodB] = [0.04 / 0.034, 0.1 / 0.034, 0.04 / 0.12, 0.1 / 0.12];
  const films = 0.15;
  const u =
    0.1 / (films + woodA + woodB) + 0.2 / (films + woolA + woodB) + 0.7 / (films + woolA + woolB);
  expect(thermal(wall).parallelPath.u).toBeCloseTo(u, 12);
  expect(thermal(wall).framePath.r).toBeCloseTo(films + woodA + woodB, 12);
});

test('different frames combine as independent', () => {
  const wall = coldWall({
    layers: [
      framed('a', 0.04, 'mineral-wool-batt', { width: 0.04, spacing: 0.4 }, 'service'),
      framed('b', 0.1, 'mineral-wool-batt', { width: 0.12, spacing: 0.4 }, 'main'),
    ],
  });
  const [woolA, woolB, woodA, woodB] = [0.04 / 0.034, 0.1 / 0.034, 0.04 / 0.12, 0.1 / 0.12];
  const u =
    (0.1 * 0.3) / (0.15 + woodA + woodB) +
    (0.1 * 0.7) / (0.15 + woodA + woolB) +
    (0.9 * 0.3) / (0.15 + woolA + woodB) +
    (0.9 * 0.7) / (0.15 + woolA + woolB);
  expect(thermal(wall).parallelPath.u).toBeCloseTo(u, 12);
});

test('an open gap takes what is outside it out, whatever that is', () => {
  const wall = coldWall();
  const heavier = withLayer(wall, 'lap', { material: 'xps', thickness: 0.1 });
  expect(thermal(heavier).effective).toEqual(thermal(wall).effective);
  expect(thermal(wall).layers.map(({ id }) => id)).not.toContain('lap');
});

test('a slightly ventilated gap lies between the still and the open one, and meets both', () => {
  const withArea = (openingArea: number) =>
    thermal(
      withLayer(coldWall(), 'gap', { fill: { air: { ventilation: 'slight', openingArea } } }),
    );
  const still = thermal(withLayer(coldWall(), 'gap', { fill: { air: { ventilation: 'still' } } }));
  const open = thermal(coldWall());
  expect(withArea(500).combined.r).toBeCloseTo(still.combined.r, 12);
  expect(withArea(1500).parallelPath.r).toBeCloseTo(open.parallelPath.r, 12);
  expect(withArea(900).cavityPath.r).toBeCloseTo(
    0.6 * still.cavityPath.r + 0.4 * open.cavityPath.r,
    12,
  );
});

test('without a frame the frame path is the cavity path', () => {
  const wall = coldWall({ layers: [sheet('a', 'osb', 0.02), sheet('b', 'xps', 0.1)] });
  const found = thermal(wall);
  expect(found.framePath).toEqual(found.cavityPath);
  expect(found.parallelPath.r).toBeCloseTo(found.cavityPath.r, 12);
});

test('conductivity is taken where the layer’s mean temperature settles', () => {
  const wall = resolveWall(withLayer(coldWall(), 'board', { material: 'polyiso-foil-faced' }));
  const air = { ...wall.design, indoorTemperature: 21, outdoorTemperature: -5 };
  const { fill } = resistancesAt(wall, 21, -5);
  const faces = interfaceTemperatures(wall, fill, air);
  const mean = (faces[4]! + faces[5]!) / 2;
  const [t0, k0] = [-10, 0.031];
  const [t1, k1] = [4.4, 0.027];
  expect(mean).toBeGreaterThan(t0);
  expect(mean).toBeLessThan(t1);
  expect(0.0381 / fill[4]!).toBeCloseTo(k0 + ((k1 - k0) * (mean - t0)) / (t1 - t0), 8);
});

test('a table too steep to settle is an error, not a number', () => {
  const wall = coldWall({
    materials: {
      cliff: {
        name: 'Cliff',
        conductivityTable: [
          [-3, 1e-4],
          [-2.99999, 1e3],
        ],
        vapor: { mu: 1 },
      },
    },
    layers: [sheet('a', 'xps', 0.05), sheet('b', 'cliff', 0.1), sheet('c', 'xps', 0.02)],
  });
  expect(() => thermal(wall)).toThrow(/so steep/);
});

describe('properties of any wall', () => {
  const thickness = fc.double({ min: 0.002, max: 0.3, noNaN: true });
  const anyLayer = fc.record({
    kind: fc.constantFrom('sheet', 'framed'),
    material: fc.constantFrom(
      'osb',
      'mineral-wool-batt',
      'xps',
      'gypsum-board',
      'polyiso-foil-faced',
    ),
    thickness,
    frame: fc.constantFrom('main', 'service'),
    share: fc.double({ min: 0.02, max: 0.5, noNaN: true }),
  });
  const anyWall = fc.array(anyLayer, { minLength: 1, maxLength: 8 }).map((layers) =>
    coldWall({
      layers: layers.map((layer, i): Layer =>
        layer.kind === 'sheet'
          ? sheet(`L${i}`, layer.material, layer.thickness)
          : framed(
              `L${i}`,
              layer.thickness,
              layer.material,
              { width: 0.5 * layer.share, spacing: 0.5 },
              layer.frame,
            ),
      ),
    }),
  );

  test('isothermal planes never exceed parallel path, both lie between frame and best path', () => {
    fc.assert(
      fc.property(anyWall, (wall) => {
        const found = thermal(wall);
        expect(found.isothermalPlanes.r).toBeLessThanOrEqual(found.parallelPath.r * (1 + 1e-12));
        expect(found.combined.r * 2).toBeCloseTo(
          found.isothermalPlanes.r + found.parallelPath.r,
          9,
        );
      }),
    );
  });

  test('more insulation never lowers R', () => {
    fc.assert(
      fc.property(anyWall, thickness, (wall, more) => {
        const thicker = {
          ...wall,
          layers: [...wall.layers, sheet('more', 'mineral-wool-board-rigid', more)],
        };
        expect(assess(thicker).thermal.effective.r).toBeGreaterThan(
          assess(wall).thermal.effective.r,
        );
      }),
    );
  });

  test('heat in is heat out: the same flux crosses every layer of a path', () => {
    fc.assert(
      fc.property(anyWall, (file) => {
        const wall = resolveWall(file);
        for (const path of ['cavity', 'member'] as const) {
          const resistances = pathResistances(wall, path, wall.design);
          const faces = interfaceTemperatures(wall, resistances, wall.design);
          const into = (wall.design.indoorTemperature - faces[0]!) / wall.innerFilm;
          const out = (faces.at(-1)! - wall.design.outdoorTemperature) / wall.outerFilm;
          expect(out).toBeCloseTo(into, 9);
          resistances.forEach((r, i) =>
            expect((faces[i]! - faces[i + 1]!) / r).toBeCloseTo(into, 8),
          );
        }
      }),
    );
  });
});
