// In development a thread reads TypeScript itself: it does not inherit the loader of the server.
import { register } from 'tsx/esm/api';

register();
const { doTasks } = await import('./thread.ts');
doTasks((program) => import(`../${program}/in-thread.ts`));
