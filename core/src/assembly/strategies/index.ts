export * from './outside-split.ts';
export * from './swap.ts';
