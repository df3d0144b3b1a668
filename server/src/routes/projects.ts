import { Router } from 'express';
import type { Brief } from '@eldrun/core/build-up';
import type { UnitSystem } from '@eldrun/core/units';
import type { DocumentStore } from '../documents/store.ts';
import { inTransaction, untilAlone } from '../database.ts';
import { notArchived, notFound, stale } from '../errors.ts';
import { readProject, readProjects } from '../projects.ts';
import { serve } from '../serve.ts';

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
export function projectRoutes(store: DocumentStore): Router {
  const router = Router();
  const { pool } = store;

  serve(router, 'listProjects', ({ query }) => readProjects(store, query));

  serve(router, 'createProject', async ({ body }) => {
    const units = body.units ?? 'imperial';
    const { rows } = await pool.query<{ id: string }>(
      'INSERT INTO projects (name, units, brief) VALUES ($1, $2, $3) RETURNING id',
      [body.name.trim(), units, JSON.stringify(body.brief ?? FIRST_BRIEF[units])],
    );
    return readProject(store, rows[0]!.id);
  });

  serve(router, 'readProject', ({ params }) => readProject(store, params.project));

  serve(router, 'changeProject', async ({ params, body }) => {
    const { rowCount } = await pool.query(
      `UPDATE projects SET
         name = coalesce($3, name),
         units = coalesce($4, units),
         brief = coalesce($5, brief),
         brief_revision = brief_revision + (coalesce($5, brief) <> brief)::integer,
         archived_at = CASE WHEN $6::boolean IS NULL THEN archived_at WHEN $6 THEN now() END,
         revision = revision + 1,
         updated_at = now()
       WHERE id = $1 AND revision = $2`,
      [
        params.project,
        body.revision,
        body.name?.trim() ?? null,
        body.units ?? null,
        body.brief ? JSON.stringify(body.brief) : null,
        body.archived ?? null,
      ],
    );
    const project = await readProject(store, params.project);
    if (rowCount === 0) throw stale({ ...project });
    return project;
  });

  serve(router, 'duplicateProject', async ({ params, actor }) => {
    const copy = await inTransaction(pool, async (client) => {
      const { rows } = await client.query<{ id: string }>(
        `INSERT INTO projects (name, units, brief)
         SELECT left(name, 190) || ' (copy)', units, brief FROM projects WHERE id = $1 RETURNING id`,
        [params.project],
      );
      if (!rows[0]) throw notFound('project');
      const both = [params.project, rows[0].id];
      await client.query(
        `INSERT INTO project_materials (project_id, id, material)
         SELECT $2, id, material FROM project_materials WHERE project_id = $1`,
        both,
      );
      await client.query(
        `INSERT INTO project_weather (project_id, id, climate, notes, hours)
         SELECT $2, id, climate, notes, hours FROM project_weather WHERE project_id = $1`,
        both,
      );
      await client.query(
        `INSERT INTO project_photos (project_id, id, type, bytes, thumbnail)
         SELECT $2, id, type, bytes, thumbnail FROM project_photos WHERE project_id = $1`,
        both,
      );
      await store.copyAll(client, params.project, rows[0].id, actor.id);
      return rows[0].id;
    });
    return readProject(store, copy);
  });

  serve(router, 'deleteProject', async ({ params }) => {
    const { rows } = await untilAlone(() =>
      pool.query<{ archived: boolean }>(
        `WITH gone AS (DELETE FROM projects WHERE id = $1 AND archived_at IS NOT NULL)
       SELECT archived_at IS NOT NULL AS archived FROM projects WHERE id = $1`,
        [params.project],
      ),
    );
    if (!rows[0]) throw notFound('project');
    if (!rows[0].archived) throw notArchived();
    return undefined;
  });

  return router;
}
