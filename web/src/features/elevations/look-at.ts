import type { Elevation } from '@eldrun/core/house';
import { ELEVATION_LAYERS, type ElevationLayer } from '@eldrun/drawing';

/** The layer that something at a path of an elevation is about. */
export function layerAt(at: string): ElevationLayer {
  if (/^(sheets|sheathing)/.test(at)) return 'sheathing';
  if (at.startsWith('outside')) return 'boards';
  return ELEVATION_LAYERS.find((layer) => at.startsWith(layer)) ?? 'frame';
}

/** Id of the opening that a path leads to. */
export function openingAt(at: string, { openings = [] }: Elevation): string | undefined {
  const n = /^openings\[(\d+)\]/.exec(at)?.[1];
  return n === undefined ? undefined : openings[Number(n)]?.id;
}
