import type { SheetKind } from '@eldrun/papers/types';

/** What a sheet is made of: that is what a person chooses. */
type MadeOf = 'wall' | 'walls' | 'house';

export interface SheetChoice {
  id: SheetKind;
  label: string;
  about: string;
  of: MadeOf;
}

/** The sheets in the order in which a job needs them. */
export const SHEET_CHOICES: readonly SheetChoice[] = [
  {
    id: 'wall',
    label: 'Wall sheet',
    about: 'What to build and whether it holds: section, readings, layers, the year, attachment.',
    of: 'wall',
  },
  {
    id: 'submittal',
    label: 'Code submittal',
    about: 'The calculation in full: every layer, formula, source, month and judgment.',
    of: 'wall',
  },
  {
    id: 'crew',
    label: 'Crew sheet',
    about: 'The wall as it grows, in pictures; order of work, laps, gaps, nailing, cautions.',
    of: 'wall',
  },
  {
    id: 'comparison',
    label: 'Comparison',
    about: 'Walls side by side for a client, with the record of the decision.',
    of: 'walls',
  },
  {
    id: 'elevation',
    label: 'Elevations',
    about: 'Each wall layer by layer, from outdoors, to scale.',
    of: 'house',
  },
  {
    id: 'plates',
    label: 'Plate sheets',
    about: 'Every mark on the bottom plate, to be carried out to it.',
    of: 'house',
  },
  {
    id: 'edges',
    label: 'Edge details',
    about: 'Windows, corners, base and top: to scale, with ψ and the order of work.',
    of: 'house',
  },
  {
    id: 'order',
    label: 'Order',
    about: 'What is bought, how lengths are cut, and a request for quotation.',
    of: 'house',
  },
  {
    id: 'site',
    label: 'Site',
    about: 'The order of work by day, what is covered by when, checks to tick, cautions.',
    of: 'house',
  },
];
