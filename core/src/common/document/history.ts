/** One step as it can be taken back: its name and the document before it (in `future`: after it). */
interface Step<D> {
  name: string;
  before: D;
}

/** The steps that led to a document, and those that were taken back. Never changed in place. */
export interface History<D> {
  past: readonly Step<D>[];
  future: readonly Step<D>[];
}

/** The most steps that can be taken back. */
export const MAX_STEPS = 200;

export const NO_HISTORY: History<never> = { past: [], future: [] };

/** The history after a step was done. @param before the document before it */
export function stepDone<D>(history: History<D>, name: string, before: D): History<D> {
  return { past: [...history.past, { name, before }].slice(-MAX_STEPS), future: [] };
}

/** The last step taken back: its name, the document to go on with, the history then. Null where there is none. */
export function stepUndone<D>(
  history: History<D>,
  now: D,
): { name: string; document: D; history: History<D> } | null {
  const step = history.past.at(-1);
  if (!step) return null;
  return {
    name: step.name,
    document: step.before,
    history: {
      past: history.past.slice(0, -1),
      future: [...history.future, { name: step.name, before: now }],
    },
  };
}

/** The last step that was taken back, done again. Null where there is none. */
export function stepRedone<D>(
  history: History<D>,
  now: D,
): { name: string; document: D; history: History<D> } | null {
  const step = history.future.at(-1);
  if (!step) return null;
  return {
    name: step.name,
    document: step.before,
    history: {
      past: [...history.past, { name: step.name, before: now }],
      future: history.future.slice(0, -1),
    },
  };
}
