import { availableParallelism } from 'node:os';
import { parentPort, Worker } from 'node:worker_threads';
import { checkFile, type CheckJob, type Checked, type Evaluator } from './check.ts';

/** Answers the jobs that a main thread sends. */
export function serve(): void {
  parentPort!.on('message', (job: CheckJob) => {
    void checkFile(job).then((checked) => parentPort!.postMessage(checked));
  });
}

/**
 * Evaluates files on all cores at once.
 *
 * @param entry of the program, which serves in a thread
 */
export function onThreads(entry: URL): Evaluator {
  return async function* (jobs) {
    const count = Math.min(availableParallelism(), jobs.length);
    const workers = Array.from({ length: count }, () => new Worker(entry));
    const idle = [...workers];
    const pending: (Promise<Checked> | null)[] = [];
    const start = (worker: Worker, job: CheckJob): Promise<Checked> =>
      new Promise((resolve, reject) => {
        const done = (): void => {
          worker.off('message', answered).off('error', failed);
        };
        const answered = (checked: Checked): void => {
          done();
          idle.push(worker);
          feed();
          resolve(checked);
        };
        const failed = (error: Error): void => {
          done();
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
        yield (await pending[printed])!;
        pending[printed++] = null;
        feed();
      }
    } finally {
      await Promise.all(workers.map((worker) => worker.terminate()));
    }
  };
}
