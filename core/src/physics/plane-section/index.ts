// Plane sections as files: Joi loads only where one is asked for.
export { parseSection } from './schema.ts';
export { solveSection } from './solve.ts';
export { type SectionAnswer, type SectionFile } from './types.ts';
