import type pg from 'pg';
import { inTransaction } from '../database.ts';
import { DEMO_PROJECTS } from './projects.ts';

/**
 * Loads the demo projects once in the life of a database.
 *
 * @param reset takes the demo projects away first, with what was done to them, and loads them anew
 */
export async function loadDemo(pool: pg.Pool, reset: boolean): Promise<void> {
  await inTransaction(pool, async (client) => {
    if (reset) await client.query('DELETE FROM projects WHERE demo');
    const { rowCount } = await client.query(
      `INSERT INTO settings (key, value) VALUES ('demo-loaded', 'true') ON CONFLICT DO NOTHING`,
    );
    if (rowCount === 0 && !reset) return;
    // The list shows the newest first; the first project of the demo is to stand on top.
    for (const [age, project] of DEMO_PROJECTS.entries()) {
      const { rows } = await client.query<{ id: string }>(
        `INSERT INTO projects (name, units, brief, demo, created_at, updated_at)
         VALUES ($1, $2, $3, true, now() - $4 * interval '1 hour', now() - $4 * interval '1 hour')
         RETURNING id`,
        [project.name, project.units, JSON.stringify(project.brief), age],
      );
      for (const [position, document] of project.walls.entries())
        await client.query(
          `WITH wall AS (
             INSERT INTO documents (project_id, kind, name, position, document)
             VALUES ($1, 'wall', $2, $3, $4) RETURNING id, document)
           INSERT INTO document_revisions (document_id, revision, document, steps)
           SELECT id, 1, document, '["Demo data"]' FROM wall`,
          [rows[0]!.id, document.name, position, JSON.stringify(document)],
        );
    }
  });
}
