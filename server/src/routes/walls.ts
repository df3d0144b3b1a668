import { Router } from 'express';
import type pg from 'pg';
import type { ProjectWall } from '@eldrun/core';
import { validateProjectWall } from '@eldrun/core/schema';
import { inTransaction } from '../database.ts';
import { notFound, stale } from '../errors.ts';
import { materialsOf, readWall, WALL_FIELDS, type WallRow } from '../records.ts';
import { bodyOf, idOf } from '../requests.ts';

/** Adds a wall at the end of its project, with its first revision. */
async function addWall(
  client: pg.PoolClient,
  projectId: string,
  document: ProjectWall,
  step: string,
): Promise<WallRow> {
  const { rows } = await client.query<WallRow>(
    `INSERT INTO walls (project_id, name, position, document)
     SELECT $1, $2, coalesce(max(position) + 1, 0), $3 FROM walls WHERE project_id = $1
     RETURNING ${WALL_FIELDS}`,
    [projectId, document.name, JSON.stringify(document)],
  );
  await keepRevision(client, rows[0]!.id, 1, document, [step]);
  return rows[0]!;
}

async function keepRevision(
  client: pg.PoolClient,
  wallId: string,
  revision: number,
  document: ProjectWall,
  steps: string[],
): Promise<void> {
  await client.query(
    'INSERT INTO wall_revisions (wall_id, revision, document, steps) VALUES ($1, $2, $3, $4)',
    [wallId, revision, JSON.stringify(document), JSON.stringify(steps)],
  );
  await client.query(
    'UPDATE projects SET updated_at = now() WHERE id = (SELECT project_id FROM walls WHERE id = $1)',
    [wallId],
  );
}

/** Walls: create, read, save, move, duplicate, delete, and their history. */
export function wallRoutes(pool: pg.Pool): Router {
  const router = Router();

  router.post('/projects/:id/walls', async (request, response) => {
    const projectId = idOf(request.params.id, 'project');
    const { document } = bodyOf<{ document: unknown }>('newWall', request.body);
    const wall = await inTransaction(pool, async (client) => {
      const materials = await materialsOf(client, projectId);
      return addWall(client, projectId, validateProjectWall(document, materials), 'Created');
    });
    response.status(201).json(wall);
  });

  router.get('/walls/:id', async (request, response) => {
    response.json(await readWall(pool, idOf(request.params.id, 'wall')));
  });

  router.patch('/walls/:id', async (request, response) => {
    const id = idOf(request.params.id, 'wall');
    const body = bodyOf<{ revision: number; document: unknown; steps: string[] }>(
      'savedWall',
      request.body,
    );
    const saved = await inTransaction(pool, async (client) => {
      const { projectId } = await readWall(client, id);
      const document = validateProjectWall(body.document, await materialsOf(client, projectId));
      const { rows } = await client.query<WallRow>(
        `UPDATE walls SET document = $3, name = $4, revision = revision + 1, updated_at = now()
         WHERE id = $1 AND revision = $2 RETURNING ${WALL_FIELDS}`,
        [id, body.revision, JSON.stringify(document), document.name],
      );
      if (!rows[0]) throw stale({ ...(await readWall(client, id)) });
      await keepRevision(client, id, rows[0].revision, document, body.steps);
      return rows[0];
    });
    response.json(saved);
  });

  router.put('/walls/:id/position', async (request, response) => {
    const id = idOf(request.params.id, 'wall');
    const { position } = bodyOf<{ position: number }>('movedWall', request.body);
    await inTransaction(pool, async (client) => {
      const { projectId } = await readWall(client, id);
      const { rows } = await client.query<{ id: string }>(
        'SELECT id FROM walls WHERE project_id = $1 AND id <> $2 ORDER BY position FOR UPDATE',
        [projectId, id],
      );
      const order = rows.map((row) => row.id).toSpliced(position, 0, id);
      await client.query(
        `UPDATE walls SET position = o.position - 1
         FROM unnest($1::uuid[]) WITH ORDINALITY AS o (id, position) WHERE walls.id = o.id`,
        [order],
      );
    });
    response.status(204).end();
  });

  router.post('/walls/:id/duplicate', async (request, response) => {
    const id = idOf(request.params.id, 'wall');
    const copy = await inTransaction(pool, async (client) => {
      const { projectId, document } = await readWall(client, id);
      const name = `${document.name.slice(0, 190)} (copy)`;
      return addWall(client, projectId, { ...document, name }, `Copied from “${document.name}”`);
    });
    response.status(201).json(copy);
  });

  router.delete('/walls/:id', async (request, response) => {
    const id = idOf(request.params.id, 'wall');
    const { rowCount } = await pool.query('DELETE FROM walls WHERE id = $1', [id]);
    if (rowCount === 0) throw notFound('wall');
    response.status(204).end();
  });

  router.get('/walls/:id/revisions', async (request, response) => {
    const { id } = await readWall(pool, idOf(request.params.id, 'wall'));
    const { rows } = await pool.query(
      `SELECT revision, steps, saved_at AS "savedAt" FROM wall_revisions
       WHERE wall_id = $1 ORDER BY revision DESC`,
      [id],
    );
    response.json(rows);
  });

  router.get('/walls/:id/revisions/:revision', async (request, response) => {
    const id = idOf(request.params.id, 'wall');
    const { rows } = await pool.query(
      `SELECT revision, steps, saved_at AS "savedAt", document FROM wall_revisions
       WHERE wall_id = $1 AND revision = $2`,
      [id, Number.parseInt(request.params.revision, 10) || 0],
    );
    if (!rows[0]) throw notFound('revision');
    response.json(rows[0]);
  });

  return router;
}
