import { expect, test } from '@jest/globals';
import { runner } from 'node-pg-migrate';
import pg from 'pg';
import { migrate } from '../src/database.ts';
import { DEMO_PROJECTS } from '../src/demo/projects.ts';
import { emptyDatabase, MIGRATIONS } from './own-database.ts';

/** The demo data as the first release stored them, a wall with a history and two walls at one place among them. */
async function fill(client: pg.Client): Promise<void> {
  for (const { name, units, brief, walls } of DEMO_PROJECTS) {
    const { rows } = await client.query<{ id: string }>(
      'INSERT INTO projects (name, units, brief, demo) VALUES ($1, $2, $3, true) RETURNING id',
      [name, units, JSON.stringify(brief)],
    );
    for (const [i, document] of walls.entries()) {
      const { rows: added } = await client.query<{ id: string }>(
        `INSERT INTO walls (project_id, name, position, document, revision, created_at, updated_at)
         VALUES ($1, $2, $3, $4, 3, now() - $5 * interval '1 hour', now() - $5 * interval '1 minute') RETURNING id`,
        [rows[0]!.id, document.name, Math.min(i, 1), JSON.stringify(document), 9 - i],
      );
      for (const revision of [1, 2, 3])
        await client.query(
          `INSERT INTO wall_revisions (wall_id, revision, document, steps, saved_at)
           VALUES ($1, $2, $3, $4, now() - $5 * interval '1 day')`,
          [
            added[0]!.id,
            revision,
            JSON.stringify({ ...document, note: revision }),
            JSON.stringify([`Step ${revision}`]),
            4 - revision,
          ],
        );
    }
  }
}

test('a database of the first release keeps every project, wall and saved state, row by row', async () => {
  const url = await emptyDatabase();
  const run = (count: number, direction: 'up' | 'down') =>
    runner({
      databaseUrl: url,
      dir: MIGRATIONS,
      direction,
      count,
      migrationsTable: 'migrations',
      log: () => {},
    });
  await run(2, 'up');
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  await fill(client);

  const all = async () => ({
    projects: (
      await client.query(
        `SELECT id, name, units, brief, revision, demo, archived_at, created_at, updated_at
         FROM projects ORDER BY id`,
      )
    ).rows,
    walls: (
      await client.query(
        `SELECT id, project_id, name, document, revision, created_at, updated_at,
           row_number() OVER (PARTITION BY project_id ORDER BY position, created_at, id) AS place
         FROM walls ORDER BY id`,
      )
    ).rows,
    revisions: (
      await client.query(
        `SELECT wall_id, revision, document, steps, saved_at
         FROM wall_revisions ORDER BY wall_id, revision`,
      )
    ).rows,
  });
  const before = await all();
  expect(before.revisions).toHaveLength(3 * before.walls.length);
  await migrate(url, MIGRATIONS);
  expect(await all()).toEqual(before);
  const { rows } = await client.query<{ kind: string; count: string }>(
    'SELECT kind, count(*) FROM documents WHERE deleted_at IS NULL GROUP BY kind',
  );
  expect(rows).toEqual([{ kind: 'wall', count: String(before.walls.length) }]);
  // Back to the old schema and on again: as it was.
  await run(1, 'down');
  expect(await all()).toEqual(before);
  await run(1, 'up');
  expect(await all()).toEqual(before);
  await client.end();
});
