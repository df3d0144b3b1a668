import { once } from 'node:events';
import { mkdtemp, mkdir, rm, writeFile } from 'node:fs/promises';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type pg from 'pg';
import pino from 'pino';
import request from 'supertest';
import { CLIMATES, weatherOfClimate, writeEpw } from '@eldrun/core/climate';
import { createApp, type AppOptions } from '../src/app.ts';
import { openPool } from '../src/database.ts';
import { TooMuchWork } from '../src/threads/limits.ts';
import { DEMO_PROJECTS } from '@eldrun/demo';
import { inThisThread } from './in-this-thread.ts';
import { ownDatabase } from './own-database.ts';

/** What no request of any shape may do: take the server down, be answered with 5xx, or change anything. */

let pool: pg.Pool;
let folder: string;
let app: ReturnType<typeof createApp>;
let project: string;

const appWith = (options: Partial<AppOptions> = {}) =>
  createApp({
    pool,
    work: inThisThread,
    logger: pino({ enabled: false }),
    page: folder,
    ...options,
  });

beforeAll(async () => {
  pool = openPool(await ownDatabase());
  folder = await mkdtemp(join(tmpdir(), 'eldrun-page-'));
  await mkdir(join(folder, 'assets'));
  await writeFile(join(folder, 'index.html'), '<title>Eldrun</title>');
  await writeFile(join(folder, 'assets/page.js'), 'export {};');
  app = appWith();
  const { body } = await request(app).post('/api/projects').send({ name: 'Edge' }).expect(201);
  project = (body as { id: string }).id;
});

afterAll(async () => {
  await pool.end();
  await rm(folder, { recursive: true });
});

const names = async () =>
  (await pool.query<{ name: string }>('SELECT name FROM projects ORDER BY name')).rows.map(
    ({ name }) => name,
  );

describe('bad requests', () => {
  const post = (body: string | Buffer, headers: Record<string, string> = {}) =>
    request(app)
      .post('/api/projects')
      .set({ 'content-type': 'application/json', ...headers })
      .serialize((sent: unknown) => sent as string)
      .send(body);

  test('broken escapes in an address, ranges beyond a file', async () => {
    await request(app).get('/api/projects/%zz').expect(400);
    await request(app).get('/api/walls/%ff/revisions').expect(400);
    await request(app).get('/assets/page.js').set('Range', 'bytes=999999-').expect(416);
    await request(app).get('/assets/%c0%ae%c0%ae/x').expect(400);
  });

  test('broken compression, and what expands beyond the limit', async () => {
    await post(gzipSync('{"name":"x"}').subarray(0, 12), { 'content-encoding': 'gzip' }).expect(
      400,
    );
    await post(Buffer.from('no gzip'), { 'content-encoding': 'gzip' }).expect(400);
    await post(Buffer.from([1, 2, 3]), { 'content-encoding': 'br' }).expect(400);
    await post(gzipSync(' '.repeat(20_000_000)), { 'content-encoding': 'gzip' }).expect(413);
  });

  test('JSON nested beyond any document, lone surrogates, numbers beyond the column', async () => {
    const deep = (levels: number) => '['.repeat(levels) + ']'.repeat(levels);
    for (const levels of [100, 5000, 200_000]) {
      const { body } = await post(`{"name":"deep","extra":${deep(levels)}}`).expect(422);
      expect(body).toMatchObject({ error: { code: 'invalid', path: /^extra/ } });
    }
    const wall = JSON.stringify(DEMO_PROJECTS[0]!.walls[0]!);
    const nested = `{"document":${wall.slice(0, -1)},"note":${deep(3000)}}}`;
    await request(app)
      .post(`/api/projects/${project}/walls`)
      .set('content-type', 'application/json')
      .send(nested)
      .expect(422);
    await post('{"name":"\\ud800"}').expect(422);
    const revision = { revision: 2 ** 31, name: 'x' };
    await request(app).patch(`/api/projects/${project}`).send(revision).expect(422);
    await request(app)
      .get(`/api/walls/00000000-0000-4000-8000-000000000000/revisions/9999999999`)
      .expect(404);
  });

  test('none of it changed anything', async () => {
    expect(await names()).toEqual(['Edge']);
  });
});

describe('other sites', () => {
  const from = (site: string, mode = 'cors') => ({
    'sec-fetch-site': site,
    'sec-fetch-mode': mode,
  });

  test('may open the page by a link, and neither read nor write', async () => {
    await request(app).get('/projects').set(from('cross-site', 'navigate')).expect(200);
    await request(app).get('/api/projects').set(from('cross-site', 'navigate')).expect(403);
    await request(app).get('/api/projects').set(from('same-site', 'no-cors')).expect(403);
    await request(app).get('/assets/page.js').set(from('cross-site', 'no-cors')).expect(403);
    await request(app).delete(`/api/projects/${project}`).set(from('cross-site')).expect(403);
    await request(app).get('/api/projects').set(from('same-origin')).expect(200);
    await request(app).get('/api/projects').set(from('none', 'navigate')).expect(200);
  });
});

describe('the page', () => {
  test('the API is never kept by a browser, files that are not there are 404', async () => {
    const { headers } = await request(app).get('/api/projects').expect(200);
    expect(headers['cache-control']).toBe('no-store');
    await request(app).get('/assets/page.js').expect(200);
    for (const path of ['/assets/gone.js', '/gone.js', '/favicon.ico', '/.env'])
      await request(app).get(path).expect(404);
    await request(app)
      .get('/projects/any/place')
      .expect(200, /Eldrun/);
  });
});

