import { availableParallelism } from 'node:os';
import { parentPort, Worker } from 'node:worker_threads';
import type { Doer, Done, DoneOf, Job } from './job-types.ts';
import { doJob } from './jobs.ts';

/** Answers the jobs that a main thread sends. */
export function serve(): void {
  parentPort!.on('message', (job: Job) => {
    void doJob(job).then((done) => parentPort!.postMessage(done));
  });
}

/**
 * Does jobs on all cores at once.
 *
 * @param entry of the program, which serves in a thread
 */
export function onThreads(entry: URL): Doer {
  return async function* <J extends Job>(jobs: readonly J[]): AsyncIterable<DoneOf<J>> {
    const count = Math.min(availableParallelism(), jobs.length);
    const workers = Array.from({ length: count }, () => new Worker(entry));
    const idle = [...workers];
    const pending: (Promise<Done> | null)[] = [];
    const start = (worker: Worker, job: J): Promise<Done> =>
      new Promise((resolve, reject) => {
        const quiet = (): void => {
          worker.off('message', answered).off('error', failed);
        };
        const answered = (answer: Done): void => {
          quiet();
          idle.push(worker);
          feed();
          resolve(answer);
        };
        const failed = (error: Error): void => {
          quiet();
          reject(error);
        };
        worker.on('message', answered).on('error', failed);
        worker.postMessage(job);
      });
    // No further ahead than some files for each thread: what is done waits for its turn to be printed.
    const ahead = 8 * count;
    let printed = 0;
    const feed = (): void => {
      while (idle.length > 0 && pending.length < jobs.length && pending.length < printed + ahead)
        pending.push(start(idle.pop()!, jobs[pending.length]!));
    };
    try {
      feed();
      while (printed < jobs.length) {
        yield (await pending[printed]) as DoneOf<J>;
        pending[printed++] = null;
        feed();
      }
    } finally {
      await Promise.all(workers.map((worker) => worker.terminate()));
    }
  };
}
