import { afterAll, beforeAll, expect, test } from '@jest/globals';
import type pg from 'pg';
import pino from 'pino';
import request from 'supertest';
import { explore, partNumbers, sweptOfBytes, type Exploration } from '@eldrun/core/exploration';
import { pricedMaterials } from '@eldrun/core/prices';
import { withBrief } from '@eldrun/core/build-up';
import type { ExplorationRun } from '@eldrun/contract';
import { createApp } from '../src/app.ts';
import { openPool } from '../src/database.ts';
import { DEMO_PROJECTS } from '@eldrun/demo';
import { newQueue, openQueue, QUEUE } from '../src/explorations/queue.ts';
import { ExplorationWorker } from '../src/explorations/worker.ts';
import { inThisThread } from './in-this-thread.ts';
import { ownDatabase } from './own-database.ts';

const logger = pino({ enabled: false });
const { brief, walls } = DEMO_PROJECTS[0]!;
const exploration: Exploration = {
  format: 'eldrun-exploration',
  version: 1,
  wall: withBrief(walls[1]!, brief),
  vary: [
    { layer: 'L3', fill: ['mineral-wool-batt', 'cellulose-dense-pack'] },
    { layer: 'L6', material: ['mineral-wool-board-rigid', 'xps', 'eps-type-ii'] },
    { layer: 'L6', thickness: [0.0254, 0.0381, 0.0508, 0.0762] },
  ],
  limits: { moisture: 'caution', u: 0.24 },
  objectives: ['cost', 'u'],
};

let pool: pg.Pool;
let app: ReturnType<typeof createApp>;
let project: string;
const workers: ExplorationWorker[] = [];
let boss: Awaited<ReturnType<typeof openQueue>>;

beforeAll(async () => {
  pool = openPool(await ownDatabase());
  boss = await openQueue(newQueue(pool, logger, false));
  app = createApp({ pool, work: inThisThread, logger, queue: () => Promise.resolve(boss) });
  const { body } = await request(app).post('/api/projects').send({ name: 'Explored', brief });
  project = (body as { id: string }).id;
});
afterAll(async () => {
  for (const worker of workers) worker.close();
  await boss.stop({ graceful: false });
  await pool.end();
});

/** What the worker asked of the database. */
const asked: string[] = [];

/** A pool that says what is asked of it. */
const watched = (of: pg.Pool): pg.Pool =>
  new Proxy(of, {
    get(target, key) {
      const value = Reflect.get(target, key) as unknown;
      if (typeof value !== 'function') return value;
      return (...given: unknown[]): unknown => {
        if (key === 'query') asked.push(String(given[0]));
        return Reflect.apply(value, target, given) as unknown;
      };
    },
  });

const start = async (hourly = false, of: unknown = exploration): Promise<ExplorationRun> =>
  (
    await request(app)
      .post(`/api/projects/${project}/explorations`)
      .send({ exploration: of, hourly })
      .expect(201)
  ).body as ExplorationRun;

/**
 * Until the run is done. The worker computes in the process of the test, so that on a busy machine the database may seem away
 * to whoever asks meanwhile.
 */
async function finished(id: string): Promise<ExplorationRun> {
  for (;;) {
    const { body, status } = await request(app).get(`/api/explorations/${id}`);
    if (status !== 503) {
      expect(status).toBe(200);
      const run = body as ExplorationRun;
      if (run.finishedAt) return run;
    }
    await new Promise((resolve) => setTimeout(resolve, 300));
  }
}

