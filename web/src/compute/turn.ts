/** What a job is given beside its question: it works in steps, and lets others in between two of them. */
export interface Turn<Part = never> {
  /** Lets messages in, and what is more urgent go first. */
  pause: () => Promise<void>;
  /** Whether nobody waits for the answer any more: the job ends without one. */
  isStale: () => boolean;
  /** Whether it should end early with what it has. */
  isStopped: () => boolean;
  /** Tells what there is so far. */
  tell: (part: Part) => void;
}

/**
 * Goes through a generator with pauses.
 *
 * @param every a pause comes after so long, ms
 * @param told what the generator says where it pauses
 * @returns what it came to; null when it was dropped
 */
export async function through<Step, T>(
  steps: Generator<Step, T, unknown>,
  { pause, isStale }: Pick<Turn, 'pause' | 'isStale'>,
  every: number,
  told: (step: Step) => void = () => undefined,
): Promise<T | null> {
  let paused = performance.now();
  for (;;) {
    const step = steps.next();
    if (step.done) return step.value;
    if (performance.now() - paused < every) continue;
    told(step.value);
    await pause();
    if (isStale()) return null;
    paused = performance.now();
  }
}
