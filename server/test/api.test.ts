import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type pg from 'pg';
import pino from 'pino';
import request from 'supertest';
import type { ProjectWall } from '@eldrun/core/build-up';
import { createApp } from '../src/app.ts';
import { openPool } from '../src/database.ts';
import { loadDemo } from '../src/load-demo.ts';
import { DEMO_PROJECTS } from '@eldrun/demo';
import type { Summaries } from '../src/summaries/summaries.ts';
import { inThisThread } from './in-this-thread.ts';
import { ownDatabase } from './own-database.ts';
import { summariesOf } from './summarized.ts';

const lines: string[] = [];
let pool: pg.Pool;
let app: ReturnType<typeof createApp>;
let summaries: Summaries;

beforeAll(async () => {
  pool = openPool(await ownDatabase());
  summaries = summariesOf(pool);
  app = createApp({
    pool,
    work: inThisThread,
    logger: pino({}, { write: (line) => void lines.push(line) }),
  });
});

afterAll(async () => {
  await summaries.close();
  await pool.end();
});

const WALL = DEMO_PROJECTS[0]!.walls[0]!;
const NOBODY = '00000000-0000-4000-8000-000000000000';

async function newProject(): Promise<{ id: string; revision: number }> {
  const { body } = await request(app)
    .post('/api/projects')
    .send({ name: 'Test project' })
    .expect(201);
  return body as { id: string; revision: number };
}

async function newWall(
  project?: string,
): Promise<{ id: string; revision: number; document: ProjectWall }> {
  const id = project ?? (await newProject()).id;
  const { body } = await request(app)
    .post(`/api/projects/${id}/walls`)
    .send({ document: WALL })
    .expect(201);
  return body as { id: string; revision: number; document: ProjectWall };
}

const error = (code: string, path: unknown = expect.any(String)) => ({
  error: { code, message: expect.any(String), path },
});

test('health says whether the database answers', async () => {
  await request(app).get('/api/health').expect(200, { status: 'ok', database: 'ok' });
  const away = openPool('postgresql://nobody:x@127.0.0.1:1/none');
  const lost = createApp({ pool: away, work: inThisThread, logger: pino({ enabled: false }) });
  const { body } = await request(lost).get('/api/health').expect(503);
  expect(body).toMatchObject(error('database_unavailable'));
  await away.end();
});

test('the demo is loaded once, and anew only on request', async () => {
  const count = async () => (await pool.query('SELECT 1 FROM projects WHERE demo')).rowCount;
  await loadDemo(pool, false);
  await pool.query('DELETE FROM projects WHERE name = $1', [DEMO_PROJECTS[0]!.name]);
  await loadDemo(pool, false);
  expect(await count()).toBe(DEMO_PROJECTS.length - 1);
  await loadDemo(pool, true);
  expect(await count()).toBe(DEMO_PROJECTS.length);
  summaries.poke();
  await summaries.idle();
  const { body } = await request(app).get('/api/projects').expect(200);
  const { projects } = body as {
    projects: { name: string; walls: { worst: { status: string } }[] }[];
  };
  const mill = projects.find(({ name }) => name === DEMO_PROJECTS[0]!.name);
  expect(mill!.walls.map(({ worst }) => worst.status)).toContain('fail');
});

describe('projects', () => {
  test('are created, read, changed, archived, deleted', async () => {
    const { id, revision } = await newProject();
    const { body } = await request(app)
      .patch(`/api/projects/${id}`)
      .send({ revision, name: '<script>alert(1)</script>', units: 'metric', archived: true })
      .expect(200);
    expect(body).toMatchObject({
      name: '<script>alert(1)</script>',
      units: 'metric',
      revision: 2,
      archived: true,
    });
    const listed = await request(app).get('/api/projects?archived=true');
    expect((listed.body as { projects: { id: string }[] }).projects.map((p) => p.id)).toContain(id);
    await request(app).delete(`/api/projects/${id}`).expect(204);
    await request(app).get(`/api/projects/${id}`).expect(404);
  });

  test('a current project is not deleted, a stale brief not saved', async () => {
    const { id } = await newProject();
    const kept = await request(app).delete(`/api/projects/${id}`).expect(409);
    expect(kept.body).toMatchObject(error('not_archived'));
    const { body } = await request(app)
      .patch(`/api/projects/${id}`)
      .send({ revision: 9, name: 'No' })
      .expect(409);
    expect(body).toMatchObject({
      ...error('stale_revision', 'revision'),
      current: { name: 'Test project' },
    });
  });

  test('a copy has the walls, their history and the materials', async () => {
    const { id } = await newProject();
    await request(app)
      .put(`/api/projects/${id}/materials/reed`)
      .send({ name: 'Reed', conductivity: 0.05, vapor: { mu: 2 } })
      .expect(200);
    await newWall(id);
    const { body } = await request(app).post(`/api/projects/${id}/duplicate`).send({}).expect(201);
    const copy = body as { name: string; materials: object; walls: { id: string; name: string }[] };
    expect(copy).toMatchObject({ name: 'Test project (copy)', materials: { reed: {} } });
    expect(copy.walls).toMatchObject([{ name: WALL.name }]);
    await request(app).get(`/api/walls/${copy.walls[0]!.id}/revisions/1`).expect(200);
  });

  test.each<[object, string]>([
    [{}, 'name'],
    [{ name: '' }, 'name'],
    [{ name: 'x'.repeat(10_000) }, 'name'],
    [{ name: 'x', units: 'cubits' }, 'units'],
    [{ name: 'x', brief: {} }, 'brief.convention'],
  ])('%j is refused at %s', async (body, path) => {
    const answer = await request(app).post('/api/projects').send(body).expect(422);
    expect(answer.body).toMatchObject(error('invalid', path));
  });
});

