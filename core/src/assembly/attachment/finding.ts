import type { Message } from '../../common/units/index.ts';
import type { Attachment } from '../../physics/build-up/index.ts';
import type { Change } from '../wall/index.ts';
import type { ConnectionPlace } from './design.ts';

/** Worst first. */
export const FINDING_ORDER = ['fail', 'caution', 'info', 'pass'] as const;

/** What is said of how a wall's cladding is held. */
export interface AttachmentFinding {
  id: string;
  status: (typeof FINDING_ORDER)[number];
  place: ConnectionPlace | null;
  title: Message;
  reason: Message;
  /** Smallest first: tried by whoever offers them. */
  changes: Change[];
}

/** Whether a connection holds with other choices. */
export type Retry = (patch: Partial<Attachment>, place: ConnectionPlace) => boolean;

/** Lengths that differ by less are the same, m. */
export const HAIR = 1e-6;
