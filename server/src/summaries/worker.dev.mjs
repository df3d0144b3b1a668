// In development the thread reads TypeScript itself: it does not inherit the loader of the server.
import { register } from 'tsx/esm/api';

register();
await import('./worker.ts');
