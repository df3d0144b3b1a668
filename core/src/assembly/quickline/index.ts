export { usualThickness } from './material.ts';
export * from './parse.ts';
export { insertions } from './place.ts';
export type { Suggestion } from './suggestion.ts';
export type { NewLayer } from './types.ts';
