// A wall as physics sees it: its layers resolved, indoors first, with what stands at both sides.

export * from './control-layers.ts';
export * from './main-frame.ts';
export * from './names.ts';
export * from './outside.ts';
export * from './resolve.ts';
export * from './shares.ts';
export * from './types.ts';
export * from './water.ts';
