import { Router } from 'express';
import type pg from 'pg';
import { openApi } from '@eldrun/contract/openapi';
import type { Events } from '../events.ts';
import { serve, serveRaw } from '../serve.ts';

/** What is asked of the server itself: whether it works, what it offers, what was saved. */
export function serverRoutes(pool: pg.Pool, events: Events): Router {
  const router = Router();
  serve(router, 'health', async () => {
    await pool.query('SELECT 1');
    return { status: 'ok', database: 'ok' } as const;
  });
  serve(router, 'describe', () => Promise.resolve(openApi()));
  serveRaw(router, 'events', (_request, response) => events.open(response));
  return router;
}
