import { runner } from 'node-pg-migrate';
import pg from 'pg';

/** The pool of connections; losing one is not the end of the server. */
export function openPool(connectionString: string): pg.Pool {
  const pool = new pg.Pool({ connectionString, max: 8, connectionTimeoutMillis: 4000 });
  pool.on('error', () => {
    // An idle connection broke: the pool drops it and the next query opens another.
  });
  return pool;
}

/**
 * Brings the database to the newest numbered migration.
 *
 * @param connectionString of the database
 * @param folder with the SQL files
 */
export async function migrate(connectionString: string, folder: string): Promise<void> {
  await runner({
    databaseUrl: connectionString,
    dir: folder,
    direction: 'up',
    migrationsTable: 'migrations',
    log: () => {},
  });
}

/** Runs work in one transaction: all of it or nothing. */
export async function inTransaction<T>(
  pool: pg.Pool,
  work: (client: pg.PoolClient) => Promise<T>,
): Promise<T> {
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
