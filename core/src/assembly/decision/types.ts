import type { Document } from '../../common/document/index.ts';
import type { Judgment } from '../judgment/index.ts';
import type { Measures } from '../options/index.ts';
import type { Brief } from '../../physics/build-up/index.ts';

/** One of the walls that a decision was made between, as it was then. */
export interface DecidedOption {
  /** Id of the wall, and the saved state that was decided on. */
  wall: string;
  revision: number;
  name: string;
  measures: Measures;
  /** What was said of its moisture, and on what that stood. */
  judgment: Pick<Judgment, 'moisture' | 'basis'>;
  /** Why it was not chosen. */
  rejected?: string;
}

/** Which wall was chosen, why, by whom and when: bound to the states of the walls and the brief that it was made on. */
export interface Decision extends Document {
  format: 'eldrun-decision';
  version: 1;
  /** Id of the wall that was chosen: one of the options. */
  chosen: string;
  why: string;
  decidedBy: string;
  /** Such as `2026-11-26`. */
  decidedOn: string;
  options: DecidedOption[];
  /** The brief as it was then. */
  brief: Brief;
}

/** What the walls and the brief are at a moment. */
type DecidedOn = Pick<Decision, 'options' | 'brief'>;

export type DecisionCommand =
  | { type: 'rename'; name: string }
  | { type: 'choose'; wall: string }
  | { type: 'setText'; field: 'why' | 'decidedBy' | 'decidedOn'; text: string }
  | { type: 'setRejected'; wall: string; text: string }
  /** Decides anew on what walls and brief are now; the reasons stay. */
  | { type: 'bind'; on: DecidedOn };

export const DECISION_FORMAT = 'eldrun-decision';
