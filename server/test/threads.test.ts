import { afterEach, expect, test } from '@jest/globals';
import { InputError } from '@eldrun/core/errors';
import { TooBusy, TooMuchWork } from '../src/threads/limits.ts';
import { Lanes, Threads, type JobOptions, type ThreadsOptions } from '../src/threads/threads.ts';

const file = new URL('./obedient-thread.mjs', import.meta.url);

const open: (Threads | Lanes)[] = [];
function threads(options: Partial<ThreadsOptions> = {}): Threads {
  const made = new Threads({ threads: 1, memory: 64, ...options }, file);
  open.push(made);
  return made;
}
const run = (one: Threads, job: unknown, options?: JobOptions): Promise<unknown> =>
  one.run('papers', job, options);
afterEach(() => Promise.all(open.splice(0).map((one) => one.close())));

test('jobs asked at once are each answered with their own', async () => {
  const one = threads();
  expect(await Promise.all([1, 2, 3].map((job) => run(one, job)))).toEqual([2, 3, 4]);
});

test('a job that fails, takes too long or too much fails alone, and says why; the next finds a new thread', async () => {
  const one = threads({ memory: 24 });
  const all = await Promise.allSettled([
    run(one, 'fail'),
    run(one, 'hang', { longest: 500 }),
    run(one, 'hoard'),
    run(one, 'refuse'),
    run(one, 'crash'),
    run(one, 5),
  ]);
  const why = all.map((each) => (each.status === 'rejected' ? (each.reason as Error) : null));
  expect(why[0]!.message).toBe('failed');
  expect(why[1]).toBeInstanceOf(TooMuchWork);
  expect(why[1]!.message).toBe('it took longer than 0.5 s');
  expect(why[2]).toBeInstanceOf(TooMuchWork);
  expect(why[2]!.message).toBe('it needed more than 24 MiB of memory');
  expect(why[3]).toBeInstanceOf(InputError);
  expect(why[4]!.message).toBe('crashed');
  expect(all[5]).toEqual({ status: 'fulfilled', value: 6 });
});

test('who is gone ends what was asked for, begun or not', async () => {
  const one = threads();
  const gone = new AbortController();
  const left = [
    run(one, 'hang', { signal: gone.signal }),
    run(one, 'hang', { signal: gone.signal }),
  ];
  const next = run(one, 1);
  gone.abort(new Error('gone'));
  for (const one of await Promise.allSettled(left))
    expect(one).toMatchObject({ status: 'rejected', reason: { message: 'gone' } });
  expect(await next).toBe(2);
});

test('everybody gets a turn: one thing of another project waits for one of those before it', async () => {
  const one = threads();
  const order: string[] = [];
  const ask = async (whose: string, n: number): Promise<void> => {
    await run(one, n, { whose });
    order.push(`${whose}${n}`);
  };
  await Promise.all([ask('a', 1), ask('a', 2), ask('a', 3), ask('b', 1), ask('c', 1)]);
  expect(order).toEqual(['a1', 'a2', 'b1', 'c1', 'a3']);
});

test('more than may wait is refused', async () => {
  const one = threads({ waiting: 1 });
  const gone = new AbortController();
  const { signal } = gone;
  const first = run(one, 'hang', { signal });
  const second = run(one, 'hang', { signal });
  await expect(run(one, 1)).rejects.toBeInstanceOf(TooBusy);
  gone.abort(new Error('gone'));
  await Promise.allSettled([first, second]);
});

test('a job tells how far it is', async () => {
  const told: unknown[] = [];
  await run(threads(), 'tell', { told: (progress) => told.push(progress) });
  expect(told).toEqual([{ share: 0.25 }, { share: 0.75 }]);
});

test('a small job waits for nobody’s long ones; a short one that is not goes on among them', async () => {
  const lanes = new Lanes(file);
  open.push(lanes);
  const gone = new AbortController();
  const long = Promise.allSettled(
    Array.from({ length: 8 }, () => lanes.runLong('papers', 'hang', { signal: gone.signal })),
  );
  expect(await lanes.run('papers', 1)).toBe(2);
  gone.abort(new Error('gone'));
  await long;
  await expect(lanes.run('papers', 'hang', { longest: 100 })).rejects.toThrow('longer than 0.1 s');
});

test('what is asked after the end is refused', async () => {
  const one = threads();
  await one.close();
  await expect(run(one, 1)).rejects.toThrow();
});
