import { isMainThread } from 'node:worker_threads';
import { run } from './main.ts';
import { onThreads, serve } from './threads.ts';

// Whoever reads may have enough before all is written.
process.stdout.on('error', (error: NodeJS.ErrnoException) => {
  if (error.code !== 'EPIPE') throw error;
  process.exit();
});

if (isMainThread)
  process.exitCode = await run(process.argv.slice(2), process, onThreads(new URL(import.meta.url)));
else serve();
