import { weatherOfLists, type WeatherYear } from '@eldrun/core/climate';
import { ask } from './api.ts';

/** The hours of an imported weather file of a project. */
export async function hoursOfBrief(project: string, weather: string): Promise<WeatherYear> {
  return weatherOfLists(await ask('readWeatherHours', { params: { project, weather } }));
}
