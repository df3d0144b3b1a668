import { Router } from 'express';
import type pg from 'pg';
import { InputError } from '@eldrun/core/errors';
import { notFound } from '../errors.ts';
import { pictureType, thumbnailOf } from '../photos/picture.ts';
import { serve, serveRaw } from '../serve.ts';

/** The most photos of a project. */
const MOST = 5000;

/** A photo does not change: whoever has it need not ask again. */
const KEPT = 'private, max-age=31536000, immutable';

/** Photos of a project's site. They are put under an id that the page made, so that one sent twice is there once. */
export function photoRoutes(pool: pg.Pool): Router {
  const router = Router();

  serve(router, 'listPhotos', async ({ params }) => {
    const { rows } = await pool.query<{ id: string; type: string; size: number }>(
      `SELECT id, type, length(bytes) AS size FROM project_photos
       WHERE project_id = $1 ORDER BY created_at, id`,
      [params.project],
    );
    return rows;
  });

  serve(router, 'putPhoto', async ({ params, body }) => {
    const { project, photo } = params;
    const type = pictureType(body);
    const { rows } = await pool.query<{ found: boolean; there: boolean; many: boolean }>(
      `SELECT EXISTS (SELECT 1 FROM projects WHERE id = $1) AS found,
         EXISTS (SELECT 1 FROM project_photos WHERE project_id = $1 AND id = $2) AS there,
         (SELECT count(*) FROM project_photos WHERE project_id = $1) >= $3 AS many`,
      [project, photo, MOST],
    );
    const { found, there, many } = rows[0]!;
    if (!found) throw notFound('project');
    if (there) return undefined;
    if (many) throw new InputError('photo', 'is one too many', `at most ${MOST} in a project`);
    const thumbnail = await thumbnailOf(body);
    await pool.query(
      `INSERT INTO project_photos (project_id, id, type, bytes, thumbnail)
       VALUES ($1, $2, $3, $4, $5) ON CONFLICT DO NOTHING`,
      [project, photo, type, Buffer.from(body), Buffer.from(thumbnail)],
    );
    return undefined;
  });

  const picture = async (
    column: 'bytes' | 'thumbnail',
    { project, photo }: Record<string, unknown>,
  ): Promise<{ bytes: Buffer; type: string }> => {
    const { rows } = await pool.query<{ bytes: Buffer; type: string }>(
      `SELECT ${column} AS bytes, type FROM project_photos WHERE project_id = $1 AND id = $2`,
      [project, photo],
    );
    if (!rows[0]) throw notFound('photo');
    // Those of before are PNG.
    return column === 'bytes' ? rows[0] : { ...rows[0], type: pictureType(rows[0].bytes) };
  };

  for (const [name, column] of [
    ['readPhoto', 'bytes'],
    ['readThumbnail', 'thumbnail'],
  ] as const)
    serveRaw(router, name, async (request, response) => {
      const { bytes, type } = await picture(column, request.params);
      response.set('Cache-Control', KEPT).type(type).send(bytes);
    });

  serve(router, 'deletePhoto', async ({ params }) => {
    const { rowCount } = await pool.query(
      'DELETE FROM project_photos WHERE project_id = $1 AND id = $2',
      [params.project, params.photo],
    );
    if (rowCount === 0) throw notFound('photo');
    return undefined;
  });

  return router;
}
