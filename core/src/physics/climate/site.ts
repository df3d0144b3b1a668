import { CLIMATES } from './library.ts';
import { drivingRainClass, type DrivingRain } from './zones.ts';
import type { Monthly } from './types.ts';

/** Monthly figures that a climate may have beside temperature and humidity. */
interface MoreMonthly {
  /** Mean of the daily maximum less the daily minimum, K. */
  dailyRange?: number[];
  /** Mean over day and night on the horizontal, W/m². */
  globalHorizontal?: number[];
  /** m/s at 10 m. */
  windSpeed?: number[];
  /** mm, snow as water. */
  rain?: number[];
}

/** A climate written out in a wall file or a brief: one's own monthly figures, or those of an imported weather file. */
export interface OwnClimate {
  monthly: { temperature: number[]; relativeHumidity: number[] } & MoreMonthly;
  designTemperature: number;
  coolingDesignTemperature?: number;
  name?: string;
  /** Climate zone and moisture regime, such as `6A`. */
  zone?: string;
  latitude?: number;
  /** m above sea level. */
  elevation?: number;
  /** Id of the hourly file in the project that the figures come from. */
  weather?: string;
}

/** Where a wall stands: by the id of a library climate, or written out. */
export type Outdoor = { climate: string } | OwnClimate;

/** What is known of the place, whichever way it was named. What a climate does not say is null. */
export interface Site {
  name: string;
  zone: string | null;
  latitude: number | null;
  elevation: number | null;
  designTemperature: number;
  coolingDesignTemperature: number | null;
  temperature: Monthly;
  relativeHumidity: Monthly;
  dailyRange: Monthly | null;
  globalHorizontal: Monthly | null;
  windSpeed: Monthly | null;
  rain: Monthly | null;
  drivingRain: DrivingRain | null;
}

const LIBRARY_SITES = new Map<string, Site>(
  Object.entries(CLIMATES).map(([id, climate]) => [
    id,
    { ...climate, ...climate.monthly, drivingRain: climate.drivingRainClass },
  ]),
);

/** The place that an outdoor entry names, or null for a climate that the library has not. */
export function siteOf(outdoor: Outdoor): Site | null {
  if ('climate' in outdoor) return LIBRARY_SITES.get(outdoor.climate) ?? null;
  const { monthly } = outdoor;
  return {
    name: outdoor.name ?? 'Own climate',
    zone: outdoor.zone ?? null,
    latitude: outdoor.latitude ?? null,
    elevation: outdoor.elevation ?? null,
    designTemperature: outdoor.designTemperature,
    coolingDesignTemperature: outdoor.coolingDesignTemperature ?? null,
    temperature: monthly.temperature,
    relativeHumidity: monthly.relativeHumidity,
    dailyRange: monthly.dailyRange ?? null,
    globalHorizontal: monthly.globalHorizontal ?? null,
    windSpeed: monthly.windSpeed ?? null,
    rain: monthly.rain ?? null,
    drivingRain:
      monthly.rain && monthly.windSpeed ? drivingRainClass(monthly.rain, monthly.windSpeed) : null,
  };
}
