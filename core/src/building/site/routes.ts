import type { Choices } from './types.ts';

/** A way to build a wall that crews know, to start from: what it says of the choices. The layers are the wall's own. */
export interface Route {
  id: string;
  name: string;
  /** The order of work in words. */
  says: string;
  choices: Choices;
}

export const ROUTES: readonly Route[] = [
  {
    id: 'barrier-first',
    name: 'Barrier, flanged windows, foam',
    says: 'Sheathing and barrier, windows by their flanges, foam up to them, extensions, furring, cladding; the air barrier is tested before the cavities are closed.',
    choices: { racking: 'outside', windows: 'before-insulation', airtightness: 'before-cover' },
  },
  {
    id: 'taped-panel',
    name: 'Taped panel and box, two layers',
    says: 'Taped panels and window boxes, two layers of boards, a second line of tape, furring, windows in the plane of the furring; tested before the cavities are closed.',
    choices: { racking: 'outside', windows: 'after-insulation', airtightness: 'before-cover' },
  },
  {
    id: 'liquid-inset',
    name: 'Liquid barrier, inset windows, wool',
    says: 'Liquid barrier, windows inset, wool boards, furring and corners, pan and reveals; tested before the cavities are closed.',
    choices: { racking: 'outside', windows: 'before-insulation', airtightness: 'before-cover' },
  },
  {
    id: 'inner-racking',
    name: 'Inner racking board first',
    says: 'The racking board inside first, taped as the air barrier; the roof is on before wool or cellulose goes in; windows after the outside boards. Enter the roof as an item that comes.',
    choices: { racking: 'inside', windows: 'after-insulation', airtightness: 'before-cover' },
  },
  {
    id: 'stucco',
    name: 'Stucco coats',
    says: 'Two layers of barrier, windows, lath and accessories, coats with their curing; the test comes at the end, before the inner finish.',
    choices: { racking: 'outside', windows: 'before-insulation', airtightness: 'at-the-end' },
  },
];
