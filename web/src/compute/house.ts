import type { HouseAnswer, HouseProgress, HouseQuestion } from './house-job.ts';
import { Newest } from './newest.ts';

/** A worker that takes a house off, looks for substitutes, and solves what sits in its walls. */
export class HouseWorker extends Newest<HouseQuestion, HouseAnswer, HouseProgress> {
  constructor() {
    super(
      () => new Worker(new URL('./house.worker.ts', import.meta.url), { type: 'module' }),
      (told): told is HouseProgress => 'share' in told,
    );
  }
}
