export * from './commands.ts';
export * from './differences.ts';
export * from './materials-used.ts';
export * from './placement.ts';
export * from './resolve.ts';
export * from './shares.ts';
export * from './types.ts';
export * from './outside.ts';
