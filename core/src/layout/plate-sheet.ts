import { SAME, type Elevation, type Practice } from '../house/index.ts';
import { isUpright, layoutCenters, type Framing } from './framing.ts';
import type { PlateMark } from './types.ts';

/**
 * The marks of a plate in reading order for the person at it: near edges of what stands on it, from the layout's end.
 *
 * @param practice of the house: where frames are stacked, roof and floor members stand over the studs on the layout
 */
export function plateSheetOf(
  elevation: Elevation,
  { members, outline: { length }, sizes }: Framing,
  { stacked = false }: Practice = {},
): PlateMark[] {
  const from = elevation.layout?.from ?? 'left';
  const centers = stacked ? layoutCenters(elevation, sizes.spacing, length) : [];
  // Cripples above and below an opening stand at one mark.
  const marks = new Map<string, PlateMark>();
  for (const { kind, x, width } of members) {
    if (!isUpright(kind)) continue;
    const at = from === 'left' ? x : length - x - width;
    marks.set(`${kind} ${at.toFixed(6)}`, {
      x: Math.max(0, at),
      kind,
      width,
      stacked: centers.some((center) => Math.abs(center - x - width / 2) < SAME),
      side: from === 'left' ? 'right' : 'left',
    });
  }
  return [...marks.values()].sort((a, b) => a.x - b.x);
}
