import { spawnSync } from 'node:child_process';

/**
 * For the memory of a server (glibc, mallopt(3)): what is freed goes back to the system. Its allocator else keeps as much for
 * each thread as that once had.
 */
export const GIVES_BACK = {
  MALLOC_ARENA_MAX: '2',
  MALLOC_MMAP_THRESHOLD_: '131072',
  MALLOC_TRIM_THRESHOLD_: '131072',
};

/** A failure that a person can act on: its message is all there is to say. */
export class Refusal extends Error {}

/** Runs a program to its end; its output is shown. Returns whether it succeeded. */
export function run(program, args, options = {}) {
  const { status, error } = spawnSync(program, args, { stdio: 'inherit', ...options });
  if (error) throw new Refusal(`${program} could not be started: ${error.message}`);
  return status === 0;
}

/** As `run`, but a failure ends the script. */
export function runOrFail(program, args, options = {}) {
  if (!run(program, args, options)) throw new Refusal(`${program} ${args.join(' ')} failed.`);
}

/** Runs a program to its end and returns what it printed, or null when it failed. */
export function capture(program, args, options = {}) {
  const { status, stdout } = spawnSync(program, args, { encoding: 'utf8', ...options });
  return status === 0 ? stdout : null;
}

/** Runs a script's main function; a refusal is printed plainly and ends with status 1. */
export async function main(work) {
  try {
    await work();
  } catch (error) {
    if (!(error instanceof Refusal)) throw error;
    console.error(`\n${error.message}`);
    process.exitCode = 1;
  }
}
