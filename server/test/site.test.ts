import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type pg from 'pg';
import pino from 'pino';
import type { SavedDocument } from '@eldrun/contract';
import type { ProjectSite } from '@eldrun/core/site';
import { createApp } from '../src/app.ts';
import { openPool } from '../src/database.ts';
import { loadDemo } from '../src/load-demo.ts';
import { inThisThread } from './in-this-thread.ts';
import { ownDatabase } from './own-database.ts';

let pool: pg.Pool;
let server: Server;
let api: string;
let project: string;

beforeAll(async () => {
  pool = openPool(await ownDatabase());
  server = createServer(createApp({ pool, work: inThisThread, logger: pino({ enabled: false }) }));
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  api = `http://127.0.0.1:${(server.address() as AddressInfo).port}/api`;
  await loadDemo(pool, false);
  project = await projectNamed('Mill Race house');
});
afterAll(async () => {
  await new Promise((resolve) => server.close(resolve));
  await pool.end();
});

async function projectNamed(name: string): Promise<string> {
  const { rows } = await pool.query<{ id: string }>('SELECT id FROM projects WHERE name = $1', [
    name,
  ]);
  return rows[0]!.id;
}

const send = (method: string, path: string, body: unknown) =>
  fetch(`${api}${path}`, {
    method,
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body),
  });

async function siteOf(of: string): Promise<SavedDocument<ProjectSite>> {
  const listed = (await (await fetch(`${api}/projects/${of}/documents?kind=site`)).json()) as {
    id: string;
  }[];
  return (await (await fetch(`${api}/documents/${listed[0]!.id}`)).json()) as never;
}

const problemOf = async (response: Response) => ({
  status: response.status,
  ...((await response.json()) as { error: { path: string; message: string } }).error,
});

describe('the site as a document', () => {
  test('what could never be is refused with its path, and nothing is saved', async () => {
    const { id, revision, document } = await siteOf(project);
    for (const [change, path] of [
      [{ calendar: { workdays: [], hours: 8 } }, 'calendar.workdays'],
      [{ crews: { framing: 0 } }, 'crews.framing'],
      [{ start: 'soon' }, 'start'],
      [
        { progress: [{ step: 'a', started: '2026-05-02', finished: '2026-05-01' }] },
        'progress[0].finished',
      ],
      [{ log: [{ id: 'x', day: '2026-05-02', kind: 'gossip', text: '' }] }, 'log[0].kind'],
    ] as const) {
      const answer = await problemOf(
        await send('PATCH', `/documents/${id}`, {
          revision,
          document: { ...document, ...change },
          steps: ['Wrong'],
        }),
      );
      expect(answer).toMatchObject({ status: 422 });
      expect(answer.path).toContain(path);
    }
    expect((await siteOf(project)).revision).toBe(revision);
  });

  test('what another saved first comes with the refusal: 500 entries are not lost on either side', async () => {
    const { id, revision, document } = await siteOf(project);
    const entries = (who: string) =>
      Array.from({ length: 500 }, (_, n) => ({
        id: `${who}-${n}`,
        day: '2026-05-06',
        kind: 'note' as const,
        text: `entry ${n}`,
      }));
    const first = await send('PATCH', `/documents/${id}`, {
      revision,
      document: { ...document, log: entries('one') },
      steps: ['500 entries'],
    });
    expect(first.status).toBe(200);
    const second = await send('PATCH', `/documents/${id}`, {
      revision,
      document: { ...document, log: entries('two') },
      steps: ['500 others'],
    });
    expect(second.status).toBe(409);
    const { current } = (await second.json()) as { current: SavedDocument<ProjectSite> };
    expect(current.document.log).toHaveLength(500);
    const both = await send('PATCH', `/documents/${id}`, {
      revision: current.revision,
      document: { ...document, log: [...current.document.log!, ...entries('two')] },
      steps: ['Both'],
    });
    expect(both.status).toBe(200);
    expect((await siteOf(project)).document.log).toHaveLength(1000);
  });
});

describe('the site on paper', () => {
  const paper = (of: string) =>
    fetch(`${api}/projects/${of}/papers/site?units=imperial&paper=letter&date=2026-05-06`);

  test('as a PDF of the project’s site and house', async () => {
    const answer = await paper(project);
    expect([answer.status, answer.headers.get('content-type')]).toEqual([200, 'application/pdf']);
    const { extractText } = await import('unpdf');
    const { text } = await extractText(new Uint8Array(await answer.arrayBuffer()), {
      mergePages: true,
    });
    expect(text).toContain('In this order');
    expect(text).toContain('sun on the membrane');
    expect(text).toContain('Looked at before it is hidden');
  });

  test('without a site it says what is missing', async () => {
    const none = await projectNamed('Tarn Bank cottage');
    const { status, path, message } = await problemOf(await paper(none));
    expect([status, path]).toEqual([422, 'site']);
    expect(message).toContain('nothing of it is entered');
  });
});

test('a copy of a project has its site, and shares nothing with it', async () => {
  const copy = (await (
    await fetch(`${api}/projects/${project}/duplicate`, { method: 'POST' })
  ).json()) as { id: string };
  const mine = await siteOf(project);
  const theirs = await siteOf(copy.id);
  expect(theirs.id).not.toBe(mine.id);
  expect(theirs.document).toEqual(mine.document);
  await send('PATCH', `/documents/${theirs.id}`, {
    revision: theirs.revision,
    document: { ...theirs.document, start: '2026-06-01' },
    steps: ['Later'],
  });
  expect((await siteOf(project)).document.start).toBe(mine.document.start);
});
