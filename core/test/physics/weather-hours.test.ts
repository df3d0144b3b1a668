import { describe, expect, test } from '@jest/globals';
import {
  CLIMATES,
  declinationOf,
  equationOfTime,
  shiftedWeather,
  siteOf,
  solarTime,
  sunHeight,
  sunOnWall,
  sunParts,
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

  test('by Perez: a clear noon worked out by hand', () => {
    // 21 June at 45° on the meridian of the zone: declination 23.45°, 1.6 min before solar noon; 800 direct, 100 diffuse.
    const hour = (172 - 1) * 24 + 11;
    const at = (value: number) =>
      Float64Array.from({ length: 8760 }, (_, h) => (h === hour ? value : 0));
    const clear = {
      ...weather,
      latitude: 45,
      longitude: 0,
      timeZone: 0,
      globalHorizontal: at(800 * Math.sin(68 * (Math.PI / 180)) + 100),
      directNormal: at(800),
      diffuseHorizontal: at(100),
    };
    const declination = declinationOf(172);
    expect(declination / (Math.PI / 180)).toBeCloseTo(23.44, 1);
    const solar = solarTime(hour, 172);
    expect(solar).toBeCloseTo(11.5 - equationOfTime(172) / 60, 12);
    const angle = ((solar - 12) * Math.PI) / 12;
    const phi = Math.PI / 4;
    const height = sunHeight(phi, declination, solar);
    const zenith = Math.acos(height);
    const facing =
      Math.sin(phi) * Math.cos(declination) * Math.cos(angle) -
      Math.cos(phi) * Math.sin(declination);
    const up = 1.014 * (Math.PI / 2 - zenith) ** 3;
    const clearness = (900 / 100 + up) / (1 + up);
    expect(clearness).toBeGreaterThan(2.8);
    expect(clearness).toBeLessThan(4.5);
    const brightness = 100 / height / (1370 * (1 + 0.033 * Math.cos((2 * Math.PI * 172) / 365)));
    const around = 1.132 - 1.237 * brightness - 0.412 * zenith;
    const horizon = 0.288 - 0.823 * brightness + 0.056 * zenith;
    const parts = sunParts(clear, hour, 180, { direct: 0, sky: 0, ground: 0, steepness: 0 });
    expect(parts.direct).toBeCloseTo(
      800 * facing + (100 * Math.max(0, around) * facing) / height,
      9,
    );
    expect(parts.sky).toBeCloseTo(100 * (0.5 * (1 - Math.max(0, around)) + horizon), 9);
    expect(parts.ground).toBeCloseTo(0.1 * clear.globalHorizontal[hour]!, 9);
  });

  test('the sky is brighter around the sun: more on the south than an even sky gives, less on the north', () => {
    const even = (azimuth: number) =>
      sumOver(0, 8760, (h) => {
        const { ground } = sunParts(weather, h, azimuth, {
          direct: 0,
          sky: 0,
          ground: 0,
          steepness: 0,
        });
        return 0.5 * weather.diffuseHorizontal![h]! + ground;
      });
    const diffuse = (azimuth: number) =>
      on(azimuth, [0, 8760]) -
      sumOver(0, 8760, (h) => {
        const day = Math.floor(h / 24) + 1;
        const phi = (weather.latitude * Math.PI) / 180;
        const d = declinationOf(day);
        const angle = ((solarTime(h, day) - 12) * Math.PI) / 12;
        const south = Math.sin(phi) * Math.cos(d) * Math.cos(angle) - Math.cos(phi) * Math.sin(d);
        const up = sunHeight(phi, d, solarTime(h, day)) > 0;
        return up ? weather.directNormal![h]! * Math.max(0, azimuth === 180 ? south : -south) : 0;
      });
    expect(diffuse(180) / even(180)).toBeGreaterThan(1.1);
    expect(diffuse(0) / even(0)).toBeLessThan(0.9);
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
