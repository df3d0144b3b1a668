import { climateOfWeather, listsOfWeather, parseEpw, type OwnClimate } from '@eldrun/core/climate';
import { InputError } from '@eldrun/core/errors';

/** A weather file as it is stored, or what is wrong with it. */
export type ReadWeather =
  | { climate: OwnClimate; notes: string[]; hours: string }
  | { path: string; problem: string; allowed: string };

/**
 * Reads a weather file.
 *
 * @param file its bytes, UTF-8
 * @returns the climate, notes, and the hours as JSON text; or the bad input as parts, since errors lose their kind on the
 * way out of a thread
 */
export function readWeather(file: Uint8Array): ReadWeather {
  try {
    const { weather, notes } = parseEpw(new TextDecoder().decode(file));
    const hours = JSON.stringify(listsOfWeather(weather));
    return { climate: climateOfWeather(weather), notes, hours };
  } catch (error) {
    if (!(error instanceof InputError)) throw error;
    const { path, problem, allowed } = error;
    return { path, problem, allowed };
  }
}
