import type { EdgeKind } from '@eldrun/core/edges';

/** The parts of the place, in the order of the switch. */
export const PARTS = [
  { id: 'openings', label: 'Openings' },
  { id: 'corners', label: 'Corners' },
  { id: 'base-and-top', label: 'Base and top' },
  { id: 'penetrations', label: 'Penetrations' },
  { id: 'continuity', label: 'Continuity' },
] as const;

export type PartId = (typeof PARTS)[number]['id'];

/** The part of an address; openings where it names none. */
export const partOf = (named: unknown): PartId =>
  PARTS.find(({ id }) => id === named)?.id ?? 'openings';

const CORNERS: readonly EdgeKind[] = ['corner-outside', 'corner-inside', 'partition'];
const OPENINGS: readonly EdgeKind[] = ['head', 'jamb', 'sill'];

/** The part that an edge of a kind is shown in. */
export const partFor = (kind: EdgeKind): PartId =>
  OPENINGS.includes(kind) ? 'openings' : CORNERS.includes(kind) ? 'corners' : 'base-and-top';
