export * from './outline.ts';
export * from './types.ts';
