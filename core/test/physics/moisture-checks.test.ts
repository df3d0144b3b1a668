import { describe, expect, test } from '@jest/globals';
import fc from '../property.ts';
import {
  ASSUMED_LEAK,
  componentLeak,
  condensingPlaneIndex,
  dryingOf,
  hoursAtRisk,
  innerPlaneOf,
  leakCondensation,
  leakAtFifty,
  monthlyBalance,
  outsideShare,
  safeHumidities,
  wallPressure,
  windPressure,
  sheathingMoisture,
  sunDrivenOf,
} from '@eldrun/core/steady-moisture';
import { assessLayers } from '@eldrun/core/assessment';
import { CLIMATES, dewPoint, saturationPressure } from '@eldrun/core/climate';
import { PERM } from '@eldrun/core/units';
import { resolveWall, type WallFile } from '@eldrun/core/build-up';
import { coldWall, framed, sheet, withLayer, without } from '../walls.ts';

const resolved = (file: WallFile = coldWall()) => resolveWall(file);
const humid = (relativeHumidity: number): Partial<WallFile> => ({
  indoor: { temperature: 21, humidity: { kind: 'fixed', relativeHumidity } },
});
const paintOnly = without(coldWall(), 'board');

describe('hours at risk', () => {
  const hours = (file: WallFile) => hoursAtRisk(resolved(file))!.reduce((sum, h) => sum + h, 0);

  test('a month whose mean lies at the limit is at risk for half its hours', () => {
    const share = outsideShare(resolved(), resolved().months[0]!)!.actual;
    // The humidity at which the plane's mean of January is the dew point.
    const plane = -9.5 + share * 30.5;
    const rh = saturationPressure(plane) / saturationPressure(21);
    expect(hoursAtRisk(resolved(coldWall(humid(rh))))![0]).toBeCloseTo((31 * 24) / 2, 6);
  });

  test('more at more humidity, fewer with more outside, none without vapor', () => {
    expect(hours(coldWall(humid(0.5)))).toBeGreaterThan(hours(coldWall(humid(0.3))));
    expect(hours(withLayer(coldWall(), 'board', { thickness: 0.1 }))).toBeLessThan(
      hours(coldWall()),
    );
    expect(hours(coldWall(humid(0.01)))).toBeLessThan(0.1);
    expect(hours(coldWall())).toBeLessThan(8760);
  });

  test('a climate without daily ranges is taken at a usual one', () => {
    const { temperature, relativeHumidity } = CLIMATES['cold-humid']!.monthly;
    const own = {
      monthly: { temperature: [...temperature], relativeHumidity: [...relativeHumidity] },
      designTemperature: -23,
    };
    const ratio = hours(coldWall({ outdoor: own })) / hours(coldWall());
    expect(Math.abs(ratio - 1)).toBeLessThan(0.03);
  });
});

describe('safe humidity', () => {
  test('puts the plane at the dew point, month by month', () => {
    const wall = resolved();
    safeHumidities(wall)!.forEach((safe, m) => {
      if (safe === 1) return;
      const { condensingPlane } = assessLayers(coldWall(humid(safe))).moisture;
      expect(condensingPlane!.margin[m]).toBeCloseTo(0, 9);
    });
  });
});

