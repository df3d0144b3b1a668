import type { Conflict } from '../layout/index.ts';
import type { Crossing } from './crossings.ts';

/** What the services of an elevation come to. */
export interface ServiceChecks {
  crossings: Crossing[];
  /** Steel plates over holes near a face, and straps over cut top plates. */
  plates: number;
  straps: number;
  /** Boxes and runs that pierce the inner face of the main frame: each is sealed on its own. */
  sealed: number;
  conflicts: Conflict[];
  notes: Conflict[];
}
