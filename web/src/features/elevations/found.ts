import type { Status } from '@eldrun/core/verdicts';

/** Something that is found about what sits in a wall. */
export interface Found {
  status: Status;
  text: string;
  more: string;
  /** Where a pipe lies warm enough, from the inner face, m. */
  inward?: number;
}
