import { Router } from 'express';
import type pg from 'pg';

/** Whether the database answers. */
export function healthRoutes(pool: pg.Pool): Router {
  return Router().get('/', async (_request, response) => {
    await pool.query('SELECT 1');
    response.json({ status: 'ok', database: 'ok' });
  });
}
