import { once } from 'node:events';
import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { afterAll, beforeAll, expect, test } from '@jest/globals';
import type pg from 'pg';
import pino from 'pino';
import type { Change } from '@eldrun/contract';
import { createApp } from '../src/app.ts';
import { openPool } from '../src/database.ts';
import { loadDemo } from '../src/load-demo.ts';
import { DEMO_PROJECTS } from '@eldrun/demo';
import { Events } from '../src/events.ts';
import { inThisThread } from './in-this-thread.ts';
import { ownDatabase } from './own-database.ts';
import { summariesOf } from './summarized.ts';

/** Two servers over one database, each with a pool, a stream and summaries of its own. */
class Running {
  readonly pool: pg.Pool;
  readonly events: Events;
  readonly server: Server;

  constructor(url: string) {
    this.pool = openPool(url);
    this.events = new Events(this.pool);
    const app = createApp({
      pool: this.pool,
      work: inThisThread,
      events: this.events,
      logger: pino({ enabled: false }),
    });
    this.server = createServer(app).listen(0, '127.0.0.1');
  }

  get address(): string {
    return `http://127.0.0.1:${(this.server.address() as AddressInfo).port}/api`;
  }

  async ask<T>(method: string, path: string, body?: object): Promise<{ status: number; body: T }> {
    const response = await fetch(this.address + path, {
      method,
      headers: { 'content-type': 'application/json' },
      ...(body ? { body: JSON.stringify(body) } : {}),
    });
    return { status: response.status, body: (await response.json().catch(() => null)) as T };
  }

  async close(): Promise<void> {
    this.events.close();
    this.server.closeAllConnections();
    this.server.close();
    await this.pool.end();
  }
}

interface Saved {
  id: string;
  revision: number;
  document: object;
}

let one: Running;
let other: Running;
let wall: Saved;

beforeAll(async () => {
  const url = await ownDatabase();
  [one, other] = [new Running(url), new Running(url)];
  await Promise.all([once(one.server, 'listening'), once(other.server, 'listening')]);
  const { body: project } = await one.ask<{ id: string }>('POST', '/projects', { name: 'Shared' });
  const document = DEMO_PROJECTS[0]!.walls[0]!;
  wall = (await one.ask<Saved>('POST', `/projects/${project.id}/walls`, { document })).body;
});

afterAll(() => Promise.all([one.close(), other.close()]));

test('of two saves that grew from the same state one holds, whichever server they go to', async () => {
  const { revision, document } = wall;
  const answers = await Promise.all(
    [one, other].map((server) =>
      server.ask<Saved & { current: Saved }>('PATCH', `/walls/${wall.id}`, {
        revision,
        document: { ...document, note: server.address },
        steps: ['Edit'],
      }),
    ),
  );
  expect(answers.map(({ status }) => status).sort()).toEqual([200, 409]);
  const [holds, stale] = answers[0]!.status === 200 ? answers : answers.toReversed();
  expect(stale!.body.current.document).toEqual(holds!.body.document);
  wall = holds!.body;
});

test('what one saves the other tells its pages', async () => {
  const stop = new AbortController();
  const stream = await fetch(`${other.address}/events`, { signal: stop.signal });
  const heard: string[] = [];
  const reading = (async () => {
    for await (const part of stream.body!.pipeThrough(new TextDecoderStream())) {
      heard.push(part);
      if (part.includes(wall.id)) return;
      if (part.includes('hello'))
        wall = (
          await one.ask<Saved>('PATCH', `/walls/${wall.id}`, {
            revision: wall.revision,
            document: { ...wall.document, note: 'told' },
            steps: ['Edit'],
          })
        ).body;
    }
  })();
  await reading;
  stop.abort();
  const change = /data: (\{.*\})/.exec(heard.join(''))![1]!;
  expect(JSON.parse(change) as Change).toMatchObject({
    document: wall.id,
    revision: wall.revision,
  });
});

test('both load the demo once, and both keep the summaries right', async () => {
  await Promise.all([one, other].map(({ pool }) => loadDemo(pool, false)));
  const both = [one, other].map(({ pool }) => summariesOf(pool, { quiet: 3600 }));
  for (const summaries of both) summaries.poke();
  await Promise.all(both.map((summaries) => summaries.idle()));
  const { rows } = await one.pool.query<{ walls: string; fresh: string }>(
    `SELECT count(*) AS walls, count(*) FILTER (WHERE s.revision = d.revision) AS fresh
     FROM documents d LEFT JOIN document_summaries s ON s.document_id = d.id`,
  );
  const demo = DEMO_PROJECTS.reduce(
    (sum, { walls, decision, prices, house, details, site }) =>
      sum + walls.length + [decision, prices, house, details, site].filter(Boolean).length,
    0,
  );
  expect(rows).toEqual([{ walls: String(demo + 1), fresh: String(demo + 1) }]);
  await Promise.all(both.map((summaries) => summaries.close()));
});
