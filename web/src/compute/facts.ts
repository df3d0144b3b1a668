import type { FactsAnswer, FactsRequest } from './facts-job.ts';
import { Newest } from './newest.ts';

/** A worker that finds what options are compared by. */
export class FactsWorker extends Newest<Omit<FactsRequest, 'job'>, FactsAnswer> {
  constructor() {
    super(() => new Worker(new URL('./facts.worker.ts', import.meta.url), { type: 'module' }));
  }
}
