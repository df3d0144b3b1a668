import { Said } from './fields.ts';
import type { Details } from './types.ts';

/** How the inlet of a drained gap is kept: open, by insect mesh, by a corrugated strip. */
export type Inlet = 'none' | 'mesh' | 'strip';

/** What the inlet of the gap is, of what was said of the base of the walls; the usual one where nobody said it. */
export const inletOf = (details: Pick<Details, 'groups'> | null | undefined): Inlet =>
  new Said('base', details?.groups?.base).text('vent') as Inlet;

/** What a person says of it at the foot and the head of the gap. */
export const INLET_SAID: Readonly<Record<Inlet, string>> = {
  none: 'open at bottom and top, without a screen',
  mesh: 'open at bottom and top, mesh in both',
  strip: 'open at bottom and top, a corrugated strip in both',
};

/** What goes in at the foot of the gap before the cladding; null where it stays open. */
export const INLET_PARTS: Readonly<Record<Inlet, string | null>> = {
  none: null,
  mesh: 'Mesh at the bottom of the gap',
  strip: 'Corrugated strip at the bottom of the gap',
};

/** What is bought for the openings of the gap; null where they stay open. */
export const INLET_GOODS: Readonly<Record<Inlet, string | null>> = {
  none: null,
  mesh: 'vent-strip',
  strip: 'corrugated-strip',
};
