import { describe, expect, test } from '@jest/globals';
import fc from '../property.ts';
import {
  backDraft,
  blowerDoor,
  emptyBay,
  freshAir,
  weatherFactor,
  judgedReading,
  judgedStrip,
  simulatedCamera,
  simulatedFan,
  simulatedMeter,
  simulatedStrip,
  TEST_PRESSURES,
  type AirTestInput,
} from '@eldrun/core/instruments';
import { resolveWall } from '@eldrun/core/build-up';
import { coldWall } from '../walls.ts';

/** Ten points of a depressurization, m³/h; expected by the normal equations, solved apart from this program. */
const WORKED: AirTestInput = {
  points: (
    [
      [60.4, 1003],
      [55.1, 948],
      [50.3, 893],
      [45.2, 836],
      [40.1, 776],
      [35.0, 711],
      [30.2, 647],
      [25.1, 573],
      [20.3, 501],
      [15.2, 418],
    ] as const
  ).map(([pressure, flow]) => ({ pressure, flow: flow / 3600 })),
  zero: [0.8, 1.0],
  direction: 'depressurized',
  indoor: 20,
  outdoor: 5,
  volume: 500,
  envelope: 450,
};

describe('blower door', () => {
  test('the worked example', () => {
    const found = blowerDoor(WORKED);
    expect(found.exponent).toBeCloseTo(0.6167911028, 9);
    expect(found.exponentError).toBeCloseTo(0.00426164584, 9);
    expect(found.coefficient * 3600).toBeCloseTo(78.069178185, 6);
    expect(found.coefficientError[1]).toBeCloseTo(1.01521573, 7);
    expect(found.flow * 3600).toBeCloseTo(871.74444839, 6);
    expect(found.flowError * 3600).toBeCloseTo(2.20811583, 6);
    expect(found.ach50).toBeCloseTo(871.74444839 / 500, 8);
    expect(found.q50).toBeCloseTo(871.74444839 / 450, 8);
    expect(found.leakArea * 1e4).toBeCloseTo(197.837291838, 6);
    expect(found.doubts).toEqual([]);
  });

  test('finds any house again, whatever its pressures, and the same flow both ways at equal temperatures', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.001, max: 0.2, noNaN: true }),
        fc.double({ min: 0.5, max: 1, noNaN: true }),
        fc.double({ min: -3, max: 3, noNaN: true }),
        (coefficient, exponent, zero) => {
          const points = TEST_PRESSURES.map((pressure) => ({
            pressure: pressure + zero,
            flow: coefficient * pressure ** exponent,
          }));
          for (const direction of ['depressurized', 'pressurized'] as const) {
            const found = blowerDoor({
              ...WORKED,
              points,
              zero: [zero, zero],
              direction,
              indoor: 20,
              outdoor: 20,
            });
            expect(found.exponent).toBeCloseTo(exponent, 8);
            expect(found.coefficient / coefficient).toBeCloseTo(1, 8);
            expect(found.flowError).toBeCloseTo(0, 6);
          }
        },
      ),
    );
  });

  test('says what a test has to keep', () => {
    const { points } = WORKED;
    expect(blowerDoor({ ...WORKED, points: points.slice(5, 9), zero: [6, 5] }).doubts).toEqual([
      'fewer than 5 points',
      'more than 5 Pa with the fan off: too much wind or stack',
      'a lowest pressure under 5 times the zero difference',
      'no point at 50 Pa or beyond',
    ]);
    expect(
      blowerDoor({
        ...WORKED,
        points: points.map((one, n) => ({ ...one, flow: one.flow * (n % 2 ? 1.3 : 1) })),
      }).doubts,
    ).toContain('points that scatter: r² below 0.98');
    const doubtsOf = (change: Partial<AirTestInput>) => blowerDoor({ ...WORKED, ...change }).doubts;
    const low = [...points.slice(0, -1), { ...points.at(-1)!, pressure: 8 }];
    expect(doubtsOf({ points: low })).toContain('a lowest pressure under 10 Pa');
    expect(doubtsOf({ zero: [3, 4] })).toContain(
      'a lowest pressure under 5 times the zero difference',
    );
    expect(doubtsOf({ height: 8, indoor: 20, outdoor: -15 }).join()).toMatch(/250 m·K/);
    expect(doubtsOf({ height: 8, indoor: 20, outdoor: 0 }).join()).not.toMatch(/m·K/);
    expect(() => blowerDoor({ ...WORKED, zero: [16, 16] })).toThrow(/points\[9\]/);
    expect(() => blowerDoor({ ...WORKED, points: [points[0]!, points[0]!] })).toThrow(
      /^points: .*same/,
    );
  });

  test('the simulated fan: seeded, near its house, and judged as such', async () => {
    const house = { coefficient: 0.02, exponent: 0.65 };
    const run = async (seed: number) => {
      const fan = simulatedFan(house, seed);
      const before = await fan.zero();
      const points = [];
      for (const pressure of TEST_PRESSURES) points.push(await fan.hold(pressure));
      return {
        ...WORKED,
        points,
        zero: [before, await fan.zero()] as const,
        indoor: 20,
        outdoor: 20,
      };
    };
    expect(await run(7)).toEqual(await run(7));
    const found = blowerDoor(await run(7));
    expect(found.flow / (0.02 * 50 ** 0.65)).toBeGreaterThan(0.97);
    expect(found.flow / (0.02 * 50 ** 0.65)).toBeLessThan(1.03);
    expect(found.doubts).toEqual([]);
  });
});