test('a part waits for a worker; what it finds is what an exploration in one go finds', async () => {
  const { body: book } = await request(app)
    .post(`/api/projects/${project}/documents`)
    .send({
      kind: 'prices',
      document: {
        format: 'eldrun-prices',
        version: 1,
        name: 'Prices',
        prices: { xps: { usd: 20, per: 'm3' } },
      },
    })
    .expect(201);
  const run = await start();
  expect(run).toMatchObject({ combinations: 24, parts: 1, done: [], finishedAt: null });
  const worker = new ExplorationWorker({ pool: watched(pool), boss, logger });
  workers.push(worker);
  await worker.start();
  const { result, problem, done } = await finished(run.id);
  expect([problem, done]).toEqual([null, [0]]);
  const materials = pricedMaterials((book as { document: never }).document);
  expect(result).toEqual(JSON.parse(JSON.stringify(explore(exploration, materials))));
  // The cheap board of the project's price book is in it.
  expect(result!.frontier.some(({ values }) => values[1] === 'xps')).toBe(true);

  const part = await request(app).get(`/api/explorations/${run.id}/parts/0`).expect(200);
  const swept = sweptOfBytes(new Uint8Array(part.body as Buffer), partNumbers(0, run.partSize, 24));
  const { number, measures } = result!.frontier[0]!;
  expect(swept.u[number]).toBeCloseTo(measures.u, 4);
  await request(app).get(`/api/explorations/${run.id}/parts/1`).expect(404);
});

test('with hours each wall is judged by its years', async () => {
  const two = {
    ...exploration,
    limits: { moisture: 'caution' as const },
    vary: [{ layer: 'L6', thickness: [0.0254, 0.0508] }],
  };
  const { id } = await start(true, two);
  const { result } = await finished(id);
  expect(result!.frontier.map(({ measures }) => measures.moisture)).toEqual(['pass', 'pass']);
}, 120_000);

test('a run that is stopped ends the part that a worker is at', async () => {
  const { id } = await start(true);
  const state = async (): Promise<string | undefined> => {
    const { rows } = await pool.query<{ state: string }>(
      `SELECT state FROM pgboss.job WHERE name = $1 AND data ->> 'exploration' = $2
       ORDER BY state = 'active' DESC LIMIT 1`,
      [QUEUE, id],
    );
    return rows[0]?.state;
  };
  const until = async (wanted: string): Promise<void> => {
    while ((await state()) !== wanted) await new Promise((resolve) => setTimeout(resolve, 100));
  };
  await until('active');
  const before = asked.length;
  await request(app).delete(`/api/explorations/${id}`).expect(204);
  await until('completed');
  expect(asked.slice(before).filter((text) => text.startsWith('INSERT'))).toEqual([]);
}, 120_000);

test('a part whose worker ended is taken again', async () => {
  const run = await start();
  // As a worker leaves it that is killed: taken, and locked by nobody.
  await pool.query(
    `UPDATE pgboss.job SET state = 'active', started_on = now() - interval '1 minute'
     WHERE name = $1 AND data ->> 'exploration' = $2 AND state = 'created'`,
    [QUEUE, run.id],
  );
  const { result } = await finished(run.id);
  expect(result!.combinations).toBe(24);
});

test('a part that fails each time ends the exploration with the reason', async () => {
  const { id } = await start();
  await pool.query(`UPDATE explorations SET part_size = 7 WHERE id = $1`, [id]);
  await pool.query(
    `UPDATE pgboss.job SET state = 'failed' WHERE name = $1 AND data ->> 'exploration' = $2`,
    [QUEUE, id],
  );
  const { result, problem } = await finished(id);
  expect(result).toBeNull();
  expect(problem).toMatch(/failed each time/);
});

test('what cannot be explored is refused, and what is deleted is gone', async () => {
  const post = (body: object) =>
    request(app).post(`/api/projects/${project}/explorations`).send(body);
  const { body } = await post({ exploration: { ...exploration, objectives: [] }, hourly: false });
  expect(body).toMatchObject({ error: { path: 'objectives' } });
  const many = Array.from({ length: 900 }, (_, i) => 0.02 + i / 10_000);
  const huge = { ...exploration, vary: [...exploration.vary, { layer: 'L5', thickness: many }] };
  const refused = await post({ exploration: huge, hourly: true }).expect(422);
  expect((refused.body as { error: { message: string } }).error.message).toContain('21,600');
  await request(app)
    .post(`/api/projects/${crypto.randomUUID()}/explorations`)
    .send({ exploration, hourly: false })
    .expect(404);
  const { id } = await start();
  await request(app).delete(`/api/explorations/${id}`).expect(204);
  await request(app).get(`/api/explorations/${id}`).expect(404);
  const listed = await request(app).get(`/api/projects/${project}/explorations`).expect(200);
  expect((listed.body as { id: string }[]).map((one) => one.id)).not.toContain(id);
});
