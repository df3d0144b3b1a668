import type { Connection } from './design.ts';
import type { YieldMode } from './types.ts';

/** How a dowel gives way, in words. */
export const MODE_WORDS: Record<YieldMode, string> = {
  Im: 'what holds it crushes along the fastener',
  Is: 'what it holds crushes along the fastener',
  II: 'the fastener tilts and crushes both',
  IIIm: 'the fastener bends once, in what it holds, and crushes what holds it',
  IIIs: 'the fastener bends once, in what holds it, and crushes what it holds',
  IV: 'the fastener bends twice, across the gap',
};

/** What the connection is called in a sentence. */
export const connectionName = ({ place, into }: Pick<Connection, 'place' | 'into'>): string =>
  `${place} to ${into}`;
