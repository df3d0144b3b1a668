import { afterEach, expect, test } from '@jest/globals';
import { Thread, type ThreadOptions } from '../src/thread.ts';

/** A thread that answers what it is told to do. */
const entry = new URL(
  `data:text/javascript,${encodeURIComponent(`
    import { parentPort } from 'node:worker_threads';
    parentPort.on('message', (job) => {
      if (job === 'fail') throw new Error('failed');
      if (job === 'hang') for (;;);
      if (job === 'hoard') { const all = []; for (;;) all.push(new Array(1e6).fill(all.length)); }
      parentPort.postMessage(job + 1);
    });
  `)}`,
);

const threads: Thread<unknown, unknown>[] = [];
function thread(options: ThreadOptions = {}): Thread<unknown, unknown> {
  const made = new Thread<unknown, unknown>({ entry }, options);
  threads.push(made);
  return made;
}
afterEach(() => Promise.all(threads.splice(0).map((one) => one.close())));

test('jobs asked at once are each answered with their own', async () => {
  const one = thread();
  expect(await Promise.all([1, 2, 3].map((job) => one.run(job)))).toEqual([2, 3, 4]);
});

test('a job that fails, takes too long or too much fails alone; the next finds a new thread', async () => {
  const one = thread({ longest: 2000, resourceLimits: { maxOldGenerationSizeMb: 24 } });
  const all = await Promise.allSettled(['fail', 'hang', 'hoard', 5].map((job) => one.run(job)));
  expect(all.map(({ status }) => status)).toEqual([
    'rejected',
    'rejected',
    'rejected',
    'fulfilled',
  ]);
  expect((all[1] as PromiseRejectedResult).reason).toHaveProperty('message', 'it took too long');
});

test('what is asked after the end is refused', async () => {
  const one = thread();
  await one.close();
  await expect(one.run(1)).rejects.toThrow('closed');
});
