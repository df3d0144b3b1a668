import type { JudgmentAnswer, JudgmentPart, JudgmentRequest } from './judgment-job.ts';
import { Newest } from './newest.ts';

type Ask = JudgmentRequest extends infer R ? (R extends unknown ? Omit<R, 'job'> : never) : never;

/** A worker that runs years for a judgment. */
export class Judge extends Newest<Ask, Exclude<JudgmentAnswer, JudgmentPart>, JudgmentPart> {
  constructor() {
    super(
      () => new Worker(new URL('./judgment.worker.ts', import.meta.url), { type: 'module' }),
      (told): told is JudgmentPart => 'progress' in told || 'sample' in told,
    );
  }
}
