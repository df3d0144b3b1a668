import { describe, expect, test } from '@jest/globals';
import {
  CLIMATES,
  climateOfWeather,
  climateZone,
  drivingRainClass,
  MAX_WEATHER_SIZE,
  monthStarts,
  parseEpw,
  saturationOverWater,
  saturationPressure,
  siteOf,
  weatherOfClimate,
  writeEpw,
} from '@eldrun/core/climate';
import { InputError } from '@eldrun/core/errors';
import { rainSide } from '@eldrun/core/transient';
import { validateBrief } from '@eldrun/core/wall/schema';

const COLD = CLIMATES['cold-humid']!;
const weather = weatherOfClimate(COLD, 7, 'Harrow Fell');
const text = writeEpw(weather, 'made up');
const lines = text.split('\n');

/** The file with some lines changed; line numbers from 1. */
function changed(change: (all: string[]) => void): string {
  const all = [...lines];
  change(all);
  return all.join('\n');
}

/** A row with one field changed. */
const withField = (row: string, at: number, value: string): string =>
  row.split(',').with(at, value).join(',');

const problemOf = (epw: string): { path: string; message: string } => {
  try {
    parseEpw(epw);
  } catch (error) {
    if (error instanceof InputError) return { path: error.path, message: error.message };
    throw error;
  }
  throw new Error('was accepted');
};

describe('zones', () => {
  test.each(Object.entries(CLIMATES))(
    '%s stands in its zone by degree days and rain',
    (_, climate) => {
      expect(climateZone(climate.monthly.temperature, climate.monthly.rain)).toBe(climate.zone);
      expect(drivingRainClass(climate.monthly.rain, climate.monthly.windSpeed)).toBe(
        climate.drivingRainClass,
      );
    },
  );
});

describe('a year made from a climate', () => {
  test('has its monthly figures', () => {
    const { monthly, zone } = climateOfWeather(weather);
    expect(zone).toBe('6A');
    for (let m = 0; m < 12; m++) {
      expect(monthly.temperature[m]).toBeCloseTo(COLD.monthly.temperature[m]!, 6);
      expect(monthly.relativeHumidity[m]).toBeCloseTo(COLD.monthly.relativeHumidity[m]!, 2);
      expect(monthly.dailyRange![m]! / COLD.monthly.dailyRange[m]!).toBeCloseTo(1, 1);
      expect(monthly.globalHorizontal![m]).toBeCloseTo(COLD.monthly.globalHorizontal[m]!, 6);
      expect(monthly.windSpeed![m]).toBeCloseTo(COLD.monthly.windSpeed[m]!, 6);
      expect(monthly.rain![m]).toBeCloseTo(COLD.monthly.rain[m]!, 6);
    }
  });

  test('cold spells reach the design temperature, sun stays under a clear sky, wet hours follow the rain', () => {
    for (const [id, climate] of Object.entries(CLIMATES)) {
      const { temperature, globalHorizontal, rain } = weatherOfClimate(climate, 7);
      const coldest = temperature.toSorted()[Math.floor(0.004 * 8760)]!;
      expect([id, Math.abs(coldest - climate.designTemperature) < 1]).toEqual([id, true]);
      expect(Math.max(...globalHorizontal!)).toBeLessThan(1180);
      const fallen = climate.monthly.rain.reduce((sum, mm) => sum + mm, 0);
      const wet = rain!.filter((mm) => mm > 0).length;
      expect(wet).toBeGreaterThan(fallen / 3.5);
      expect(wet).toBeLessThan(fallen / 0.7 + 12);
    }
  });

  test('rain comes from the windward side: west in the westerlies, east in the trade winds', () => {
    const side = (id: string) => rainSide(weatherOfClimate(CLIMATES[id]!, 7));
    for (const id of ['maritime-temperate-island', 'cold-humid', 'nordic-coastal']) {
      expect(side(id)).toBeGreaterThan(200);
      expect(side(id)).toBeLessThan(300);
    }
    expect(side('very-hot-humid')).toBeGreaterThan(40);
    expect(side('very-hot-humid')).toBeLessThan(140);
  });

  test('is the same for the same seed and another for another', () => {
    expect(weatherOfClimate(COLD, 7, 'Harrow Fell')).toEqual(weather);
    expect(weatherOfClimate(COLD, 8).temperature).not.toEqual(weather.temperature);
  });

  test('holds together: direct and diffuse make the global, no vapor above saturation over water', () => {
    const { globalHorizontal, diffuseHorizontal, directNormal, temperature } = weather;
    weather.relativeHumidity.forEach((rh, h) => {
      const vapor = rh * saturationPressure(temperature[h]!);
      expect(rh).toBeLessThanOrEqual(1);
      expect(vapor).toBeLessThanOrEqual(saturationOverWater(temperature[h]!));
      expect(diffuseHorizontal![h]).toBeLessThanOrEqual(globalHorizontal![h]! + 1e-9);
      expect(directNormal![h]).toBeGreaterThanOrEqual(0);
    });
  });
});

