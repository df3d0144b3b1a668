/** The parts of the place, in the order of the work. */
export const PARTS = [
  { id: 'sequence', label: 'Sequence' },
  { id: 'weather', label: 'Clocks and weather' },
  { id: 'checks', label: 'Checks' },
  { id: 'log', label: 'Log' },
  { id: 'instruments', label: 'Instruments' },
] as const;

export type PartId = (typeof PARTS)[number]['id'];

/** The part of an address; the sequence where it names none. */
export const partOf = (name: unknown): PartId =>
  PARTS.find(({ id }) => id === name)?.id ?? 'sequence';
