import type pg from 'pg';
import { DECISION_FORMAT, type Decision } from '@eldrun/core/decision';
import { optionOf } from '@eldrun/core/options';
import { pricedMaterials, PRICES_FORMAT } from '@eldrun/core/prices';
import { withBrief } from '@eldrun/core/build-up';
import type { Document } from '@eldrun/core/document';
import { inTransaction } from './database.ts';
import { DEMO_PROJECTS, type DemoProject } from '@eldrun/demo';

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
      const walls: string[] = [];
      for (const [position, document] of project.walls.entries())
        walls.push(await insert(client, rows[0]!.id, 'wall', position, document));
      if (project.prices) {
        const book = { format: PRICES_FORMAT, version: 1, name: 'Prices', ...project.prices };
        await insert(client, rows[0]!.id, 'prices', 0, book);
      }
      if (project.house) {
        const { assemblies } = project.house;
        const ids = Object.entries(assemblies).map(([name, n]) => [name, walls[n]!]);
        await insert(client, rows[0]!.id, 'house', 0, {
          ...project.house,
          assemblies: Object.fromEntries(ids) as Record<string, string>,
        } as Document);
      }
      if (project.details) await insert(client, rows[0]!.id, 'details', 0, project.details);
      if (project.site) await insert(client, rows[0]!.id, 'site', 0, project.site);
      const decision = decisionOf(project, walls);
      if (decision) await insert(client, rows[0]!.id, 'decision', 0, decision);
    }
  });
}

/** Puts a document and its first saved state in. @returns its id */
async function insert(
  client: pg.PoolClient,
  project: string,
  kind: string,
  position: number,
  document: Document,
): Promise<string> {
  const { rows } = await client.query<{ id: string }>(
    `WITH added AS (
       INSERT INTO documents (project_id, kind, name, position, document)
       VALUES ($1, $2, $3, $4, $5) RETURNING id, document)
     INSERT INTO document_revisions (document_id, revision, document, steps)
     SELECT id, 1, document, '["Demo data"]' FROM added RETURNING document_id AS id`,
    [project, kind, document.name, position, JSON.stringify(document)],
  );
  return rows[0]!.id;
}

/** The decision of a demo project, on its walls as they are loaded. @param ids of the walls */
function decisionOf(
  { decision, brief, walls, prices }: DemoProject,
  ids: readonly string[],
): Decision | null {
  if (!decision) return null;
  const { name, chosen, why, decidedBy, decidedOn, rejected } = decision;
  const numbers = [chosen, ...Object.keys(rejected).map(Number)].sort((a, b) => a - b);
  return {
    format: DECISION_FORMAT,
    version: 1,
    name,
    chosen: ids[chosen]!,
    why,
    decidedBy,
    decidedOn,
    brief,
    options: numbers.map((number) => {
      const { measures, judgment } = optionOf(
        withBrief(walls[number]!, brief),
        pricedMaterials(prices ?? null),
      );
      const { moisture, basis } = judgment;
      const reason = rejected[number];
      return {
        wall: ids[number]!,
        revision: 1,
        name: walls[number]!.name,
        measures,
        judgment: { moisture, basis },
        ...(reason === undefined ? {} : { rejected: reason }),
      };
    }),
  };
}