describe('walls', () => {
  test('every saved state is kept, with its steps', async () => {
    const { id } = await newWall();
    const document = { ...WALL, name: 'Renamed', unknown: { kept: true } };
    const { body } = await request(app)
      .patch(`/api/walls/${id}`)
      .send({ revision: 1, document, steps: ['Rename', 'Undo: Rename'] })
      .expect(200);
    expect(body).toMatchObject({ revision: 2, name: 'Renamed', document });
    const history = await request(app).get(`/api/walls/${id}/revisions`).expect(200);
    expect(history.body).toMatchObject([
      { revision: 2, steps: ['Rename', 'Undo: Rename'] },
      { revision: 1, steps: ['Created'] },
    ]);
    const first = await request(app).get(`/api/walls/${id}/revisions/1`).expect(200);
    expect(first.body).toMatchObject({ document: WALL });
  });

  test('a stale save changes nothing and brings the current state', async () => {
    const { id } = await newWall();
    const save = (name: string) =>
      request(app)
        .patch(`/api/walls/${id}`)
        .send({ revision: 1, document: { ...WALL, name }, steps: ['x'] });
    const [a, b] = await Promise.all([save('A'), save('B')]);
    expect([a.status, b.status].sort()).toEqual([200, 409]);
    const [won, lost] = a.status === 200 ? [a, b] : [b, a];
    expect(lost.body).toMatchObject({
      ...error('stale_revision'),
      current: { name: (won.body as { name: string }).name },
    });
    expect((await request(app).get(`/api/walls/${id}/revisions`)).body).toHaveLength(2);
  });

  test('bad documents are refused by their field and nothing is stored', async () => {
    const { id } = await newWall();
    const bad: [object, string][] = [
      [{ ...WALL, version: 3 }, 'version'],
      [
        { ...WALL, layers: [{ id: 'a', kind: 'sheet', material: 'osb', thickness: 0 }] },
        'layers[0].thickness',
      ],
      [
        { ...WALL, layers: [{ id: 'a', kind: 'sheet', material: 'mithril', thickness: 1 }] },
        'layers[0].material',
      ],
      [
        {
          ...WALL,
          layers: Array.from({ length: 500 }, (_, i) => ({
            id: `${i}`,
            kind: 'sheet',
            material: 'osb',
            thickness: 0.01,
          })),
        },
        'layers',
      ],
      [
        { ...WALL, attachment: { furring: { fastener: 'screw-10', spacing: 0 } } },
        'attachment.furring.spacing',
      ],
      [{ ...WALL, attachment: { gravity: { stud: 2 } } }, 'attachment.gravity.stud'],
      [{ ...WALL, pointBridges: [{ chi: -0.1, perArea: 1 }] }, 'pointBridges[0].chi'],
      [{ ...WALL, loads: { wind: { suction: 'gale' } } }, 'loads.wind.suction'],
      [{ ...WALL, proof: [{ of: 'osb', kind: 'evaluation' }] }, 'proof[0].name'],
    ];
    for (const [document, path] of bad) {
      const answer = await request(app)
        .patch(`/api/walls/${id}`)
        .send({ revision: 1, document, steps: [] })
        .expect(422);
      expect(answer.body).toMatchObject(error('invalid', path));
    }
    expect((await request(app).get(`/api/walls/${id}`)).body).toMatchObject({
      revision: 1,
      document: WALL,
    });
  });

  test('are copied, moved and deleted', async () => {
    const { id: project } = await newProject();
    const { id } = await newWall(project);
    const copy = await request(app).post(`/api/walls/${id}/duplicate`).send({}).expect(201);
    const copyId = (copy.body as { id: string }).id;
    await request(app).put(`/api/walls/${copyId}/position`).send({ position: 0 }).expect(204);
    const order = async () =>
      (
        (await request(app).get(`/api/projects/${project}`)).body as { walls: { id: string }[] }
      ).walls.map((w) => w.id);
    expect(await order()).toEqual([copyId, id]);
    await request(app).delete(`/api/walls/${id}`).expect(204);
    expect(await order()).toEqual([copyId]);
  });
});

