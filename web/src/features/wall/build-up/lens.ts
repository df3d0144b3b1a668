import type { Lens } from '../lens.ts';

/** The layers as they are built: what every other lens begins from. */
export const BUILD_UP: Lens = {};
