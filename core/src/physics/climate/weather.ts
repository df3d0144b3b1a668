import { InputError } from '../../common/errors.ts';
import { saturationPressure } from './psychrometrics.ts';
import type { OwnClimate } from './site.ts';
import { climateZone } from './zones.ts';

/** A year of weather, hour after hour from 1 January, 0 to 1 o'clock. What was not measured is null. */
export interface WeatherYear {
  name: string;
  /** Degrees north. */
  latitude: number;
  /** Degrees east. */
  longitude: number;
  /** Hours ahead of universal time. */
  timeZone: number;
  /** m above sea level. */
  elevation: number;
  /** Temperatures of the design days, °C: exceeded 99.6 % of the hours, and 0.4 %. */
  designTemperature: number;
  coolingDesignTemperature: number;
  /** 8,760, or 8,784 with 29 February. */
  hours: number;
  /** °C */
  temperature: Float64Array;
  /** 0 to 1, over ice below 0 °C (wall-file rule 8). */
  relativeHumidity: Float64Array;
  /** W/m² */
  globalHorizontal: Float64Array | null;
  directNormal: Float64Array | null;
  diffuseHorizontal: Float64Array | null;
  /** From the sky on the horizontal, W/m². */
  longwave: Float64Array | null;
  /** m/s at 10 m, and degrees from north over east that it comes from. */
  windSpeed: Float64Array | null;
  windDirection: Float64Array | null;
  /** mm in the hour. */
  rain: Float64Array | null;
}

/** A weather year as plain lists, for JSON. */
export function listsOfWeather(weather: WeatherYear): Record<string, unknown> {
  return Object.fromEntries(
    Object.entries(weather).map(([name, value]) => [
      name,
      value instanceof Float64Array ? Array.from(value) : value,
    ]),
  );
}

/** A weather year out of the lists that `listsOfWeather` made. */
export function weatherOfLists(lists: Readonly<Record<string, unknown>>): WeatherYear {
  return Object.fromEntries(
    Object.entries(lists).map(([name, value]) => [
      name,
      Array.isArray(value) ? Float64Array.from(value as number[]) : value,
    ]),
  ) as unknown as WeatherYear;
}

/** The numbers of a weather year, each with its least and its most. */
const PLACE: Record<string, readonly [number, number]> = {
  latitude: [-90, 90],
  longitude: [-180, 180],
  timeZone: [-14, 14],
  elevation: [-1000, 10_000],
  designTemperature: [-90, 70],
  coolingDesignTemperature: [-90, 70],
};

/** Its lists, each with the least and the most of an hour; those that may be null were not always measured. */
const HOURLY: Record<
  string,
  { within: readonly [number, number]; measured: 'always' | 'perhaps' }
> = {
  temperature: { within: [-90, 70], measured: 'always' },
  relativeHumidity: { within: [0, 1], measured: 'always' },
  globalHorizontal: { within: [0, 2000], measured: 'perhaps' },
  directNormal: { within: [0, 2000], measured: 'perhaps' },
  diffuseHorizontal: { within: [0, 2000], measured: 'perhaps' },
  longwave: { within: [0, 1000], measured: 'perhaps' },
  windSpeed: { within: [0, 100], measured: 'perhaps' },
  windDirection: { within: [0, 360], measured: 'perhaps' },
  rain: { within: [0, 500], measured: 'perhaps' },
};

/**
 * Checks that lists from elsewhere are a weather year as `listsOfWeather` makes it.
 *
 * @throws InputError that names the list, the hour, and what is allowed
 */
