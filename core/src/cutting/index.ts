export * from './plan.ts';
export type * from './types.ts';
