import type { Attachment } from '../../physics/build-up/index.ts';
import type { Command } from '../wall/index.ts';
import type { Connection, Design } from './design.ts';

/** Changes one of the choices of a wall's attachment. */
export const setAttachment = (design: Design, patch: Partial<Attachment>): Command[] => [
  {
    type: 'setRecord',
    field: 'attachment',
    value: { ...design.hung.wall.file.attachment, ...patch },
  },
];

/** The choice of a connection with parts of it changed. */
export const choose = (
  design: Design,
  { place, fastener, chosen }: Connection,
  patch: { fastener?: string; length?: number; spacing?: number },
): Command[] => {
  const { length, spacing } = { ...chosen, ...patch };
  // Another fastener comes in its own lengths.
  const kept = patch.fastener !== undefined && patch.length === undefined ? undefined : length;
  return setAttachment(design, {
    [place]: {
      fastener: patch.fastener ?? fastener.id,
      ...(kept === undefined ? {} : { length: kept }),
      ...(spacing === undefined ? {} : { spacing }),
    },
  });
};