describe('air leaks', () => {
  test('what is stated at 4 Pa goes up to 50 by the power law, and stack drives it', () => {
    expect(leakAtFifty({ flow: 1e-3, pressure: 50 })).toBeCloseTo(3.6, 12);
    expect(leakAtFifty({ flow: 1e-3, pressure: 4 })).toBeCloseTo(3.6 * (50 / 4) ** 0.65, 12);
    expect(leakAtFifty(undefined)).toBe(3);
    // About 4e-6 at 19 K, and inward where it is warmer outdoors.
    const leak = (q50: number, outdoor: number, fans = 0) =>
      componentLeak(q50, wallPressure(21, outdoor, fans));
    expect(leak(3, 2)).toBeCloseTo(3.7e-6, 7);
    expect(leak(9, 2)).toBeCloseTo(3 * leak(3, 2), 15);
    expect(leak(3, 40)).toBeCloseTo(-leak(3, 2), 15);
    expect(wallPressure(21, 2, -2)).toBeCloseTo(wallPressure(21, 2) - 2, 12);
  });

  test('the wind presses inward on the side it comes from, outward on the others', () => {
    // ½·1.2·(0.42·5)²·(−0.2 − C), C 0.6, −0.65 and −0.3.
    expect(windPressure(5, 1)).toBeCloseTo(2.646 * -0.8, 9);
    expect(windPressure(5, 0)).toBeCloseTo(2.646 * 0.45, 9);
    expect(windPressure(5, -1)).toBeCloseTo(2.646 * 0.1, 9);
  });

  test('leaves what the air carries above saturation at the plane', () => {
    const wall = resolved(paintOnly);
    const january = leakCondensation(wall, ASSUMED_LEAK)![0]!;
    const plane = assessLayers(paintOnly).moisture.condensingPlane!.temperature[0]!;
    const density = (p: number) => p / (461.5 * 294.15);
    const excess = density(0.35 * saturationPressure(21)) - density(saturationPressure(plane));
    const flow = componentLeak(3, wallPressure(21, wall.months[0]!.outdoorTemperature));
    expect(january).toBeCloseTo(flow * excess * 31 * 86_400, 9);
    expect(leakCondensation(wall, ASSUMED_LEAK)![6]).toBe(0);
  });
});

describe('drying', () => {
  test('adds the layers on each side while they are damp', () => {
    const wall = resolved();
    const { inward, outward } = dryingOf(wall).find(({ layer }) => layer.id === 'osb')!;
    // Mineral wool board, membrane: vapor-open. Gypsum and batt inside: open too.
    expect(outward.class).toBe('open');
    expect(inward.class).toBe('open');
    expect(outward.permeance / PERM).toBeGreaterThan(10);
    const foam = resolved(withLayer(coldWall(), 'board', { material: 'polyiso-foil-faced' }));
    const shut = dryingOf(foam).find(({ layer }) => layer.id === 'osb')!;
    expect(shut.outward).toMatchObject({ class: 'I', tightest: { id: 'board' } });
    expect(shut.inward).toEqual(inward);
  });

  test('a layer at a surface dries freely', () => {
    const bare = resolved(coldWall({ layers: [sheet('osb', 'osb', 0.0111)] }));
    const [osb] = dryingOf(bare);
    expect(osb!.inward).toEqual({ permeance: Infinity, class: 'open', tightest: null });
  });

  test('studs count as wood, steel studs do not', () => {
    expect(dryingOf(resolved()).map(({ layer }) => layer.id)).toContain('studs');
    const steel = framed('studs', 0.15, 'mineral-wool-batt', { width: 0.038, spacing: 0.4064 });
    const file = coldWall({
      layers: [{ ...steel, member: { ...steel.member, material: 'steel' } }],
    });
    expect(dryingOf(resolved(file))).toEqual([]);
  });
});

describe('moisture of wood panels', () => {
  test('by the sorption curve where nothing condenses', () => {
    const [osb] = sheathingMoisture(resolved(coldWall(humid(0.2))));
    expect(osb!.content.every((c) => c > 0.04 && c < 0.2)).toBe(true);
    osb!.humidity.forEach((rh) => expect(rh).toBeLessThanOrEqual(1));
  });

  test('what condenses at its faces is taken up', () => {
    const wall = resolved(withLayer(paintOnly, 'gypsum', { material: 'gypsum-board' }));
    const { planes } = monthlyBalance(wall).monthly;
    const held = planes.find(({ layer }) => layer === 'osb')!.held;
    const [osb] = sheathingMoisture(wall);
    const march = osb!.content[2]! - held[2]! / (0.0111 * osb!.layer.fill!.density!);
    expect(held[2]).toBeGreaterThan(0.1);
    expect(march).toBeGreaterThan(0.05);
    expect(march).toBeLessThan(0.3);
  });
});

