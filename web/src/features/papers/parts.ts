/** The parts of the place. */
export const PARTS = [
  { id: 'sheets', label: 'Sheets' },
  { id: 'drawings', label: 'Drawings' },
  { id: 'tables', label: 'Tables' },
  { id: 'models', label: 'Models' },
  { id: 'bundle', label: 'Bundle' },
] as const;

export type PartId = (typeof PARTS)[number]['id'];

/** The part of an address; the sheets where it names none. */
export const partOf = (name: unknown): PartId =>
  PARTS.find(({ id }) => id === name)?.id ?? 'sheets';
