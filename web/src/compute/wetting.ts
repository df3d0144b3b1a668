import { Newest } from './newest.ts';
import type { WettingAnswer, WettingProgress, WettingQuestion } from './wetting-job.ts';

/** A worker that lets it rain on an open wall. */
export class WettingWorker extends Newest<WettingQuestion, WettingAnswer, WettingProgress> {
  constructor() {
    super(
      () => new Worker(new URL('./wetting.worker.ts', import.meta.url), { type: 'module' }),
      (told): told is WettingProgress => 'share' in told,
    );
  }
}
