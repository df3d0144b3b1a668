import type { ElevationLayer } from '@eldrun/drawing';

/** What of an elevation is looked at. */
export const LENSES: readonly { id: ElevationLayer; label: string }[] = [
  { id: 'frame', label: 'Framing' },
  { id: 'services', label: 'Services' },
  { id: 'sheathing', label: 'Sheathing' },
  { id: 'membrane', label: 'Membrane' },
  { id: 'boards', label: 'Boards' },
  { id: 'furring', label: 'Furring' },
  { id: 'cladding', label: 'Cladding' },
];

/** The lens of an address; the framing where it names none. */
export const lensOf = (query: unknown): ElevationLayer =>
  LENSES.find(({ id }) => id === query)?.id ?? 'frame';
