import { weatherOfSite, type Site, type WeatherYear } from '../../physics/climate/index.ts';
import { dayNumber, dayOf } from './days.ts';
import type { Day } from './types.ts';

/** A day of a forecast: °C, mm, m/s, shares. */
export interface ForecastDay {
  day: Day;
  low: number;
  high: number;
  /** mm of the day, and the hours that it falls in. */
  rain: number;
  rainHours: number;
  /** The strongest gust at the wall while somebody works. */
  gust: number;
  humidity: number;
}

interface Forecast {
  /** Where it comes from: said wherever it is shown. */
  source: string;
  days: ForecastDay[];
}

/** What tells the weather to come, or of days gone: a real service can stand in for the one that is shipped. */
export interface ForecastService {
  name: string;
  forecast: (from: Day, days: number) => Forecast;
}

/**
 * A gust at the height of a wall among houses over the mean wind of its hour at 10 m: the wind profile takes a third off, a
 * gust puts two thirds on.
 */
const GUST = 1.1;

/** Hours in which somebody works. */
const WORKED = { from: 7, to: 17 };

/** Rain that counts as rain, mm an hour. */
const WET_HOUR = 0.1;

/** Hours of the year before a day of it; 29 February counts as the day after. */
export function hourOfYear(day: Day): number {
  const [year] = day.split('-');
  const days = dayNumber(day) - dayNumber(`${year}-01-01`);
  const leap = dayNumber(`${year}-12-31`) - dayNumber(`${year}-01-01`) === 365;
  return 24 * (leap && days > 58 ? days - 1 : days);
}

/** A day of a weather year. @param weather at least a year of hours */
function weatherDay(weather: WeatherYear, day: Day): ForecastDay {
  const first = hourOfYear(day) % weather.hours;
  let [low, high, rain, rainHours, wind, humidity] = [Infinity, -Infinity, 0, 0, 0, 0];
  for (let hour = first; hour < first + 24; hour++) {
    const t = weather.temperature[hour]!;
    const mm = weather.rain?.[hour] ?? 0;
    low = Math.min(low, t);
    high = Math.max(high, t);
    rain += mm;
    if (mm >= WET_HOUR) rainHours++;
    const time = hour - first;
    if (time >= WORKED.from && time < WORKED.to)
      wind = Math.max(wind, weather.windSpeed?.[hour] ?? 0);
    humidity += weather.relativeHumidity[hour]! / 24;
  }
  return { day, low, high, rain, rainHours, gust: GUST * wind, humidity };
}

const years = new Map<string, WeatherYear>();

/** The made-up year of a place; kept, since it takes longer to make than to read. */
export function siteWeather(site: Site, year: number): WeatherYear {
  const key = JSON.stringify([site, year]);
  let weather = years.get(key);
  if (!weather) {
    if (years.size >= 4) years.delete(years.keys().next().value!);
    weather = weatherOfSite(site, year);
    years.set(key, weather);
  }
  return weather;
}

/**
 * The forecast service that is shipped: simulated from the climate of a place, the same days each time, another year each
 * year. It knows no real weather.
 */
export const simulatedForecast = (site: Site): ForecastService => ({
  name: 'Simulated from the project’s climate',
  forecast: (from, days) => ({
    source: 'Simulated from the project’s climate: no real weather. Look outside.',
    days: Array.from({ length: days }, (_, n) => {
      const day = dayOf(dayNumber(from) + n);
      return weatherDay(siteWeather(site, Number(day.slice(0, 4))), day);
    }),
  }),
});
