import { readdir } from 'node:fs/promises';
import { expect, test } from '@jest/globals';
import { runner } from 'node-pg-migrate';
import pg from 'pg';
import { migrate } from '../src/database.ts';
import { DEMO_PROJECTS } from '@eldrun/demo';
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

/** The schemas that were released before today's, by how many migrations they had gone through. */
const RELEASED = [1, 2];

test.each(RELEASED)(
  'a database after migration %i keeps every project, wall and saved state, row by row',
  async (released) => {
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
    await run(released, 'up');
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
    if (released > 1)
      await client.query(
        `INSERT INTO project_weather (project_id, id, climate, notes, hours)
       SELECT id, 'weather-1', '{"name": "Harrow Fell"}', '["a note"]', '{"temperature": [1, 2]}' FROM projects`,
      );
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
    const { rows: weather } = await client.query(
      'SELECT climate, notes, hours FROM project_weather ORDER BY project_id',
    );
    expect(weather).toHaveLength(released > 1 ? before.projects.length : 0);
    for (const one of weather)
      expect(one).toEqual({
        climate: { name: 'Harrow Fell' },
        notes: ['a note'],
        hours: { temperature: [1, 2] },
      });
    await client.end();
  },
);

test('several servers that start at once bring an empty database to today’s schema together', async () => {
  const url = await emptyDatabase();
  await Promise.all([1, 2, 3].map(() => migrate(url, MIGRATIONS)));
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  const { rows } = await client.query<{ name: string }>('SELECT name FROM migrations');
  expect(rows).toHaveLength((await readdir(MIGRATIONS)).length);

  // One that a newer program was at work on is left alone.
  await client.query(
    `INSERT INTO migrations (name, run_on) VALUES ('0999_from-the-future', now())`,
  );
  await expect(migrate(url, MIGRATIONS)).rejects.toThrow(/0999_from-the-future.*newer Eldrun/);
  await client.end();
});
