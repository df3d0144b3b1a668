import type { HeatAnswer, HeatRequest } from './heat-job.ts';
import { Newest } from './newest.ts';

/** A worker that solves sections and looks for verdicts. */
export class Solver extends Newest<Omit<HeatRequest, 'job'>, HeatAnswer> {
  constructor() {
    super(() => new Worker(new URL('./heat.worker.ts', import.meta.url), { type: 'module' }));
  }
}
