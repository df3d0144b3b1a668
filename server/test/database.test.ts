import { afterAll, beforeAll, expect, test } from '@jest/globals';
import pg from 'pg';
import pino from 'pino';
import { inTransaction, openPool, untilAlone } from '../src/database.ts';
import { toApiError } from '../src/errors.ts';
import { ownDatabase } from './own-database.ts';

const lines: string[] = [];
let url: string;
let pool: pg.Pool;

beforeAll(async () => {
  url = await ownDatabase();
  pool = openPool(url, pino({}, { write: (line) => void lines.push(line) }));
});
afterAll(() => pool.end());

/** Ends the connections of this database, as a database that goes away does. */
async function cutOff(): Promise<void> {
  const other = new pg.Client({ connectionString: url });
  await other.connect();
  await other.query(
    `SELECT pg_terminate_backend(pid) FROM pg_stat_activity
     WHERE datname = current_database() AND pid <> pg_backend_pid()`,
  );
  await other.end();
}

test('a connection that is lost inside a transaction fails that one, and the server goes on', async () => {
  const lost = inTransaction(pool, async (client) => {
    await client.query('SELECT 1');
    await cutOff();
    await client.query('SELECT 2');
  });
  await expect(lost.catch((error: unknown) => toApiError(error).status)).resolves.toBe(503);
  await expect(pool.query('SELECT 1')).resolves.toMatchObject({ rowCount: 1 });
});

test('so does one that is lost while nothing is asked of it, idle or checked out', async () => {
  const client = await pool.connect();
  await cutOff();
  await expect(client.query('SELECT 1')).rejects.toThrow();
  client.release(true);
  await expect(pool.query('SELECT 1')).resolves.toMatchObject({ rowCount: 1 });
  expect(lines.join()).toContain('a connection was lost');
});

test('a long statement is told by its text, without what was in it', async () => {
  lines.length = 0;
  await pool.query('SELECT pg_sleep(0.6), $1::text AS secret', ['Quarry Row']);
  await new Promise(setImmediate);
  const [line] = lines.map(
    (text) => JSON.parse(text) as { took: number; sql: string; msg: string },
  );
  expect(line).toMatchObject({
    msg: 'long statement',
    sql: 'SELECT pg_sleep(0.6), $1::text AS secret',
  });
  expect(line!.took).toBeGreaterThan(500);
  expect(lines.join()).not.toContain('Quarry Row');
});

test('a statement that met another in the middle is tried again, another error is not', async () => {
  let tries = 0;
  const meets = (times: number, code: string) => () => {
    tries++;
    return tries <= times
      ? Promise.reject(Object.assign(new Error(code), { code }))
      : Promise.resolve('done');
  };
  await expect(untilAlone(meets(2, '40P01'))).resolves.toBe('done');
  expect(tries).toBe(3);
  tries = 0;
  await expect(untilAlone(meets(99, '40P01'))).rejects.toThrow('40P01');
  expect(tries).toBe(5);
  tries = 0;
  await expect(untilAlone(meets(1, '23505'))).rejects.toThrow('23505');
  expect(tries).toBe(1);
});
