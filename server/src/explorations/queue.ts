import type pg from 'pg';
import PgBoss from 'pg-boss';
import type { Logger } from 'pino';

/** The queue of what workers do. */
export const QUEUE = 'explore';

/** What a worker is to do: evaluate a part of an exploration, or, once all parts are there, find what none beats. */
export interface ExploreJob {
  exploration: string;
  /** Null for the last step. */
  part: number | null;
}

/** A part is tried again so often after its worker died or failed. */
const RETRIES = 3;

/** A worker that neither finishes a part nor dies is given up after so long, s: longer than any part takes. */
const LONGEST = 3600;

/** What is done is kept so long, s. */
const KEPT = 3600;

/** The queue over connections of a pool. Its own tables, in the schema `pgboss`, are brought up to date by `start`. */
export function newQueue(pool: pg.Pool, logger: Logger, supervise: boolean): PgBoss {
  const boss = new PgBoss({
    db: executing(pool),
    schedule: false,
    supervise,
    archiveCompletedAfterSeconds: KEPT,
    deleteAfterDays: 1,
  });
  // Without a listener an error ends the process.
  boss.on('error', (error) => logger.warn({ err: error }, 'the queue waits'));
  return boss;
}

/** Statements of the queue over a pool, or within the transaction of a client. */
export const executing = (database: pg.Pool | pg.PoolClient): PgBoss.Db => ({
  executeSql: (text, values) => database.query(text, values),
});

/** Starts the queue and makes sure that it is there. */
export async function openQueue(boss: PgBoss): Promise<PgBoss> {
  await boss.start();
  if (!(await boss.getQueue(QUEUE)))
    await boss.createQueue(QUEUE, {
      name: QUEUE,
      retryLimit: RETRIES,
      retryDelay: 0,
      expireInSeconds: LONGEST,
    });
  return boss;
}
