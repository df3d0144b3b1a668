export { usualThickness } from './material.ts';
export * from './parse.ts';
export type { NewLayer, Suggestion } from './suggestion.ts';
