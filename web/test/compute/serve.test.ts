import { beforeEach, describe, expect, test } from '@jest/globals';
import { compute } from '../../src/compute/pool.ts';
import { Newest } from '../../src/compute/newest.ts';
import type { Turn } from '../../src/compute/turn.ts';
import { InlineWorker, useInlineWorkers } from '../inline-worker.ts';
import { until } from '../until.ts';

/** What a made-up job is told to do: so many steps, each written down. */
interface Steps {
  name: string;
  steps: number;
  fails?: boolean;
}

let done: string[] = [];

async function answer({ name, steps, fails }: Steps, turn: Turn<{ step: number }>) {
  let step = 0;
  for (; step < steps && !turn.isStopped(); step++) {
    done.push(name);
    turn.tell({ step });
    await turn.pause();
    if (turn.isStale()) return null;
  }
  if (fails) throw new Error('out of range');
  return { name, step };
}

const ask = (question: Steps, urgency: 'edit' | 'shown' | 'background', told?: object[]) =>
  compute('heat', question as never, urgency, (part) => told?.push(part));

beforeEach(() => {
  done = [];
  // One thread is there from the first question on: all share it.
  useInlineWorkers({ heat: () => Promise.resolve({ answer }) }, 1);
});

describe('the threads', () => {
  test('a more urgent job goes first, what is as urgent one after the other, nothing is lost', async () => {
    const slow = ask({ name: 'slow', steps: 2000 }, 'background');
    await until(() => done.length > 2);
    const [first, second] = [
      ask({ name: 'first', steps: 5 }, 'edit'),
      ask({ name: 'second', steps: 5 }, 'edit'),
    ];
    expect(await first.answer).toMatchObject({ name: 'first' });
    expect(await second.answer).toMatchObject({ name: 'second' });
    expect(done.filter((name) => name === 'slow').length).toBeLessThan(2000);
    const urgent = done.filter((name) => name !== 'slow');
    expect(urgent).toEqual([...Array<string>(5).fill('first'), ...Array<string>(5).fill('second')]);
    for (const name of ['first', 'second'])
      expect(done.slice(done.indexOf(name), done.indexOf(name) + 5)).toEqual(
        Array<string>(5).fill(name),
      );
    expect(await slow.answer).toEqual({ name: 'slow', step: 2000 });
  });

  test('what is dropped ends at its next step and tells nothing; the newest question counts', async () => {
    const newest = new Newest('heat', 'shown');
    const told: object[] = [];
    const older = newest.ask({ name: 'older', steps: 1000 } as never, (part) => told.push(part));
    await until(() => told.length > 0);
    const newer = newest.ask({ name: 'newer', steps: 2 } as never);
    expect(await older).toBeNull();
    const heard = told.length;
    expect(await newer).toMatchObject({ name: 'newer' });
    expect(told).toHaveLength(heard);
    expect(done.filter((name) => name === 'older').length).toBeLessThan(1000);
  });

  test('what waits can be dropped before it begins, and what is stopped ends with what it has', async () => {
    const running = ask({ name: 'running', steps: 1000 }, 'shown');
    const waiting = ask({ name: 'waiting', steps: 1 }, 'shown');
    waiting.drop();
    expect(await waiting.answer).toBeNull();
    await until(() => done.length > 3);
    running.stop();
    const { step } = (await running.answer) as unknown as { step: number };
    expect(step).toBeGreaterThan(2);
    expect(step).toBeLessThan(1000);
    expect(done).not.toContain('waiting');
  });

  test('what a job throws is its own failure; a thread that ends gives way to another', async () => {
    const failing = ask({ name: 'failing', steps: 1, fails: true }, 'edit');
    await expect(failing.answer).rejects.toThrow('out of range');
    InlineWorker.failing = true;
    await expect(ask({ name: 'lost', steps: 1 }, 'edit').answer).rejects.toThrow('out of memory');
    InlineWorker.failing = false;
    expect(await ask({ name: 'next', steps: 1 }, 'edit').answer).toMatchObject({ name: 'next' });
  });

  test('what cannot be sent is said, and holds nothing up', async () => {
    const odd = compute('heat', { name: () => undefined } as never, 'edit');
    await expect(odd.answer).rejects.toThrow(/clone/);
    expect(await ask({ name: 'after', steps: 1 }, 'edit').answer).toMatchObject({ name: 'after' });
  });
});
