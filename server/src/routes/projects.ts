import { Router } from 'express';
import type pg from 'pg';
import type { Brief, UnitSystem } from '@eldrun/core';
import { inTransaction } from '../database.ts';
import { notArchived, notFound, stale } from '../errors.ts';
import { readProject } from '../records.ts';
import { bodyOf, idOf } from '../requests.ts';

/** What a new project starts from; its brief is the first thing a builder sees. */
const FIRST_BRIEF: Record<UnitSystem, Brief> = {
  imperial: {
    convention: 'ashrae',
    indoor: { temperature: 21, humidity: { kind: 'fixed', relativeHumidity: 0.35 } },
    outdoor: { climate: 'cold-humid' },
  },
  metric: {
    convention: 'iso',
    indoor: { temperature: 20, humidity: { kind: 'class', class: 3 } },
    outdoor: { climate: 'continental-central-european' },
  },
};

/** Projects: list, create, read, change, duplicate, delete. */
export function projectRoutes(pool: pg.Pool): Router {
  const router = Router();

  router.get('/', async (request, response) => {
    const { rows } = await pool.query<{ id: string }>(
      `SELECT id FROM projects WHERE (archived_at IS NOT NULL) = $1 ORDER BY updated_at DESC, name`,
      [request.query['archived'] === 'true'],
    );
    // One after the other: together they would keep all connections waiting while walls are solved.
    const projects = [];
    for (const { id } of rows) projects.push(await readProject(pool, id));
    response.json(projects);
  });

  router.post('/', async (request, response) => {
    const body = bodyOf<{ name: string; units?: UnitSystem; brief?: Brief }>(
      'newProject',
      request.body,
    );
    const units = body.units ?? 'imperial';
    const { rows } = await pool.query<{ id: string }>(
      'INSERT INTO projects (name, units, brief) VALUES ($1, $2, $3) RETURNING id',
      [body.name.trim(), units, JSON.stringify(body.brief ?? FIRST_BRIEF[units])],
    );
    response.status(201).json(await readProject(pool, rows[0]!.id));
  });

  router.get('/:id', async (request, response) => {
    response.json(await readProject(pool, idOf(request.params.id, 'project')));
  });

  router.patch('/:id', async (request, response) => {
    const id = idOf(request.params.id, 'project');
    const body = bodyOf<{
      revision: number;
      name?: string;
      units?: UnitSystem;
      brief?: Brief;
      archived?: boolean;
    }>('changedProject', request.body);
    const { rowCount } = await pool.query(
      `UPDATE projects SET
         name = coalesce($3, name),
         units = coalesce($4, units),
         brief = coalesce($5, brief),
         archived_at = CASE WHEN $6::boolean IS NULL THEN archived_at WHEN $6 THEN now() END,
         revision = revision + 1,
         updated_at = now()
       WHERE id = $1 AND revision = $2`,
      [
        id,
        body.revision,
        body.name?.trim() ?? null,
        body.units ?? null,
        body.brief ? JSON.stringify(body.brief) : null,
        body.archived ?? null,
      ],
    );
    const project = await readProject(pool, id);
    if (rowCount === 0) throw stale(project);
    response.json(project);
  });

  router.post('/:id/duplicate', async (request, response) => {
    const id = idOf(request.params.id, 'project');
    const copy = await inTransaction(pool, async (client) => {
      const { rows } = await client.query<{ id: string }>(
        `INSERT INTO projects (name, units, brief)
         SELECT left(name, 190) || ' (copy)', units, brief FROM projects WHERE id = $1 RETURNING id`,
        [id],
      );
      if (!rows[0]) throw notFound('project');
      await client.query(
        `INSERT INTO project_materials (project_id, id, material)
         SELECT $2, id, material FROM project_materials WHERE project_id = $1`,
        [id, rows[0].id],
      );
      await client.query(
        `INSERT INTO project_weather (project_id, id, climate, notes, hours)
         SELECT $2, id, climate, notes, hours FROM project_weather WHERE project_id = $1`,
        [id, rows[0].id],
      );
      await client.query(
        `WITH copied AS (
           INSERT INTO walls (project_id, name, position, document)
           SELECT $2, name, position, document FROM walls WHERE project_id = $1 ORDER BY position
           RETURNING id, document)
         INSERT INTO wall_revisions (wall_id, revision, document, steps)
         SELECT id, 1, document, '["Copied with its project"]' FROM copied`,
        [id, rows[0].id],
      );
      return readProject(client, rows[0].id);
    });
    response.status(201).json(copy);
  });

  router.delete('/:id', async (request, response) => {
    const id = idOf(request.params.id, 'project');
    const { archived } = await readProject(pool, id);
    if (!archived) throw notArchived();
    await pool.query('DELETE FROM projects WHERE id = $1 AND archived_at IS NOT NULL', [id]);
    response.status(204).end();
  });

  return router;
}
