import { measured, say } from '@eldrun/core/units';
import type { Conflict, HeadLine } from '@eldrun/core/layout';
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

/** Heads that lie so near to the line are in it, m. */
const IN_LINE = 0.001;

/** The openings of a wall whose heads lie in the line of the house, and a note for each of the others. */
export function headNotes(
  { id: wall, openings = [] }: Elevation,
  { openings: heads }: HeadLine,
): { inLine: HeadLine['openings']; notes: Conflict[] } {
  const own = heads.filter(({ elevation }) => elevation === wall);
  return {
    inLine: own.filter(({ off }) => Math.abs(off) <= IN_LINE),
    notes: own
      .filter(({ off }) => Math.abs(off) > IN_LINE)
      .map(({ opening, off, string }) => ({
        at: `openings[${openings.findIndex(({ id }) => id === opening)}]`,
        message: say`${opening}’s head lies ${measured('length', Math.abs(off))} ${off < 0 ? 'below' : 'above'} the house’s line; the string is ${measured('length', string)} over its plate`,
      })),
  };
}
