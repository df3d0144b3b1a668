// In development a thread reads TypeScript itself: it does not inherit the loader of the server.
import { workerData } from 'node:worker_threads';
import { register } from 'tsx/esm/api';

register();
await import(`./${workerData}/in-thread.ts`);
