import { measured, messageText, say, type UnitSystem } from '../../common/units/index.ts';
import type { Elevation } from '../house/index.ts';
import type { HeadLine } from './house-layout.ts';
import type { Conflict } from './types.ts';

/** What a path of an elevation leads to, for a person. */
const PLACES: readonly [RegExp, string][] = [
  [/^openings/, 'Opening'],
  [/^intersections/, 'Inner wall'],
  [/^anchors/, 'Anchor'],
  [/^risers/, 'Pipe or duct'],
  [/^services/, 'Service'],
  [/^ends\.left/, 'Corner left'],
  [/^ends\.right/, 'Corner right'],
  [/^steps/, 'Step'],
  [/^segments/, 'Stretch'],
  [/^sheets|^sheathing/, 'Sheathing'],
  [/^outside/, 'Boards'],
  [/^furring/, 'Furring'],
  [/^cladding/, 'Cladding'],
  [/^plates|^layout/, 'Plates'],
];

/** Something to look at on an elevation, as it is read. */
export interface LookedAt {
  at: string;
  /** What `at` leads to. */
  place: string;
  text: string;
}

/** What is found of an elevation, in a person's units; what is the same at several places of it is said once. */
export function lookedAt(found: readonly Conflict[], system: UnitSystem): LookedAt[] {
  const times = new Map<string, LookedAt & { count: number }>();
  for (const { at, message } of found) {
    const text = messageText(message, system);
    const place = PLACES.find(([path]) => path.test(at))?.[1] ?? 'Wall';
    const key = `${at} ${text}`;
    const known = times.get(key);
    if (known) known.count++;
    else
      times.set(key, {
        at,
        place,
        text: `${text.charAt(0).toUpperCase()}${text.slice(1)}`,
        count: 1,
      });
  }
  return [...times.values()].map(({ count, text, ...one }) => ({
    ...one,
    text: count > 1 ? `${text} (${count} times)` : text,
  }));
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
