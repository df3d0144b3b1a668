import { parentPort } from 'node:worker_threads';
import type { InputError } from '@eldrun/core/errors';
import type { Answered, Task } from './threads.ts';

/** What a program exports: it does a job, and tells how far it has come. */
export type Run = (job: never, tell: (progress: unknown) => void) => unknown;

/** Told by its parts: each program is a bundle with a class of its own of that name. */
const isInput = (error: object): error is InputError =>
  ['path', 'problem', 'allowed'].every((part) => part in error);

/** Does the jobs that this thread is given, each by the program of its name. */
export function doTasks(load: (program: string) => Promise<{ run: Run }>): void {
  const answer = (message: Answered): void => parentPort!.postMessage(message);
  parentPort!.on('message', ({ program, job }: Task) => {
    void load(program)
      .then(({ run }) => {
        answer({ begun: true });
        return run(job as never, (progress) => answer({ progress }));
      })
      .then((done) => answer({ done }))
      .catch((error: Error) => {
        if (!isInput(error)) return answer({ failed: error });
        // Errors lose their kind on the way out of a thread.
        const { path, problem, allowed } = error;
        answer({ refused: { path, problem, allowed } });
      });
  });
}

/** Beside the bundle of the server each program is a file of its own. */
if (import.meta.url.endsWith('.mjs'))
  doTasks(
    (program) => import(new URL(`./${program}.mjs`, import.meta.url).href) as Promise<{ run: Run }>,
  );
