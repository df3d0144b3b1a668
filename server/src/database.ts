import { readdir } from 'node:fs/promises';
import { parse } from 'node:path';
import { runner } from 'node-pg-migrate';
import pg from 'pg';
import type { Logger } from 'pino';

/** A statement that takes longer is ended, ms. */
const MAX_STATEMENT_TIME = 20_000;

/** A statement that takes longer is told in the log, ms. */
const LONG_STATEMENT = 500;

/**
 * The pool of connections. Losing one, idle or at work, is told in the log and is not the end of the server; long
 * statements are told by their text, never with what was in them.
 *
 * @param logger where the log goes; without one nothing is told
 */
export function openPool(connectionString: string, logger?: Logger): pg.Pool {
  const tell = (query: unknown, since: number): void => {
    const took = Math.round(performance.now() - since);
    if (took <= LONG_STATEMENT) return;
    const text = typeof query === 'string' ? query : ((query as { text?: string }).text ?? '');
    logger?.warn({ took, sql: text.replace(/\s+/g, ' ').trim() }, 'long statement');
  };
  type Query = (...asked: unknown[]) => unknown;
  class ToldClient extends pg.Client {
    // The pool asks with a callback, everybody else for a promise.
    override query(...asked: never[]): never {
      const since = performance.now();
      const [query] = asked as unknown[];
      const done = asked.at(-1) as unknown;
      const told: unknown[] =
        typeof done === 'function'
          ? asked.with(-1, ((...answer: unknown[]) => {
              tell(query, since);
              (done as Query)(...answer);
            }) as never)
          : asked;
      const answer = (super.query as Query)(...told);
      if (answer instanceof Promise) {
        const over = (): void => tell(query, since);
        answer.then(over, over);
      }
      return answer as never;
    }
  }
  const pool = new pg.Pool({
    connectionString,
    Client: ToldClient as unknown as NonNullable<pg.PoolConfig['Client']>,
    max: 10,
    connectionTimeoutMillis: 4000,
    statement_timeout: MAX_STATEMENT_TIME,
  });
  const lost = (error: Error): void => logger?.warn({ err: error }, 'a connection was lost');
  // Without listeners the loss of a connection ends the process: of an idle one here, of one at work there.
  pool.on('error', lost);
  pool.on('connect', (client) => client.on('error', lost));
  return pool;
}

const MIGRATIONS_TABLE = 'migrations';

/**
 * Brings the database to the newest numbered migration. Of several servers that start at once one does it, the others
 * wait for it.
 *
 * @param connectionString of the database
 * @param folder with the SQL files
 * @throws Error where a newer program has been at work there; nothing is changed
 */
export async function migrate(connectionString: string, folder: string): Promise<void> {
  await refuseNewer(connectionString, folder);
  await runner({
    databaseUrl: connectionString,
    dir: folder,
    direction: 'up',
    migrationsTable: MIGRATIONS_TABLE,
    advisoryLockMode: 'wait',
    log: () => {},
  });
}

async function refuseNewer(connectionString: string, folder: string): Promise<void> {
  const known = new Set((await readdir(folder)).map((file) => parse(file).name));
  const client = new pg.Client({ connectionString });
  await client.connect();
  try {
    const { rows: tables } = await client.query<{ there: boolean }>(
      'SELECT to_regclass($1) IS NOT NULL AS there',
      [MIGRATIONS_TABLE],
    );
    if (!tables[0]!.there) return;
    const { rows } = await client.query<{ name: string }>(`SELECT name FROM ${MIGRATIONS_TABLE}`);
    const newer = rows.find(({ name }) => !known.has(name));
    if (newer)
      throw new Error(
        `This database was brought to “${newer.name}” by a newer Eldrun. Start that one, or restore a backup from before.`,
      );
  } finally {
    await client.end();
  }
}

/** Two statements that wait for one another: PostgreSQL ends one of them, and it may be tried again. */
const DEADLOCK = '40P01';
const MAX_TRIES = 5;

/** Does work that leaves nothing behind where it fails, once more where it met another in the middle. */
export async function untilAlone<T>(work: () => Promise<T>): Promise<T> {
  for (let tries = 1; ; tries++)
    try {
      return await work();
    } catch (error) {
      if ((error as { code?: string }).code !== DEADLOCK || tries >= MAX_TRIES) throw error;
    }
}

/** Runs work in one transaction, all of it or nothing; from its beginning where it met another in the middle. */
export function inTransaction<T>(
  pool: pg.Pool,
  work: (client: pg.PoolClient) => Promise<T>,
): Promise<T> {
  return untilAlone(() => once(pool, work));
}

async function once<T>(pool: pg.Pool, work: (client: pg.PoolClient) => Promise<T>): Promise<T> {
  const client = await pool.connect();
  let broken: Error | undefined;
  try {
    await client.query('BEGIN');
    const result = await work(client);
    await client.query('COMMIT');
    return result;
  } catch (error) {
    await client.query('ROLLBACK').catch((lost: Error) => (broken = lost));
    throw error;
  } finally {
    client.release(broken);
  }
}