describe('the weather file', () => {
  test('written and read again gives the climate within its rounding', () => {
    const { weather: read, notes } = parseEpw(text);
    expect(notes).toEqual([]);
    expect(read).toMatchObject({
      name: 'Harrow Fell',
      latitude: COLD.latitude,
      elevation: COLD.elevation,
      designTemperature: COLD.designTemperature,
      coolingDesignTemperature: COLD.coolingDesignTemperature,
      hours: 8760,
    });
    const { monthly } = climateOfWeather(read);
    for (let m = 0; m < 12; m++) {
      expect(Math.abs(monthly.temperature[m]! - COLD.monthly.temperature[m]!)).toBeLessThan(0.01);
      expect(
        Math.abs(monthly.relativeHumidity[m]! - COLD.monthly.relativeHumidity[m]!),
      ).toBeLessThan(0.012);
    }
    // What was derived is a climate that a brief takes.
    const outdoor = climateOfWeather(read);
    validateBrief({
      convention: 'iso',
      indoor: { temperature: 20, humidity: { kind: 'class', class: 3 } },
      outdoor,
    });
    expect(siteOf(outdoor)).toMatchObject({ zone: '6A', drivingRain: COLD.drivingRainClass });
  });

  test('8,784 hours with 29 February are a year too', () => {
    const leap = changed((all) => {
      const first = 8 + monthStarts(8760)[2]!;
      const day = all.slice(first - 24, first).map((row) => row.replace(',2,28,', ',2,29,'));
      all.splice(first, 0, ...day);
    });
    const { weather: read } = parseEpw(leap);
    expect(read.hours).toBe(8784);
    expect(climateOfWeather(read).monthly.temperature[3]).toBeCloseTo(7.5, 1);
  });

  test.each([
    ['a missing row', (all: string[]): unknown => all.splice(108, 1), 'line 109', 'hour 6'],
    [
      'a row twice',
      (all: string[]): unknown => all.splice(108, 0, all[107]!),
      'line 109',
      'belongs',
    ],
    [
      'text in a number',
      (all: string[]): unknown => (all[50] = withField(all[50]!, 6, 'cold')),
      'line 51',
      '“cold” is no number for the dry-bulb',
    ],
    [
      'an empty number',
      (all: string[]): unknown => (all[50] = withField(all[50]!, 8, '')),
      'line 51',
      'relative humidity',
    ],
    [
      'kelvin',
      (all: string[]): unknown => (all[8] = withField(all[8]!, 6, '263')),
      'line 9',
      'dry-bulb',
    ],
    [
      'a humidity above what can be',
      (all: string[]): unknown => (all[8] = withField(all[8]!, 8, '140')),
      'line 9',
      '140',
    ],
    ['the end cut off', (all: string[]): unknown => all.splice(1000), 'line 1000', 'ends before'],
    [
      'a second year',
      (all: string[]): unknown => all.splice(-1, 0, all[8]!),
      'line 8769',
      'one year',
    ],
    [
      'too few fields',
      (all: string[]): unknown => (all[20] = '2001,1,1,13,60,?,1,2'),
      'line 21',
      '8 fields',
    ],
    ['no head', (all: string[]): unknown => all.splice(0, 8), 'line 1', 'LOCATION'],
    [
      'half hours',
      (all: string[]): unknown => (all[7] = all[7]!.replace(',1,1,', ',1,2,')),
      'line 8',
      '2 records',
    ],
    [
      'a latitude that is none',
      (all: string[]): unknown => (all[0] = withField(all[0]!, 6, '99')),
      'line 1',
      'latitude',
    ],
    [
      'a long gap',
      (all: string[]): void => {
        for (let i = 100; i < 110; i++) all[i] = withField(all[i]!, 6, '99.9');
      },
      'line 101',
      'missing for 10 hours',
    ],
    [
      'humidity in shares',
      (all: string[]): void => {
        for (let i = 8; i < 8768; i++) all[i] = withField(all[i]!, 8, '0.7');
      },
      'line 9',
      'shares',
    ],
  ] as const)('%s is refused with its line', (_, change, line, problem) => {
    const { path, message } = problemOf(changed(change));
    expect(path).toBe(line);
    expect(message).toContain(problem);
  });

  test('short gaps are filled by a straight line and said; what was never measured is left out', () => {
    const { weather: read, notes } = parseEpw(
      changed((all) => {
        all[8] = withField(all[8]!, 6, '-4.0');
        all[9] = withField(all[9]!, 6, '99.9');
        all[10] = withField(all[10]!, 6, '-6.0');
        for (let i = 8; i < 8768; i++) all[i] = withField(all[i]!, 33, '999');
      }),
    );
    expect(read.temperature[1]).toBe(-5);
    expect(read.rain).toBeNull();
    expect(notes.join(' ')).toMatch(/line 10: the dry-bulb temperature .*No liquid precipitation/s);
    const { monthly, zone } = climateOfWeather(read);
    expect(monthly.rain).toBeUndefined();
    expect(zone).toBe('6');
  });

  test('a year of zeros was not measured, blank rain and wind refuse nothing, and no letter is given without rain', () => {
    const { weather: read, notes } = parseEpw(
      changed((all) => {
        for (let i = 8; i < 8768; i++) {
          all[i] = withField(all[i]!, 33, '0');
          all[i] = withField(all[i]!, 12, '0');
        }
        all[20] = withField(withField(all[20]!, 33, ''), 20, ' ');
      }),
    );
    expect(read.rain).toBeNull();
    expect(climateOfWeather(read).zone).toBe('6');
    expect(notes.join(' ')).toMatch(
      /infrared.*zero all year.*liquid precipitation|liquid precipitation.*zero all year/s,
    );
    // Estimated from dew point and cloud: less than a black body at air temperature, more than half of it.
    read.longwave!.forEach((sky, h) => {
      const black = 5.67e-8 * (read.temperature[h]! + 273.15) ** 4;
      expect(sky / black).toBeGreaterThan(0.5);
      expect(sky / black).toBeLessThan(1.05);
    });
  });

  test('a missing wind turns the shorter way around, and gathered rain is spread over its hours', () => {
    const { weather: read } = parseEpw(
      changed((all) => {
        all[8] = withField(all[8]!, 20, '350');
        all[9] = withField(all[9]!, 20, '999');
        all[10] = withField(all[10]!, 20, '10');
        for (let i = 8; i < 20; i++) all[i] = withField(withField(all[i]!, 33, '0'), 34, '1');
        all[13] = withField(withField(all[13]!, 33, '6'), 34, '3');
      }),
    );
    expect(read.windDirection![1]! % 360).toBeCloseTo(0, 9);
    expect(Array.from(read.rain!.slice(2, 7))).toEqual([0, 2, 2, 2, 0]);
  });

  test('a file over the limit is refused before it is read', () => {
    expect(problemOf(' '.repeat(MAX_WEATHER_SIZE + 1)).message).toMatch(/too large.*24 MB/);
  });
});
