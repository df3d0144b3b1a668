export { packed, stockFor } from './packed.ts';
export * from './plan.ts';
export type * from './types.ts';
