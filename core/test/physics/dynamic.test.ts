import { describe, expect, test } from '@jest/globals';
import { evaluate } from '@eldrun/core/evaluation';
import { validateWall } from '@eldrun/core/wall/schema';
import { readReference } from '../reference.ts';
import { coldWall, sheet } from '../walls.ts';

interface DynamicCases {
  cases: {
    name: string;
    wall: object;
    expected: Record<string, number>;
    tolerance: { relative: number };
  }[];
}

describe('the daily swing (EN ISO 13786)', () => {
  test.each(readReference<DynamicCases>('dynamic.json').cases)(
    '$name',
    ({ wall, expected, tolerance }) => {
      const dynamic = { ...evaluate(validateWall(wall)).thermal.dynamic };
      expect(Object.keys(dynamic).sort()).toEqual(Object.keys(expected).sort());
      for (const [key, value] of Object.entries(expected))
        expect(Math.abs(dynamic[key as keyof typeof dynamic]! / value - 1)).toBeLessThanOrEqual(
          tolerance.relative,
        );
    },
  );

  /** Of a wall that is nothing but so much concrete. */
  const concrete = (thickness: number, change: object = {}) =>
    evaluate(
      coldWall({
        layers: [sheet('slab', 'slab', thickness)],
        materials: {
          slab: {
            name: 'Slab',
            conductivity: 1.8,
            density: 2400,
            specificHeat: 1000,
            vapor: { mu: 100 },
            ...change,
          },
        },
      }),
    ).thermal.dynamic;

  test('without storage a wall follows at once', () => {
    const dynamic = concrete(0.002, { density: undefined })!;
    expect(dynamic.decrement).toBeCloseTo(1, 12);
    expect(dynamic.lag).toBeCloseTo(0, 12);
    expect(dynamic.innerCapacity).toBeCloseTo(0, 6);
  });

  test('each penetration depth of a deep wall takes a factor e and an angle of 1', () => {
    const depth = Math.sqrt((1.8 * 86_400) / (Math.PI * 2400 * 1000));
    const [one, two] = [concrete(4 * depth)!, concrete(5 * depth)!];
    expect(one.periodicTransmittance / two.periodicTransmittance).toBeCloseTo(Math.E, 2);
    expect(two.lag - one.lag).toBeCloseTo(24 / (2 * Math.PI), 2);
    expect(one.innerCapacity / two.innerCapacity).toBeCloseTo(1, 1);
  });

  test('says nothing where a layer over 3 mm lacks what it takes', () => {
    expect(concrete(0.1, { specificHeat: undefined })).toBeNull();
    expect(concrete(0.1, { density: undefined })).toBeNull();
  });
});

describe('heat lost in a year', () => {
  test('is U by the days and kelvins of the months in which it is colder outdoors', () => {
    const temperature = [-10, -5, 0, 5, 10, 15, 20, 25, 15, 10, 5, -5];
    const wall = coldWall({
      outdoor: {
        monthly: { temperature, relativeHumidity: Array.from({ length: 12 }, () => 0.7) },
        designTemperature: -20,
      },
    });
    const { energy, thermal } = evaluate(wall);
    // 31·31 + 28·26 + 31·21 + 30·16 + 31·11 + 30·6 + 31·1 + 0 + 30·6 + 31·11 + 30·16 + 31·26
    expect(energy).toBeCloseTo(0.024 * thermal.effective.u * 5179, 9);
  });
});
