/** The parts of the place, in the order of the work. */
export const PARTS = [
  { id: 'takeoff', label: 'Takeoff' },
  { id: 'cutting', label: 'Cutting' },
  { id: 'quotations', label: 'Quotations' },
  { id: 'receiving', label: 'Receiving' },
] as const;

export type PartId = (typeof PARTS)[number]['id'];

/** The part of an address; the takeoff where it names none. */
export const partOf = (name: unknown): PartId =>
  PARTS.find(({ id }) => id === name)?.id ?? 'takeoff';
