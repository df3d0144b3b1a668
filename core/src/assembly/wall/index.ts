export * from './commands.ts';
export * from './differences.ts';
export type * from './fix.ts';
export * from './insertion.ts';
export * from './materials-used.ts';
export * from './placement.ts';