describe('cooling climates', () => {
  const hot = (material: string): WallFile => {
    const { layers } = coldWall();
    return coldWall({
      outdoor: { climate: 'hot-humid' },
      indoor: { temperature: 24, humidity: { kind: 'fixed', relativeHumidity: 0.45 } },
      layers: layers.toSpliced(1, 0, sheet('retarder', material, 0.0002)),
    });
  };

  test('the plane is the outer face of what stays tight inside, against the outdoor dew point', () => {
    const wall = resolved(hot('polyethylene-6mil'));
    const plane = innerPlaneOf(wall)!;
    expect(plane).toMatchObject({ layer: { id: 'retarder' }, class: 'I' });
    const july = wall.months[6]!;
    expect(plane.margin[6]).toBeCloseTo(
      plane.temperature[6]! - dewPoint(july.outdoorVaporPressure),
      9,
    );
    expect(plane.margin[6]).toBeLessThan(1);
  });

  test('a variable retarder that opens while damp is no such plane', () => {
    expect(innerPlaneOf(resolved(hot('variable-membrane-high-range')))).toBeNull();
    expect(innerPlaneOf(resolved(coldWall()))).toBeNull();
  });
});

describe('sun on a wet cladding', () => {
  const brick = (ventilation: 'still' | 'open', inner: string): WallFile => {
    const { layers } = without(coldWall(), 'board', 'gap', 'lap');
    return coldWall({
      layers: [
        layers[0]!,
        sheet('inner', inner, 0.00015),
        ...layers.slice(1),
        { id: 'gap', kind: 'air', thickness: 0.025, ventilation },
        sheet('brick', 'brick-veneer', 0.0921),
      ],
    });
  };

  test('drives vapor inward onto an inner barrier, not where a gap is open', () => {
    const driven = sunDrivenOf(resolved(brick('still', 'polyethylene-6mil')))!;
    expect(driven).toMatchObject({ vented: false, month: 5, at: { id: expect.any(String) } });
    expect(driven.claddingTemperature).toBeGreaterThan(22);
    expect(driven.daily).toBeGreaterThan(0.02);
    expect(sunDrivenOf(resolved(brick('open', 'polyethylene-6mil')))).toMatchObject({
      vented: true,
      daily: 0,
    });
  });

  test('a lap siding stores none to speak of', () => {
    expect(sunDrivenOf(resolved())).toBeNull();
  });
});

describe('on random walls', () => {
  test('a warmer plane is never at risk for longer, and never gets more from a leak', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.01, max: 0.2, noNaN: true }),
        fc.double({ min: 0.2, max: 0.7, noNaN: true }),
        fc.constantFrom('cold-humid', 'mixed-humid', 'hot-humid', 'subarctic'),
        (thickness, rh, climate) => {
          const file = withLayer(coldWall({ ...humid(rh), outdoor: { climate } }), 'board', {
            thickness,
          });
          const more = withLayer(file, 'board', { thickness: thickness + 0.02 });
          const [a, b] = [resolved(file), resolved(more)];
          expect(condensingPlaneIndex(a)).not.toBeNull();
          hoursAtRisk(b)!.forEach((h, m) => {
            if (a.months[m]!.outdoorTemperature < 21)
              expect(h).toBeLessThanOrEqual(hoursAtRisk(a)![m]! + 1e-6);
          });
          leakCondensation(b, ASSUMED_LEAK)!.forEach((kg, m) => {
            if (a.months[m]!.outdoorTemperature < 21)
              expect(kg).toBeLessThanOrEqual(leakCondensation(a, ASSUMED_LEAK)![m]! + 1e-12);
          });
        },
      ),
      { numRuns: 60 },
    );
  });
});
