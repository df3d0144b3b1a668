import { afterAll, beforeAll, expect, test } from '@jest/globals';
import type pg from 'pg';
import pino from 'pino';
import request from 'supertest';
import { CLIMATES, weatherOfClimate, writeEpw, type OwnClimate } from '@eldrun/core/climate';
import { createApp } from '../src/app.ts';
import { openPool } from '../src/database.ts';
import { inThisThread } from './in-this-thread.ts';
import { ownDatabase } from './own-database.ts';

const EPW = writeEpw(weatherOfClimate(CLIMATES['cool-humid']!, 3, 'Harrow Fell'), 'made up');
const brief = {
  convention: 'ashrae',
  indoor: { temperature: 21, humidity: { kind: 'fixed', relativeHumidity: 0.3 } },
};

let pool: pg.Pool;
let app: ReturnType<typeof createApp>;
let project: string;

beforeAll(async () => {
  pool = openPool(await ownDatabase());
  app = createApp({ pool, work: inThisThread, logger: pino({ enabled: false }) });
  const { body } = await request(app).post('/api/projects').send({ name: 'Weather' }).expect(201);
  project = (body as { id: string }).id;
});

afterAll(() => pool.end());

const send = (text: string, type = 'text/csv') =>
  request(app).post(`/api/projects/${project}/weather`).set('content-type', type).send(text);

async function imported(): Promise<{ id: string; climate: OwnClimate }> {
  const { body } = await send(EPW).expect(201);
  return body as { id: string; climate: OwnClimate };
}

test('an imported file comes with its climate, is kept with its hours, and goes with the copy of its project', async () => {
  const { id, climate } = await imported();
  expect(climate).toMatchObject({ name: 'Harrow Fell', zone: '5A', weather: id });
  const { body: read } = await request(app).get(`/api/projects/${project}`).expect(200);
  expect(read).toMatchObject({ weather: [{ id, climate, notes: [] }] });
  const { body: hours } = await request(app)
    .get(`/api/projects/${project}/weather/${id}/hours`)
    .expect(200);
  expect((hours as { temperature: number[] }).temperature).toHaveLength(8760);
  const { body: copy } = await request(app)
    .post(`/api/projects/${project}/duplicate`)
    .send({})
    .expect(201);
  const copied = copy as { id: string; weather: unknown[] };
  expect(copied.weather).toHaveLength(1);
  await request(app).get(`/api/projects/${copied.id}/weather/${id}/hours`).expect(200);
});

test('what the brief or a wall stands on is not deleted', async () => {
  const { id, climate } = await imported();
  const { body } = await request(app).get(`/api/projects/${project}`);
  const { revision } = body as { revision: number };
  await request(app)
    .patch(`/api/projects/${project}`)
    .send({ revision, brief: { ...brief, outdoor: climate } })
    .expect(200);
  const address = `/api/projects/${project}/weather/${id}`;
  const { body: refused } = await request(app).delete(address).expect(409);
  expect(refused).toMatchObject({ error: { code: 'weather_in_use' } });
  await request(app)
    .patch(`/api/projects/${project}`)
    .send({ revision: revision + 1, brief: { ...brief, outdoor: { climate: 'alpine' } } })
    .expect(200);
  await request(app).delete(address).expect(204);
  await request(app).delete(address).expect(404);
  await request(app).get(`${address}/hours`).expect(404);
});

test('a wrong file is refused with its line, and nothing is kept', async () => {
  const count = async () =>
    (await pool.query<{ n: string }>('SELECT count(*) AS n FROM project_weather')).rows[0]!.n;
  const before = await count();
  const { body: text } = await send(EPW.replace(/,60,\?,([-0-9.]+)/, ',60,?,warm')).expect(422);
  expect(text).toMatchObject({ error: { code: 'invalid', path: 'line 9' } });
  await send(EPW, 'application/json').expect(415);
  await send('').expect(422);
  const { body: large } = await send('x'.repeat(40 * 1024 * 1024)).expect(413);
  expect(large).toMatchObject({ error: { message: expect.stringContaining('24 MiB') } });
  await request(app)
    .post('/api/projects/00000000-0000-4000-8000-000000000000/weather')
    .set('content-type', 'text/csv')
    .send(EPW)
    .expect(404);
  await request(app)
    .post(`/api/projects/${project}/weather`)
    .set('content-type', 'text/csv')
    .set('origin', 'http://elsewhere.example')
    .send(EPW)
    .expect(403);
  expect(await count()).toBe(before);
});
