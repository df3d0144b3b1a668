import { randomUUID } from 'node:crypto';
import { join } from 'node:path';
import pg from 'pg';
import { migrate } from '../src/database.ts';

export const MIGRATIONS = join(import.meta.dirname, '../migrations');

/** An empty database of its own, without tables. @returns its address */
export async function emptyDatabase(): Promise<string> {
  const server = process.env['ELDRUN_TEST_DATABASE_URL'];
  if (!server) throw new Error('Run these by npm run test:unit, which brings up PostgreSQL.');
  const name = `test_${randomUUID().replaceAll('-', '')}`;
  const client = new pg.Client({ connectionString: server });
  await client.connect();
  await client.query(`CREATE DATABASE ${name}`);
  await client.end();
  const own = new URL(server);
  own.pathname = `/${name}`;
  return own.href;
}

/** A migrated database of its own for one test file, since these run side by side. @returns its address */
export async function ownDatabase(): Promise<string> {
  const url = await emptyDatabase();
  await migrate(url, MIGRATIONS);
  // A second time changes nothing.
  await migrate(url, MIGRATIONS);
  return url;
}