test('fresh air by floor and bedrooms, leaks credited in part', () => {
  // 0.15 · 200 + 3.5 · 4 = 44 L/s.
  const { needed, leaks, fan } = freshAir(200, 3, 0.02, 0.6, 5);
  expect(needed).toBeCloseTo(0.044, 12);
  // 0.694 · 0.6 · 2^0.4 = 0.549 m/s.
  expect(leaks).toBeCloseTo(0.02 * 0.694 * 0.6 * 2 ** 0.4, 12);
  expect(fan).toBeCloseTo(0.044 - leaks, 12);
  expect(freshAir(200, 3, 1, 0.6, 2.5).leaks).toBeCloseTo((0.044 * 2) / 3, 12);
});

test('the factor of weather and shielding: between those that are listed, more in the cold and the wind', () => {
  const months = (outdoorTemperature: number) =>
    Array.from({ length: 12 }, () => ({ indoorTemperature: 20, outdoorTemperature }));
  const windy = (speed: number) => Array<number>(12).fill(speed);
  expect(weatherFactor(months(0), windy(4))).toBeCloseTo(
    Math.sqrt(0.0145 * 20 + 0.0032 * 16) / 0.694,
    12,
  );
  expect(weatherFactor(months(20), windy(1))).toBe(0.35);
  expect(weatherFactor(months(-40), windy(8))).toBe(0.88);
  expect(weatherFactor(months(15), null)).toBe(weatherFactor(months(15), windy(4)));
});

test('an exhaust in a tight house draws it down, in a leaky one hardly', () => {
  const tight = backDraft(0.1, 0.01, 0.65);
  expect(tight.pressure).toBeCloseTo(10 ** (1 / 0.65), 9);
  expect(tight.status).toBe('fail');
  expect(backDraft(0.05, 0.1, 0.65).status).toBe('pass');
  expect(backDraft(-0.01, 0.01, 0.65).pressure).toBe(0);
});

describe('thermal camera', () => {
  const wall = resolveWall(coldWall());

  test('a bay without its fill is found, and nothing where nothing is missing', () => {
    const empty = emptyBay(wall, 21, -5);
    expect(empty).toBeLessThan(-0.5);
    for (let seed = 0; seed < 12; seed++) {
      const strip = simulatedStrip(wall, 21, -5, seed);
      const suspects = judgedStrip(strip, empty).flatMap(({ bay, suspect }) =>
        suspect ? [bay] : [],
      );
      expect(suspects).toEqual(strip.defect === null ? [] : [strip.defect]);
    }
    expect(simulatedStrip(wall, 21, -5, 4).defect).toBeNull();
  });

  test('the camera that is shipped sees another piece with each scan, the same from the same seed', async () => {
    const scans = async (seed: number) => {
      const camera = simulatedCamera(seed);
      return [await camera.scan(wall, 21, -5), await camera.scan(wall, 21, -5)];
    };
    const [first, second] = await scans(2);
    expect(first!.seen).not.toEqual(second!.seen);
    expect(await scans(2)).toEqual([first, second]);
    expect(first!.seen).toHaveLength(first!.x.length);
  });

  test('with no difference in temperature nothing is called', () => {
    const strip = simulatedStrip(wall, 21, 20.5, 5);
    expect(judgedStrip(strip, emptyBay(wall, 21, 20.5)).some(({ suspect }) => suspect)).toBe(false);
  });
});

test('a meter reads what is there, with its scatter, the same each time', async () => {
  const read = (seed: number) => simulatedMeter(() => 0.16, seed).read('north/studs');
  expect(await read(3)).toBe(await read(3));
  expect(Math.abs((await read(3)) - 0.16)).toBeLessThan(0.04);
});

test.each([
  [0.22, 0.15, 'fail', /leak/],
  [0.22, 0.21, 'fail', /wait/],
  [0.17, 0.12, 'caution', /where water comes from/],
  [0.12, 0.13, 'pass', /as predicted/],
  [0.1, 0.16, 'pass', /drier/],
  [0.12, null, 'pass', /dry enough/],
] as const)('%d where %p was predicted: %s', (value, predicted, status, says) => {
  const judged = judgedReading(value, predicted, 0.19);
  expect(judged.status).toBe(status);
  expect(judged.says).toMatch(says);
});
