import { Router } from 'express';
import type PgBoss from 'pg-boss';
import type { DocumentStore } from '../documents/store.ts';
import { listRuns, readPart, readRun, removeRun, startRun } from '../explorations/runs.ts';
import { serve, serveRaw } from '../serve.ts';

/** Explorations that workers evaluate: started, looked at part by part, stopped. */
export function explorationRoutes(store: DocumentStore, queue: () => Promise<PgBoss>): Router {
  const router = Router();
  const { pool } = store;
  serve(router, 'startExploration', async ({ params, body }) =>
    startRun(store, await queue(), params.project, body),
  );
  serve(router, 'listExplorations', ({ params }) => listRuns(pool, params.project));
  serve(router, 'readExploration', ({ params }) => readRun(pool, params.exploration));
  serve(router, 'deleteExploration', async ({ params }) => {
    await removeRun(pool, params.exploration);
    return undefined;
  });
  serveRaw(router, 'readExplorationPart', async ({ params }, response) => {
    const { exploration, part } = params as { exploration: string; part: string };
    const bytes = await readPart(pool, exploration, Number(part));
    response.type('application/octet-stream').send(bytes);
  });
  return router;
}
