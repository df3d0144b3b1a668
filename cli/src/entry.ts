import { isMainThread } from 'node:worker_threads';
import { run } from './main.ts';
import { EXIT } from './output.ts';
import { onThreads, serve } from './threads.ts';

/** Ends where nothing can be written any more; quietly where whoever reads has enough. */
function outputLost(error: NodeJS.ErrnoException): never {
  if (error.code !== 'EPIPE')
    process.stderr.write(`eldrun: the output cannot be written: ${error.message}\n`);
  process.exit(error.code === 'EPIPE' ? EXIT.ok : EXIT.badInput);
}

process.stdout.on('error', outputLost);
// Where even this cannot be written there is nobody to tell.
process.stderr.on('error', () => {});

if (isMainThread) {
  try {
    process.exitCode = await run(
      process.argv.slice(2),
      process,
      onThreads(new URL(import.meta.url)),
    );
  } catch (error) {
    // A file or a device fails at once, a pipe by an event.
    if ((error as NodeJS.ErrnoException).syscall !== 'write') throw error;
    outputLost(error as NodeJS.ErrnoException);
  }
} else serve();
