/** The parts of the panel. */
export type AttachPart = 'screws' | 'system' | 'joins' | 'proof';
