import { describe, expect, test } from '@jest/globals';
import {
  CLIMATES,
  shiftedWeather,
  siteOf,
  sunOnWall,
  weatherOfClimate,
  weatherOfSite,
} from '@eldrun/core/climate';
import { resolveWall } from '@eldrun/core/build-up';
import { boundary, drivingRain, gapFlow, skyLoss, type Hour } from '@eldrun/core/transient';
import { coldWall } from '../walls.ts';

const weather = weatherOfClimate(CLIMATES['cold-humid']!, 11);
const sumOver = (from: number, to: number, read: (hour: number) => number): number => {
  let sum = 0;
  for (let h = from; h < to; h++) sum += read(h);
  return sum;
};
const JANUARY: [number, number] = [0, 744];
const JULY: [number, number] = [4344, 5088];

describe('sun on a wall', () => {
  const on = (azimuth: number, [from, to]: [number, number]) =>
    sumOver(from, to, (h) => sunOnWall(weather, h, azimuth));

  test('the south gets most in winter; east and west more than the north, and alike', () => {
    expect(on(180, JANUARY)).toBeGreaterThan(2 * on(0, JANUARY));
    expect(on(180, JANUARY)).toBeGreaterThan(on(90, JANUARY));
    expect(on(90, JULY)).toBeGreaterThan(on(0, JULY));
    expect(on(90, JULY) / on(270, JULY)).toBeCloseTo(1, 1);
  });

  test('mornings shine on the east, afternoons on the west, nights on nothing', () => {
    const at = (hour: number, azimuth: number) =>
      sumOver(...JULY, (h) => (h % 24 === hour ? sunOnWall(weather, h, azimuth) : 0));
    expect(at(7, 90)).toBeGreaterThan(3 * at(7, 270));
    expect(at(17, 270)).toBeGreaterThan(3 * at(17, 90));
    expect(at(0, 180)).toBe(0);
  });

  test('over a year less falls on any wall than on the horizontal twice over', () => {
    const horizontal = sumOver(0, 8760, (h) => weather.globalHorizontal![h]!);
    for (const azimuth of [0, 90, 180, 270])
      expect(on(azimuth, [0, 8760])).toBeLessThan(2 * horizontal);
  });
});

test('a wall loses to the sky by long waves, more under a clear one', () => {
  const losses = Array.from({ length: 8760 }, (_, h) => skyLoss(weather, h));
  expect(Math.max(...losses)).toBeLessThanOrEqual(0);
  expect(Math.min(...losses)).toBeGreaterThan(-80);
  expect(skyLoss({ ...weather, longwave: null }, 5)).toBe(0);
});

test('what a face takes up is the sun less what goes to the sky', () => {
  const wall = coldWall();
  const fill = boundary(
    {
      format: 'eldrun-simulation',
      version: 1,
      wall,
      transient: {
        climate: { climate: 'cold-humid' },
        side: 'south',
        start: 0,
        hours: 24,
        watch: 'osb',
        initial: { temperature: 10, relativeHumidity: 0.7 },
        solarAbsorptance: 0.6,
      },
    },
    resolveWall(wall),
    weather,
  );
  const hours = Array.from({ length: 24 }, (_, hour) => {
    const into = {} as Hour;
    fill(hour, into, 0);
    return into.radiation;
  });
  expect(hours[0]).toBeCloseTo(skyLoss(weather, 0), 9);
  expect(hours[0]).toBeLessThan(0);
  expect(hours[12]).toBeCloseTo(0.6 * sunOnWall(weather, 12, 180) + skyLoss(weather, 12), 9);
});

describe('driven rain', () => {
  const on = (azimuth: number) => sumOver(0, 8760, (h) => drivingRain(weather, h, azimuth));

  test('falls on the side the wind comes from, none on the lee of one wind, no snow', () => {
    expect(on(245)).toBeGreaterThan(3 * on(65));
    const west = { ...weather, windDirection: new Float64Array(8760).fill(270) };
    expect(sumOver(0, 8760, (h) => drivingRain(west, h, 90))).toBe(0);
    const frost = shiftedWeather(weather, -60, 1);
    expect(sumOver(0, 8760, (h) => drivingRain(frost, h, 245))).toBe(0);
  });

  test('is 2/9·v·r^(8/9) head on', () => {
    const h = weather.rain!.findIndex((mm, hour) => mm > 0 && weather.temperature[hour]! > 0);
    const expected = (2 / 9) * weather.windSpeed![h]! * weather.rain![h]! ** (8 / 9);
    expect(drivingRain(weather, h, weather.windDirection![h]!)).toBeCloseTo(expected, 12);
  });
});

describe('air through a gap', () => {
  test('more with wind, warmth, depth and opening, less behind a screen, none without a drive', () => {
    const usual = gapFlow(0.019, 2.7, 0.005, false, 3, 2);
    expect(usual).toBeGreaterThan(0);
    expect(gapFlow(0.019, 2.7, 0.005, false, 6, 2)).toBeGreaterThan(usual);
    expect(gapFlow(0.019, 2.7, 0.005, false, 3, 8)).toBeGreaterThan(usual);
    expect(gapFlow(0.038, 2.7, 0.005, false, 3, 2)).toBeGreaterThan(usual);
    expect(gapFlow(0.019, 2.7, 0.01, false, 3, 2)).toBeGreaterThan(usual);
    expect(gapFlow(0.019, 2.7, 0.005, true, 3, 2)).toBeLessThan(usual);
    expect(gapFlow(0.019, 2.7, 0.005, false, 0, 0)).toBe(0);
  });

  test('satisfies its own balance of pressure', () => {
    const q = gapFlow(0.01, 2.7, 0.004, true, 4, 5);
    const pressure = 0.05 * 0.5 * 1.2 * 16 + 0.043 * 2.7 * 5;
    const losses = ((12 * 1.8e-5 * 2.7) / 0.01 ** 3) * q + 1.2 * (q / (0.6 * 0.004 * 0.5)) ** 2;
    expect(losses / pressure).toBeCloseTo(1, 9);
  });
});

test('a climate of one’s own with temperatures and humidities alone makes a year too', () => {
  const { temperature, relativeHumidity } = CLIMATES['alpine']!.monthly;
  const site = siteOf({
    monthly: { temperature: [...temperature], relativeHumidity: [...relativeHumidity] },
    designTemperature: -18,
  })!;
  const year = weatherOfSite(site, 3);
  expect(year.hours).toBe(8760);
  expect(year.temperature.reduce((a, b) => a + b) / 8760).toBeCloseTo(
    temperature.reduce(
      (a, b, m) => a + b * [31, 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31][m]!,
      0,
    ) / 365,
    6,
  );
});
