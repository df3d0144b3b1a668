import {
  joinedSwept,
  partSize,
  type Exploration,
  type Explored,
  type NextStep,
  type Progress,
  type Swept,
  type ThicknessCurve,
} from '@eldrun/core/exploration';
import type { Material } from '@eldrun/core/materials';
import type { ExploreAnswer, ExploreRequest } from './explore-job.ts';

/** What is told while an exploration runs. */
export interface ExploreTold {
  /** A part of the combinations, and its place among all. */
  onSwept: (swept: Swept, at: number) => void;
  /** How many combinations are evaluated. */
  onDone: (done: number) => void;
  onSelecting: (progress: Progress) => void;
}

/** At least so many combinations go to a worker at once: their sections share curves. */
const CHUNK = 400;

/** So many chunks for each worker, so that none waits long for the last. */
const CHUNKS = 12;

/** Workers on all cores but one that evaluate the combinations of an exploration between them. */
export class ExplorePool {
  private workers: Worker[] = [];

  /**
   * Evaluates combinations, then finds those that none beats.
   *
   * @param numbers which combinations, in order
   * @param together so many in a row belong together: they differ only in what lies outside the frame
   * @returns null when it was stopped
   * @throws Error when a worker fails
   */
  async run(
    exploration: Exploration,
    materials: Record<string, Material>,
    numbers: Float64Array,
    together: number,
    { onSwept, onDone, onSelecting }: ExploreTold,
  ): Promise<Explored | null> {
    this.stop();
    const cores = Math.max(1, (navigator.hardwareConcurrency || 2) - 1);
    const workers = Array.from({ length: cores }, () => start());
    this.workers = workers;
    const size = partSize(together, Math.max(CHUNK, numbers.length / (cores * CHUNKS)));
    const merged: { swept: Swept; at: number }[] = [];
    const doing = workers.map(() => 0);
    let next = 0;
    let evaluated = 0;
    const said = (): void => onDone(evaluated + doing.reduce((sum, done) => sum + done, 0));
    await Promise.all(
      workers.map(async (worker, w) => {
        post(worker, { begin: exploration, materials });
        while (next < numbers.length && this.workers === workers) {
          const at = next;
          next = Math.min(numbers.length, next + size);
          const answer = await ask(worker, { sweep: numbers.slice(at, next), at }, (told) => {
            if (!('done' in told)) return;
            doing[w] = told.done;
            said();
          });
          doing[w] = 0;
          if (this.workers !== workers) return;
          if (!('swept' in answer)) throw new Error('problem' in answer ? answer.problem : '');
          evaluated += answer.swept.numbers.length;
          merged.push(answer);
          onSwept(answer.swept, at);
          said();
        }
      }),
    );
    if (this.workers !== workers) return null;
    const answer = await ask(workers[0]!, { select: joinedSwept(merged, numbers) }, (told) => {
      if ('selecting' in told) onSelecting(told.selecting);
    });
    if (this.workers !== workers) return null;
    this.stop();
    if (!('explored' in answer)) throw new Error('problem' in answer ? answer.problem : '');
    return answer.explored;
  }

  /** What lies around the wall as it is. @throws Error where it cannot be computed */
  async around(
    exploration: Exploration,
    materials: Record<string, Material>,
    around: { step: number; steps: number },
  ): Promise<{ next: NextStep[]; curve: ThicknessCurve | null }> {
    const worker = start();
    try {
      post(worker, { begin: exploration, materials });
      const answer = await ask(worker, { around }, () => undefined);
      if (!('next' in answer)) throw new Error('problem' in answer ? answer.problem : '');
      return answer;
    } finally {
      worker.terminate();
    }
  }

  /** Ends what is under way. */
  stop(): void {
    const stopped = this.workers;
    this.workers = [];
    for (const worker of stopped) worker.terminate();
    for (const worker of stopped) ending.get(worker)?.();
  }
}

const start = (): Worker =>
  new Worker(new URL('./explore.worker.ts', import.meta.url), { type: 'module' });

const post = (worker: Worker, request: ExploreRequest): void => worker.postMessage(request);

/** Lets go of whoever waits for a worker that was ended. */
const ending = new WeakMap<Worker, () => void>();

function ask(
  worker: Worker,
  request: ExploreRequest,
  onPart: (told: ExploreAnswer) => void,
): Promise<ExploreAnswer> {
  return new Promise((resolve, reject) => {
    ending.set(worker, () => resolve({ problem: 'stopped' }));
    worker.onmessage = ({ data }: MessageEvent<ExploreAnswer>) => {
      if ('done' in data || 'selecting' in data) onPart(data);
      else resolve(data);
    };
    worker.onerror = (event) => reject(new Error(event.message || 'a worker could not be started'));
    post(worker, request);
  });
}
