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
import { through, type Turn } from '../turn.ts';

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

export type WettingAnswer = { wetting: Wetting | null } | { problem: string };

/**
 * Runs an open wall hour by hour, and tells how far it is.
 *
 * @returns null when it was dropped
 */
export async function answer(
  { wall, up, filled, side, materials, weather: measured, ...start }: WettingQuestion,
  turn: Turn<{ share: number }>,
): Promise<WettingAnswer | null> {
  try {
    const weather =
      measured ?? siteWeather(resolveWall(wall, materials).site, Number(start.from.slice(0, 4)));
    const open = openWall(wall, new Set(up), new Set(filled), weather);
    if (!open) return { wetting: null };
    const steps = wettingRun(open, { ...start, side: side ?? 'rain' }, weather, materials);
    const wetting = await through(steps, turn, 0, (share) => turn.tell({ share }));
    return wetting && { wetting };
  } catch (error) {
    if (error instanceof InputError) return { problem: error.message };
    throw error;
  }
}
