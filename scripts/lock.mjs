import { spawn } from 'node:child_process';
import { setTimeout as wait } from 'node:timers/promises';
import { Refusal } from './run.mjs';

/** What `flock` ends with where somebody else holds the lock. */
const TAKEN = 75;

/**
 * Locks a file as long as this process lives, however it ends: a helper holds the lock and ends when its input does.
 * The system keeps the lock, so none is ever left over.
 *
 * @param file made where it is missing
 * @returns whether it is locked now; false where another process holds it
 */
export function lock(file) {
  return new Promise((answer, fail) => {
    const holder = spawn(
      'flock',
      ['--nonblock', '--no-fork', '--conflict-exit-code', String(TAKEN), file, 'cat'],
      // Ctrl+C reaches all that started in this terminal; the lock is kept until the end.
      { detached: true, stdio: ['pipe', 'pipe', 'ignore'] },
    );
    holder.once('error', () =>
      fail(new Refusal('Eldrun needs “flock”, of the package util-linux.')),
    );
    holder.stdin.on('error', () => {});
    holder.once('exit', (code) =>
      code === TAKEN ? answer(false) : fail(new Refusal(`${file} could not be locked.`)),
    );
    holder.stdout.once('data', () => {
      for (const part of [holder, holder.stdin, holder.stdout]) part.unref();
      answer(true);
    });
    holder.stdin.write('held\n');
  });
}

/**
 * Locks a file as soon as it is free.
 *
 * @param onWait called once where another process holds it
 */
export async function lockInTurn(file, onWait) {
  for (let tries = 0; !(await lock(file)); tries++) {
    if (tries === 0) onWait();
    await wait(200);
  }
}
