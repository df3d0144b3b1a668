// In development a thread reads TypeScript itself: it does not inherit the loader of the server.
import { register } from 'tsx/esm/api';

register();
await import(`./${new URL(import.meta.url).search.slice(1)}/in-thread.ts`);