describe('room on the disk', () => {
  test('without it saving is refused with what to do, reading goes on, and all goes on with room', async () => {
    let free = 10 * 1024 * 1024;
    const tight = appWith({ room: () => Promise.resolve(free) });
    const { body } = await request(tight).post('/api/projects').send({ name: 'x' }).expect(503);
    expect(body).toMatchObject({
      error: { code: 'disk_full', message: expect.stringContaining('10 MiB left') },
    });
    await request(tight).get('/api/projects').expect(200);
    free = 1024 ** 3;
    const roomy = appWith({ room: () => Promise.resolve(free) });
    await request(roomy).post('/api/projects').send({ name: 'Room' }).expect(201);
    const unknown = appWith({ room: () => Promise.reject(new Error('gone')) });
    await request(unknown).get('/api/projects').expect(200);
  });
});

describe('beyond this machine', () => {
  test('writes and imports are limited by address; at this machine they are not', async () => {
    const open = appWith({ loopback: false });
    const write = (which: ReturnType<typeof createApp>) =>
      request(which)
        .post(`/api/projects/${project}/weather`)
        .set('content-type', 'text/csv')
        .send('x');
    for (let i = 0; i < 20; i++) await write(open).expect(422);
    const { body } = await write(open).expect(429);
    expect(body).toMatchObject({ error: { code: 'too_many' } });
    await request(open).get('/api/projects').expect(200);
    for (let i = 0; i < 25; i++) await write(app).expect(422);
  });
});

describe('weather files', () => {
  const send = (body: Buffer, encoding = 'identity') =>
    request(app)
      .post(`/api/projects/${project}/weather`)
      .set({ 'content-type': 'text/csv', 'content-encoding': encoding })
      .serialize((sent: unknown) => sent as string)
      .send(body);
  const problem = async (text: string, encoding?: string) => {
    const bytes = Buffer.from(text);
    const { body } = await send(encoding ? gzipSync(bytes) : bytes, encoding).expect(422);
    return (body as { error: { message: string } }).error.message;
  };
  const EPW = writeEpw(weatherOfClimate(CLIMATES['cool-humid']!, 3, 'Harrow Fell'), 'made up');

  test('lines, fields and names beyond any weather file are refused with what is allowed', async () => {
    expect(await problem('\n'.repeat(20_000_000))).toContain('at most 10,000 lines');
    expect(await problem('LOCATION\n' + '1,'.repeat(2_000_000), 'gzip')).toContain(
      'at most 10,000',
    );
    expect(await problem(`LOCATION,${'a,'.repeat(450)}`)).toContain('at most 400');
    expect(await problem(EPW.replace('Harrow Fell', 'N'.repeat(201)))).toContain('at most 200');
  });

  test('one that takes too long is refused, and the server goes on', async () => {
    const run = () => Promise.reject(new TooMuchWork('it took too long'));
    const stuck = appWith({ work: { run, runLong: run } });
    await request(stuck)
      .post(`/api/projects/${project}/weather`)
      .set('content-type', 'text/csv')
      .send(EPW)
      .expect(422, /takes too long to read/);
    await request(stuck).get('/api/health').expect(200);
  });
});

describe('moves, deletes and saves at the same moment', () => {
  test('each is done or refused, and the order stays whole', async () => {
    const server = app.listen(0, '127.0.0.1');
    await once(server, 'listening');
    const url = `http://127.0.0.1:${(server.address() as AddressInfo).port}/api`;
    const ask = async (method: string, path: string, body?: object) => {
      const response = await fetch(url + path, {
        method,
        headers: { 'content-type': 'application/json' },
        ...(body ? { body: JSON.stringify(body) } : {}),
      });
      return {
        status: response.status,
        body: (await response.json().catch(() => null)) as unknown,
      };
    };
    try {
      const walls = await Promise.all(
        Array.from({ length: 8 }, async () => {
          const { body } = await ask('POST', `/projects/${project}/walls`, {
            document: DEMO_PROJECTS[0]!.walls[0]!,
          });
          return body as { id: string; revision: number; document: object };
        }),
      );
      let removed = 0;
      const remove = async (id: string) => {
        const answer = await ask('DELETE', `/walls/${id}`);
        if (answer.status === 204) removed++;
        return answer;
      };
      const answers = await Promise.all(
        walls.flatMap(({ id, revision, document }, i) => [
          ask('PUT', `/walls/${id}/position`, { position: (i * 5) % 8 }),
          ask('PATCH', `/walls/${id}`, { revision, document, steps: ['Edit'] }),
          ...(i % 2 ? [remove(id)] : []),
          ask('PUT', `/walls/${id}/position`, { position: i }),
        ]),
      );
      // On a busy machine the database may seem away to some: they are refused too.
      const wrong = answers.filter(({ status }) => status >= 500 && status !== 503);
      expect(wrong).toEqual([]);
      const { rows } = await pool.query<{ position: number }>(
        `SELECT position FROM documents WHERE project_id = $1 AND deleted_at IS NULL ORDER BY position`,
        [project],
      );
      expect(rows).toHaveLength(8 - removed);
      expect(new Set(rows.map(({ position }) => position)).size).toBe(rows.length);
    } finally {
      server.closeAllConnections();
      server.close();
    }
  });
});
