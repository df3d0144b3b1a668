import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import pg from 'pg';
import { ensurePostgres } from './postgres-programs.mjs';
import { Refusal } from './run.mjs';

/** Runs one of PostgreSQL's own tools on a database. @throws Refusal with what it said */
function tool(name, url, args) {
  const { hostname, port, username, password, pathname } = new URL(url);
  const { status, stderr, error } = spawnSync(
    join(ensurePostgres(), name),
    [
      '--host',
      hostname,
      '--port',
      port,
      '--username',
      username,
      '--dbname',
      pathname.slice(1),
      ...args,
    ],
    { encoding: 'utf8', env: { ...process.env, PGPASSWORD: password } },
  );
  if (status !== 0) throw new Refusal(`${name} failed: ${error?.message ?? stderr.trim()}`);
}

/** Works with a connection to a database. */
export async function withClient(url, work) {
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  try {
    return await work(client);
  } finally {
    await client.end();
  }
}

/** Every row of every table as one digest a table: `{ table: 'rows digest' }`. */
async function digests(client) {
  const { rows: tables } = await client.query(
    `SELECT format('%I.%I', schemaname, tablename) AS name FROM pg_tables
     WHERE schemaname NOT IN ('pg_catalog', 'information_schema') ORDER BY 1`,
  );
  const found = {};
  for (const { name } of tables) {
    const { rows } = await client.query(
      `SELECT count(*) AS rows, md5(coalesce(string_agg(digest, '' ORDER BY digest), '')) AS digest
       FROM (SELECT md5(t::text) AS digest FROM ${name} t) AS d`,
    );
    found[name] = `${rows[0].rows} ${rows[0].digest}`;
  }
  return found;
}

/**
 * Writes a database to a file, while others work with it: as it was at one moment.
 *
 * @returns the digests of its rows at that moment
 */
export function dump(url, file) {
  return withClient(url, async (client) => {
    await client.query('BEGIN ISOLATION LEVEL REPEATABLE READ READ ONLY');
    const { rows } = await client.query('SELECT pg_export_snapshot() AS snapshot');
    const then = await digests(client);
    tool('pg_dump', url, [
      ...['--format=custom', '--no-owner', '--no-privileges'],
      ...[`--snapshot=${rows[0].snapshot}`, '--file', file],
    ]);
    return then;
  });
}

/** Reads a file back into an empty database. @throws Refusal; then the database is as it was */
export function load(url, file) {
  tool('pg_restore', url, [
    '--no-owner',
    '--no-privileges',
    '--single-transaction',
    '--exit-on-error',
    file,
  ]);
  return withClient(url, digests);
}
