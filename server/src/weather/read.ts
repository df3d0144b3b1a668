import { climateOfWeather, listsOfWeather, parseEpw, type OwnClimate } from '@eldrun/core/climate';

/** A weather file as it is stored. */
export interface ReadWeather {
  climate: OwnClimate;
  notes: string[];
  /** As JSON text. */
  hours: string;
}

/**
 * Reads a weather file.
 *
 * @param file its bytes, UTF-8
 * @throws InputError
 */
export function readWeather(file: Uint8Array): ReadWeather {
  const { weather, notes } = parseEpw(new TextDecoder().decode(file));
  const hours = JSON.stringify(listsOfWeather(weather));
  return { climate: climateOfWeather(weather), notes, hours };
}
