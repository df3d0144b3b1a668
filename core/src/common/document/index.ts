export { fileName } from './file-name.ts';
export { applyAll, formatOf, kindNamed, untouchable } from './format.ts';
export {
  MAX_STEPS,
  NO_HISTORY,
  stepDone,
  stepRedone,
  stepUndone,
  type History,
} from './history.ts';
export type * from './types.ts';
