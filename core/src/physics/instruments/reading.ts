export const READING_KINDS = ['wood-moisture', 'surface-temperature', 'humidity', 'ph'] as const;

/** What an instrument read at a place: a share of the dry wood, °C, a relative humidity, a pH. */
export interface Reading {
  kind: (typeof READING_KINDS)[number];
  /** An elevation, and what there: `north/studs`. */
  where: string;
  value: number;
  /** Day, `2026-04-06`. */
  at: string;
  by?: string;
}
