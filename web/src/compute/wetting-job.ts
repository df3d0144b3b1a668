import { InputError } from '@eldrun/core/errors';
import { resolveWall, type WallFile } from '@eldrun/core/build-up';
import type { Material } from '@eldrun/core/materials';
import type { WeatherYear } from '@eldrun/core/climate';
import {
  openWall,
  siteWeather,
  wettingRun,
  type Wetting,
  type WettingStart,
} from '@eldrun/core/site';

/** A wall as it stands: what of it is up, and from which day on it is let rain on. */
export interface WettingQuestion extends Omit<WettingStart, 'side'> {
  wall: WallFile;
  up: string[];
  filled: string[];
  /** Degrees from north over east; null for the side that most rain is driven at. */
  side: number | null;
  materials: Record<string, Material>;
  /** As measured; null for made-up weather of the climate. */
  weather: WeatherYear | null;
}

export type WettingRequest = WettingQuestion & { job: number };

export interface WettingProgress {
  job: number;
  share: number;
}

export type WettingAnswer = { job: number } & ({ wetting: Wetting | null } | { problem: string });

/**
 * Runs an open wall hour by hour, and tells how far it is.
 *
 * @returns the answer, or null when the job was dropped
 */
export async function answer(
  { job, wall, up, filled, side, materials, weather: measured, ...start }: WettingRequest,
  pause: () => Promise<void>,
  isStale: () => boolean,
  tell: (part: Omit<WettingProgress, 'job'>) => void,
): Promise<WettingAnswer | null> {
  try {
    const weather =
      measured ?? siteWeather(resolveWall(wall, materials).site, Number(start.from.slice(0, 4)));
    const open = openWall(wall, new Set(up), new Set(filled), weather);
    if (!open) return { job, wetting: null };
    const steps = wettingRun(open, { ...start, side: side ?? 'rain' }, weather, materials);
    for (let step = steps.next(); ; step = steps.next()) {
      if (step.done) return { job, wetting: step.value };
      tell({ share: step.value });
      await pause();
      if (isStale()) return null;
    }
  } catch (error) {
    if (error instanceof InputError) return { job, problem: error.message };
    throw error;
  }
}
