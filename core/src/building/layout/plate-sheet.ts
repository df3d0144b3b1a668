import { SAME, type Elevation, type Practice } from '../house/index.ts';
import { tapeText, type UnitSystem } from '../../common/units/index.ts';
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

/** What a person calls the kinds of members, and how they are marked on the plate. */
const MARKS: Record<string, string> = {
  stud: 'stud ×',
  king: 'king K',
  jack: 'jack J',
  corner: 'corner C',
  backing: 'backing B',
  cripple: 'cripple c',
};

/** A line of the plate sheet: where the mark is from the layout's end, m, what stands there, on which side, what else. */
export interface PlateRow {
  x: number;
  what: string;
  side: string;
  more: string;
}

/** A plate sheet in reading order: members, anchors and what rises from below. @param units of the widths in its words */
export function plateRows(
  { elevation, plateSheet }: { elevation: Elevation; plateSheet: readonly PlateMark[] },
  units: UnitSystem,
): PlateRow[] {
  const { anchors = [], risers = [], layout, length } = elevation;
  const at = (x: number): number => (layout?.from === 'right' ? length - x : x);
  const onMark = 'on the mark';
  return [
    ...plateSheet.map(({ x, kind, side, stacked }) => ({
      x,
      what: MARKS[kind] ?? kind,
      side: `${side} of the mark`,
      more: stacked ? 'roof or floor member over it' : '',
    })),
    ...anchors.map(({ x, kind }) => ({ x: at(x), what: kind, side: onMark, more: '' })),
    ...risers.map(({ x, width, kind }) => ({
      x: at(x),
      what: kind,
      side: onMark,
      more: `${tapeText(width, units)} wide`,
    })),
  ].sort((a, b) => a.x - b.x);
}
