import { setPriority } from 'node:os';
import pino from 'pino';
import { migrate, openPool } from './database.ts';
import { newQueue, openQueue } from './explorations/queue.ts';
import { ExplorationWorker } from './explorations/worker.ts';
import { readWorkerSettings, type WorkerSettings } from './settings.ts';

/** Steps back behind what a person waits for, 0 to 19. */
const NICE = 10;

function settingsOrEnd(): WorkerSettings {
  try {
    return readWorkerSettings(process.env);
  } catch (error) {
    console.error((error as Error).message);
    process.exit(1);
  }
}

const { databaseUrl, log, migrations } = settingsOrEnd();
const logger = pino({}, pino.destination({ dest: log ?? 1, sync: false, mode: 0o600 }));
setPriority(NICE);

await migrate(databaseUrl, migrations);
const pool = openPool(databaseUrl, logger);
const boss = await openQueue(newQueue(pool, logger, true));
const worker = new ExplorationWorker({ pool, boss, logger });
await worker.start();
if (process.send) process.send({ working: true });
else console.log('A worker of Eldrun waits for explorations. Ctrl+C ends it.');

// What it is at is taken again by another worker, or by the next one that starts.
for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'] as const)
  process.on(signal, () => process.exit(0));
process.on('disconnect', () => process.exit(0));
