import { readFileSync } from 'node:fs';
import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { join } from 'node:path';
import { afterAll, beforeAll, expect, test } from '@jest/globals';
import type pg from 'pg';
import pino from 'pino';
import { ENDPOINTS, type Endpoint } from '@eldrun/contract';
import { createApp } from '../src/app.ts';
import { openPool } from '../src/database.ts';
import { inThisThread } from './in-this-thread.ts';
import { ownDatabase } from './own-database.ts';

const PAGE = readFileSync(join(import.meta.dirname, '../../docs/api.md'), 'utf8');

let pool: pg.Pool;
let server: Server;
beforeAll(async () => {
  pool = openPool(await ownDatabase());
  server = createServer(createApp({ pool, work: inThisThread, logger: pino({ enabled: false }) }));
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
});
afterAll(async () => {
  await new Promise((resolve) => server.close(resolve));
  await pool.end();
});

/** A request of the page and what it says is answered. */
interface Example {
  request: string;
  kind: 'json' | 'bytes';
  status: number;
  answer: string;
}

const EXAMPLES: Example[] = [
  ...PAGE.matchAll(/```http\n([\s\S]*?)```\s+```(json|bytes) (\d{3})\n([\s\S]*?)```/g),
].map(([, request, kind, status, answer]) => ({
  request: request!,
  kind: kind as Example['kind'],
  status: Number(status),
  answer: answer!,
}));

/** What an answer gave a name to: `"{project}"`. */
const named = new Map<string, string>();
const filled = (text: string): string =>
  text.replace(/\{(\w+)\}/g, (whole, name: string) => named.get(name) ?? whole);

/** Holds an answer against the page: what stands there is there; `…` is anything, `{name}` is kept. */
function hold(said: unknown, answered: unknown, at = ''): void {
  if (said === '…') return;
  const name = typeof said === 'string' ? /^\{(\w+)\}$/.exec(said)?.[1] : undefined;
  if (name) named.set(name, answered as string);
  else if (Array.isArray(said)) {
    expect([at, (answered as unknown[]).length]).toEqual([at, said.length]);
    said.forEach((one, i) => hold(one, (answered as unknown[])[i], `${at}[${i}]`));
  } else if (typeof said === 'object' && said !== null)
    for (const [key, value] of Object.entries(said))
      hold(value, (answered as Record<string, unknown>)[key], `${at}.${key}`);
  else expect([at, answered]).toEqual([at, said]);
}

test('every request on the page is answered as it says', async () => {
  expect(EXAMPLES.length).toBe([...PAGE.matchAll(/```http/g)].length);
  const { port } = server.address() as AddressInfo;
  for (const { request, kind, status, answer } of EXAMPLES) {
    const [head, ...body] = filled(request).split('\n\n');
    const [first, ...headers] = head!.trim().split('\n');
    const [method, path] = first!.split(' ') as [string, string];
    const text = body.join('\n\n').trim();
    const response = await fetch(`http://127.0.0.1:${port}${path}`, {
      method,
      headers: headers.map((line) => line.split(': ') as [string, string]),
      ...(text ? { body: text } : {}),
    });
    const bytes = await response.arrayBuffer();
    const got = new TextDecoder().decode(bytes);
    expect([path, response.status, response.status === status ? '' : got]).toEqual([
      path,
      status,
      '',
    ]);
    if (kind === 'json') hold(JSON.parse(answer), JSON.parse(got), path);
    else {
      expect(response.headers.get('content-type')).toMatch(answer.trim());
      expect(bytes.byteLength).toBeGreaterThan(100);
    }
  }
});

test('the table of addresses on the page is the one that is served: npm run examples writes it', () => {
  for (const { method, path, about } of Object.values(ENDPOINTS) as Endpoint[])
    expect(PAGE).toContain(`| \`${method}\` | \`${path}\` | ${about} |`);
  expect([...PAGE.matchAll(/^\| `[A-Z]+` \|/gm)]).toHaveLength(Object.keys(ENDPOINTS).length);
});