export function checkWeatherLists(lists: unknown, base = 'hours'): void {
  const refuse = (path: string, problem: string, allowed: string): never => {
    throw new InputError(`${base}${path && '.'}${path}`, problem, allowed);
  };
  if (typeof lists !== 'object' || lists === null)
    return refuse('', 'is no year of weather', 'its lists by name');
  const year = lists as Record<string, unknown>;
  const within = (value: unknown, [least, most]: readonly [number, number]): boolean =>
    typeof value === 'number' && value >= least && value <= most;
  if (typeof year['name'] !== 'string') refuse('name', 'is no text', 'the name of the place');
  for (const [name, range] of Object.entries(PLACE))
    if (!within(year[name], range)) refuse(name, 'is out of range', range.join(' to '));
  const hours = year['hours'];
  if (hours !== 8760 && hours !== 8784) refuse('hours', 'is no year', '8760 or 8784');
  for (const [name, { within: range, measured }] of Object.entries(HOURLY)) {
    const list = year[name];
    if (list === null && measured === 'perhaps') continue;
    if (!Array.isArray(list) || list.length !== hours)
      return refuse(name, 'is no list of its hours', `${String(hours)} numbers`);
    const wrong = list.findIndex((value) => !within(value, range));
    if (wrong >= 0) refuse(`${name}[${wrong}]`, 'is out of range', range.join(' to '));
  }
}

/** Days of the months of a year that is so many hours long. */
export function monthLengths(hours: number): number[] {
  return [31, hours > 8760 ? 29 : 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31];
}

/** First hour of each month, and the end of the year: 13 numbers. */
export function monthStarts(hours: number): number[] {
  const starts = [0];
  for (const days of monthLengths(hours)) starts.push(starts.at(-1)! + days * 24);
  return starts;
}

function byMonth({ hours }: WeatherYear, ofMonth: (from: number, to: number) => number): number[] {
  const starts = monthStarts(hours);
  return starts.slice(0, 12).map((from, m) => ofMonth(from, starts[m + 1]!));
}

const mean = (values: Float64Array) => (from: number, to: number) => {
  let sum = 0;
  for (let h = from; h < to; h++) sum += values[h]!;
  return sum / (to - from);
};

/**
 * The monthly figures of a year of weather. Relative humidity is the month's mean vapor pressure over saturation at its
 * mean temperature, at most 1; the daily range is the mean over the days of warmest less coldest hour.
 */
export function climateOfWeather(weather: WeatherYear): OwnClimate {
  const { temperature, relativeHumidity, rain } = weather;
  const means = byMonth(weather, mean(temperature));
  const vapor = temperature.map((t, h) => relativeHumidity[h]! * saturationPressure(t));
  const pressure = byMonth(weather, mean(vapor));
  const rainByMonth = rain && byMonth(weather, (from, to) => mean(rain)(from, to) * (to - from));
  const optional = (values: Float64Array | null) => values && byMonth(weather, mean(values));
  const globalHorizontal = optional(weather.globalHorizontal);
  const windSpeed = optional(weather.windSpeed);
  return {
    name: weather.name,
    zone: climateZone(means, rainByMonth, weather.latitude >= 0),
    latitude: weather.latitude,
    elevation: weather.elevation,
    designTemperature: weather.designTemperature,
    coolingDesignTemperature: weather.coolingDesignTemperature,
    monthly: {
      temperature: means,
      relativeHumidity: pressure.map((p, m) => Math.min(1, p / saturationPressure(means[m]!))),
      dailyRange: byMonth(weather, (from, to) => {
        let sum = 0;
        for (let h = from; h < to; h += 24) {
          const day = temperature.subarray(h, h + 24);
          sum += Math.max(...day) - Math.min(...day);
        }
        return (sum * 24) / (to - from);
      }),
      ...(globalHorizontal ? { globalHorizontal } : {}),
      ...(windSpeed ? { windSpeed } : {}),
      ...(rainByMonth ? { rain: rainByMonth } : {}),
    },
  };
}

/** Shares of the hours in a year that are colder than the heating, and warmer than the cooling design temperature. */
const COLDER = 0.004;
const WARMER = 0.004;

/** Design temperatures of a year that its file does not state: exceeded 99.6 % and 0.4 % of the hours (ASHRAE). */
export function designTemperatures(temperature: Float64Array): {
  heating: number;
  cooling: number;
} {
  const sorted = temperature.toSorted();
  return {
    heating: sorted[Math.floor(COLDER * sorted.length)]!,
    cooling: sorted[Math.ceil((1 - WARMER) * sorted.length) - 1]!,
  };
}
