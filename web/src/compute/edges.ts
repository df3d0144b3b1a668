import type { EdgesAnswer, EdgesPart, EdgesQuestion } from './edges-job.ts';
import { Newest } from './newest.ts';

/** A worker that solves the sections of edges. */
export class EdgesWorker extends Newest<EdgesQuestion, EdgesAnswer, EdgesPart> {
  constructor() {
    super(
      () => new Worker(new URL('./edges.worker.ts', import.meta.url), { type: 'module' }),
      (told): told is EdgesPart => 'found' in told,
    );
  }
}
