import { Router } from 'express';
import type pg from 'pg';
import { InputError, LIBRARY } from '@eldrun/core';
import { validateMaterial } from '@eldrun/core/schema';
import { inTransaction } from '../database.ts';
import { materialInUse, notFound } from '../errors.ts';
import { idOf } from '../requests.ts';

const MATERIAL_ID = /^[a-z0-9][a-z0-9-]{0,99}$/;

/** A project's own materials: new ones, or others than the library's under the same id. */
export function materialRoutes(pool: pg.Pool): Router {
  const router = Router();

  router.put('/:id/materials/:material', async (request, response) => {
    const projectId = idOf(request.params.id, 'project');
    const { material: id } = request.params;
    if (!MATERIAL_ID.test(id))
      throw new InputError(
        'id',
        `“${id.slice(0, 60)}” cannot name a material`,
        'small letters, digits and hyphens, at most 100',
      );
    const material = validateMaterial(request.body);
    const { rowCount } = await pool.query(
      `INSERT INTO project_materials (project_id, id, material)
       SELECT id, $2, $3 FROM projects WHERE id = $1
       ON CONFLICT (project_id, id) DO UPDATE SET material = $3, updated_at = now()`,
      [projectId, id, JSON.stringify(material)],
    );
    if (rowCount === 0) throw notFound('project');
    response.json({ id, material });
  });

  router.delete('/:id/materials/:material', async (request, response) => {
    const projectId = idOf(request.params.id, 'project');
    const { material: id } = request.params;
    await inTransaction(pool, async (client) => {
      // A wall goes on with the library's material where there is one of the same id.
      if (!Object.hasOwn(LIBRARY, id)) {
        const { rows } = await client.query<{ name: string }>(
          `SELECT DISTINCT w.name FROM walls w, jsonb_array_elements(w.document -> 'layers') AS layer
           WHERE w.project_id = $1 AND NOT coalesce(w.document -> 'materials', '{}') ? $2
             AND $2 IN (layer ->> 'material', layer ->> 'fill', layer -> 'member' ->> 'material')`,
          [projectId, id],
        );
        if (rows.length > 0)
          throw materialInUse(
            id,
            rows.map(({ name }) => name),
          );
      }
      const { rowCount } = await client.query(
        'DELETE FROM project_materials WHERE project_id = $1 AND id = $2',
        [projectId, id],
      );
      if (rowCount === 0) throw notFound('material');
    });
    response.status(204).end();
  });

  return router;
}
