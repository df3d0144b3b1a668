import type { WeatherYear } from '@eldrun/core';
import { api } from './api.ts';

/** The hours of an imported weather file of a project. */
export async function hoursOfBrief(project: string, weather: string): Promise<WeatherYear> {
  const hours = await api.weatherHours(project, weather);
  return Object.fromEntries(
    Object.entries(hours).map(([name, value]) => [
      name,
      Array.isArray(value) ? Float64Array.from(value as number[]) : value,
    ]),
  ) as unknown as WeatherYear;
}
