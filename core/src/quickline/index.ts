export { usualThickness } from './material.ts';
export * from './parse.ts';
export { insertions, type Place } from './place.ts';
export type { NewLayer, Suggestion } from './suggestion.ts';
