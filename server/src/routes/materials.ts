import { Router } from 'express';
import { InputError } from '@eldrun/core/errors';
import { LIBRARY } from '@eldrun/core/materials';
import { validateMaterial } from '@eldrun/core/wall/schema';
import type { DocumentStore } from '../documents/store.ts';
import { materialInUse, notFound } from '../errors.ts';
import { serve } from '../serve.ts';

const MATERIAL_ID = /^[a-z0-9][a-z0-9-]{0,99}$/;

/** What changes a material changes what its project gives all documents. */
const WITH_BRIEF_REVISION = `UPDATE projects SET brief_revision = brief_revision + 1 FROM changed
  WHERE projects.id = changed.project_id RETURNING projects.id`;

/** A project's own materials: new ones, or others than the library's under the same id. */
export function materialRoutes(store: DocumentStore): Router {
  const router = Router();
  const { pool } = store;

  serve(router, 'putMaterial', async ({ params, body }) => {
    const { project, material: id } = params;
    if (!MATERIAL_ID.test(id))
      throw new InputError(
        'id',
        `“${id.slice(0, 60)}” cannot name a material`,
        'small letters, digits and hyphens, at most 100',
      );
    const material = validateMaterial(body);
    const { rowCount } = await pool.query(
      `WITH changed AS (
         INSERT INTO project_materials (project_id, id, material)
         SELECT id, $2, $3 FROM projects WHERE id = $1
         ON CONFLICT (project_id, id) DO UPDATE SET material = $3, updated_at = now()
         RETURNING project_id)
       ${WITH_BRIEF_REVISION}`,
      [project, id, JSON.stringify(material)],
    );
    if (rowCount === 0) throw notFound('project');
    return { id, material };
  });

  serve(router, 'deleteMaterial', async ({ params }) => {
    const { project, material: id } = params;
    // A document goes on with the library's material where there is one of the same id.
    if (!Object.hasOwn(LIBRARY, id)) {
      const users = (await store.references(project)).filter(({ needs }) =>
        needs.materials.includes(id),
      );
      if (users.length > 0)
        throw materialInUse(
          id,
          users.map(({ name }) => name),
        );
    }
    const { rowCount } = await pool.query(
      `WITH changed AS (
         DELETE FROM project_materials WHERE project_id = $1 AND id = $2 RETURNING project_id)
       ${WITH_BRIEF_REVISION}`,
      [project, id],
    );
    if (rowCount === 0) throw notFound('material');
    return undefined;
  });

  return router;
}
