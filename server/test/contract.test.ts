import { readFileSync } from 'node:fs';
import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { join } from 'node:path';
import { afterAll, beforeAll, expect, test } from '@jest/globals';
import type pg from 'pg';
import pino from 'pino';
import { withBrief } from '@eldrun/core/build-up';
import { check } from '@eldrun/core/wall/schema';
import { ENDPOINTS, type Endpoint, type EndpointName } from '@eldrun/contract';
import { openApi } from '@eldrun/contract/openapi';
import { SCHEMAS } from '@eldrun/contract/schemas';
import { createApp } from '../src/app.ts';
import { openPool } from '../src/database.ts';
import { DEMO_PROJECTS } from '@eldrun/demo';
import { Events } from '../src/events.ts';
import { inThisThread } from './in-this-thread.ts';
import { ownDatabase } from './own-database.ts';
import { summariesOf } from './summarized.ts';

const EPW = readFileSync(join(import.meta.dirname, '../../examples/harrow-fell.epw'), 'utf8');
/** A picture of 4 × 4 dots. */
const PICTURE = Buffer.from(
  'iVBORw0KGgoAAAANSUhEUgAAAAQAAAAECAIAAAAmkwkpAAAAEElEQVR4nGM4UaEBRwzEcQBTUhaBGaoOzwAAAABJRU5ErkJggg==',
  'base64',
);
const WALL = DEMO_PROJECTS[0]!.walls[0]!;

let pool: pg.Pool;
let events: Events;
let server: Server;

beforeAll(async () => {
  pool = openPool(await ownDatabase());
  events = new Events(pool);
  server = createServer(
    createApp({ pool, work: inThisThread, events, logger: pino({ enabled: false }) }),
  );
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
});
afterAll(async () => {
  events.close();
  await new Promise((resolve) => server.close(resolve));
  await pool.end();
});

const address = () => `http://127.0.0.1:${(server.address() as AddressInfo).port}/api`;
const called = new Set<EndpointName>();

/** Calls an endpoint as the table says, and holds its answer against the table. */
async function call(
  name: EndpointName,
  { params = {}, query = '', body }: { params?: object; query?: string; body?: unknown } = {},
): Promise<{ id: string; bytes?: ArrayBuffer; text?: string }> {
  const { method, path, status, takes, gives }: Endpoint = ENDPOINTS[name];
  const filled = path.replace(/:(\w+)/g, (_, key: string) => String((params as never)[key]));
  const response = await fetch(`${address()}${filled}${query}`, {
    method,
    ...(body === undefined
      ? {}
      : {
          headers: { 'content-type': takes?.replace('*', 'png') ?? 'application/json' },
          body: takes ? (body as string) : JSON.stringify(body),
        }),
  });
  called.add(name);
  const bytes = await response.arrayBuffer();
  const text = new TextDecoder().decode(bytes);
  expect([name, response.status, response.status === status ? '' : text]).toEqual([
    name,
    status,
    '',
  ]);
  const { answer } = SCHEMAS[name];
  if (!answer) {
    if (!gives) expect([name, text]).toEqual([name, '']);
    return { id: '', bytes };
  }
  return check(answer, JSON.parse(text), name);
}