describe('materials of a project', () => {
  test('are used by its walls, and not taken away under them', async () => {
    const { id: project } = await newProject();
    const put = (id: string, material: object) =>
      request(app).put(`/api/projects/${project}/materials/${id}`).send(material);
    await put('reed', { name: 'Reed', conductivity: 0.05, vapor: { mu: 2 } }).expect(200);
    await put('osb', { name: 'Our OSB', conductivity: 0.12, vapor: { mu: 200 } }).expect(200);
    const document = {
      ...WALL,
      layers: [{ id: 'a', kind: 'sheet', material: 'reed', thickness: 0.05 }],
    };
    await request(app).post(`/api/projects/${project}/walls`).send({ document }).expect(201);
    const refused = await request(app)
      .delete(`/api/projects/${project}/materials/reed`)
      .expect(409);
    expect(refused.body).toMatchObject(error('material_in_use'));
    await request(app).delete(`/api/projects/${project}/materials/osb`).expect(204);
    await request(app).delete(`/api/projects/${project}/materials/osb`).expect(404);
  });

  test('are validated', async () => {
    const { id } = await newProject();
    const bad = await request(app)
      .put(`/api/projects/${id}/materials/x`)
      .send({ name: 'x', conductivity: -1, vapor: { mu: 1 } })
      .expect(422);
    expect(bad.body).toMatchObject(error('invalid', 'conductivity'));
    await request(app).put(`/api/projects/${id}/materials/Not%20an%20id`).send({}).expect(422);
  });
});

describe('at the edge', () => {
  test('what does not exist is 404', async () => {
    for (const path of [
      '/api/nothing',
      `/api/walls/${NOBODY}`,
      '/api/walls/1',
      `/api/projects/${NOBODY}`,
    ]) {
      const { body } = await request(app).get(path).expect(404);
      expect(body).toMatchObject(error('not_found'));
    }
    await request(app).post(`/api/projects/${NOBODY}/walls`).send({ document: WALL }).expect(404);
  });

  test('bodies: not JSON, another type, too large, what cannot be stored', async () => {
    const post = () => request(app).post('/api/projects');
    const malformed = await post()
      .set('content-type', 'application/json')
      .send('{"name": NaN}')
      .expect(422);
    expect(malformed.body).toMatchObject(error('malformed_json'));
    const typed = await post().set('content-type', 'text/plain').send('hello').expect(415);
    expect(typed.body).toMatchObject(error('unsupported_media_type'));
    const large = await post()
      .send({ name: 'x'.repeat(2 * 1024 * 1024) })
      .expect(413);
    expect(large.body).toMatchObject(error('too_large'));
    const nul = await request(app)
      .post(`/api/projects/${(await newProject()).id}/walls`)
      .send({ document: { ...WALL, name: 'a\0b' } })
      .expect(422);
    expect(nul.body).toMatchObject(error('invalid'));
  });

  test('other sites and foreign names are kept out', async () => {
    await request(app)
      .post('/api/projects')
      .set('Origin', 'http://elsewhere.example')
      .send({ name: 'x' })
      .expect(403);
    await request(app).get('/api/projects').set('Host', 'elsewhere.example').expect(403);
  });

  test('answers carry the security headers', async () => {
    const { headers } = await request(app).get('/api/health');
    expect(headers['content-security-policy']).toMatch(/script-src 'self'(;|$)/);
    expect(headers['x-content-type-options']).toBe('nosniff');
    expect(headers).not.toHaveProperty('x-powered-by');
  });

  test('the log has one JSON line a request and no document in it', async () => {
    lines.length = 0;
    await newWall();
    const parsed = lines.map(
      (line) => JSON.parse(line) as { req: { method: string }; res: { statusCode: number } },
    );
    expect(parsed.map(({ req, res }) => [req.method, res.statusCode])).toEqual([
      ['POST', 201],
      ['POST', 201],
    ]);
    expect(lines.join()).not.toContain(WALL.name);
  });
});
