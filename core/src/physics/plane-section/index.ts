// Plane sections as files: Joi loads only where one is asked for.
export { parseSection } from './schema.ts';
export { planeSectionOf, solveSection } from './solve.ts';
export {
  SECTION_FORMAT,
  type Air,
  type Box,
  type SectionAnswer,
  type SectionFile,
} from './types.ts';