test('every endpoint takes and answers what the table says', async () => {
  await call('health');
  await call('describe');
  const project = (await call('createProject', { body: { name: 'All of it', units: 'metric' } }))
    .id;
  await call('putMaterial', {
    params: { project, material: 'reed' },
    body: { name: 'Reed', conductivity: 0.05, vapor: { mu: 2 } },
  });
  const wall = (await call('createWall', { params: { project }, body: { document: WALL } })).id;
  const weather = (await call('importWeather', { params: { project }, body: EPW })).id;
  const summaries = summariesOf(pool);
  summaries.poke();
  await summaries.idle();
  await summaries.close();
  await call('listProjects');
  await call('listProjects', { query: '?archived=false' });

  await call('saveWall', {
    params: { wall },
    body: { revision: 1, document: WALL, steps: ['x'], commands: [] },
  });
  await call('readWall', { params: { wall } });
  await call('duplicateWall', { params: { wall }, body: {} });
  await call('moveWall', { params: { wall }, body: { position: 1 } });
  await call('listWallRevisions', { params: { wall } });
  await call('readWallRevision', { params: { wall, revision: 1 } });

  const document = (
    await call('createDocument', { params: { project }, body: { kind: 'wall', document: WALL } })
  ).id;
  await call('saveDocument', {
    params: { document },
    body: { revision: 1, document: WALL, steps: [] },
  });
  await call('readDocument', { params: { document } });
  await call('exportDocument', { params: { document } });
  await call('duplicateDocument', { params: { document }, body: {} });
  await call('moveDocument', { params: { document }, body: { position: 0 } });
  await call('listDocuments', { params: { project }, query: '?kind=wall' });
  await call('nameRevision', { params: { document, revision: 1 }, body: { name: 'as priced' } });
  await call('listRevisions', { params: { document } });
  await call('readRevision', { params: { document, revision: 2 } });
  await call('binDocument', { params: { document } });
  await call('listDocuments', { params: { project }, query: '?bin=true' });
  await call('restoreDocument', { params: { document } });
  await call('binWall', { params: { wall } });
  await call('emptyBin', { params: { project } });

  const exploration = (
    await call('startExploration', {
      params: { project },
      body: {
        exploration: {
          format: 'eldrun-exploration',
          version: 1,
          wall: withBrief(WALL, DEMO_PROJECTS[0]!.brief),
          vary: [{ layer: 'L4', thickness: [0.0111, 0.0127] }],
          objectives: ['u'],
        },
        hourly: false,
      },
    })
  ).id;
  await call('listExplorations', { params: { project } });
  await call('readExploration', { params: { exploration } });
  // No worker is there: a part of nothing stands for what it would bring.
  await pool.query(
    "INSERT INTO exploration_parts (exploration_id, part, swept, invalid) VALUES ($1, 0, '', '[]')",
    [exploration],
  );
  await call('readExplorationPart', { params: { exploration, part: 0 } });
  await call('deleteExploration', { params: { exploration } });

  await call('listSuppliers');
  await call('requestQuotation', {
    params: { supplier: 'upper-yard' },
    body: {
      seed: 1,
      lines: [
        { key: 'a', material: 'osb', what: '', unit: 'sheet', asked: 2, area: 6, volume: 0.07 },
        { key: 'b', material: 'reed', what: '', unit: 'm²', asked: 2, area: 6, volume: null },
      ],
    },
  });

  await call('printPaper', {
    params: { project, sheet: 'wall' },
    query: `?wall=${document}&hourly=false`,
  });
  await call('drawProject', {
    params: { project, drawing: 'section' },
    query: `?wall=${document}&format=svg`,
  });
  await call('tabulate', { params: { project }, query: '?format=csv&table=Walls' });
  const model = await call('writeModel', { params: { project }, query: '?format=ifc' });
  await call('readModel', { params: { project }, body: model.text });
  const bundle = await call('packProject', { params: { project } });
  await call('restoreProject', { body: bundle.bytes });

  await call('readWeatherHours', { params: { project, weather } });
  await call('putPhoto', { params: { project, photo: 'photo-00000001' }, body: PICTURE });
  await call('listPhotos', { params: { project } });
  await call('readPhoto', { params: { project, photo: 'photo-00000001' } });
  await call('readThumbnail', { params: { project, photo: 'photo-00000001' } });
  await call('deletePhoto', { params: { project, photo: 'photo-00000001' } });
  await call('deleteWeather', { params: { project, weather } });
  await call('deleteMaterial', { params: { project, material: 'reed' } });
  const copy = (await call('duplicateProject', { params: { project }, body: {} })).id;
  await call('readProject', { params: { project: copy } });
  await call('changeProject', { params: { project: copy }, body: { revision: 1, archived: true } });
  await call('deleteProject', { params: { project: copy } });

  // The stream has a test of its own.
  expect(Object.keys(ENDPOINTS).filter((name) => !called.has(name as EndpointName))).toEqual([
    'events',
  ]);
});

test('the table is served as OpenAPI, every endpoint with its answer', async () => {
  const served = (await (await fetch(`${address()}/openapi.json`)).json()) as {
    paths: Record<string, Record<string, { operationId: string; responses: object }>>;
  };
  expect(served).toEqual(JSON.parse(JSON.stringify(openApi())));
  const names = Object.values(served.paths).flatMap((path) =>
    Object.values(path).map(({ operationId }) => operationId),
  );
  expect(names.sort()).toEqual(Object.keys(ENDPOINTS).sort());
  expect(served.paths['/walls/{wall}']!['patch']!.responses).toHaveProperty('200');
});

test('a query and an address are held against the table too', async () => {
  const get = async (path: string) => (await fetch(`${address()}${path}`)).status;
  expect(await get('/projects?archived=perhaps')).toBe(422);
  expect(await get('/projects?archived[]=1')).toBe(422);
  expect(await get('/documents/1')).toBe(404);
  expect(await get('/walls/00000000-0000-4000-8000-000000000000/revisions/99999999999')).toBe(404);
});

test('the stream tells what was saved, by whomever, and goes on after the connection was lost', async () => {
  const stop = new AbortController();
  const response = await fetch(`${address()}/events`, { signal: stop.signal });
  expect(response.headers.get('content-type')).toMatch('text/event-stream');
  const reader = response.body!.pipeThrough(new TextDecoderStream()).getReader();
  let heard = '';
  const until = async (text: string): Promise<void> => {
    while (!heard.includes(text)) {
      const { value, done } = await reader.read();
      if (done) throw new Error(`the stream ended without ${text}`);
      heard += value;
    }
    heard = heard.slice(heard.indexOf(text) + text.length);
  };
  await until('event: hello\ndata: ');
  const { id: project } = await call('createProject', { body: { name: 'Heard' } });
  const { id: wall } = await call('createWall', { params: { project }, body: { document: WALL } });
  await until(`"document": "${wall}"`);
  await pool.query('UPDATE documents SET revision = 7 WHERE id = $1', [wall]);
  await until('"revision": 7');
  // Each change has the mark of what was heard, and so has every answer.
  const marked = await fetch(`${address()}/health`);
  expect(marked.headers.get('eldrun-heard')).toMatch(/^[\da-f]{8}\.\d+$/);
  await call('binWall', { params: { wall } });
  await until('"gone": true');
  await pool.query(
    `SELECT pg_terminate_backend(pid) FROM pg_stat_activity WHERE query = 'LISTEN eldrun' AND datname = current_database()`,
  );
  await until('event: hello');
  await call('changeProject', { params: { project }, body: { revision: 1, name: 'Renamed' } });
  await until(`"project": "${project}", "revision": 2`);
  stop.abort();
});
