import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { runInNewContext } from 'node:vm';
import { beforeEach, describe, expect, test } from '@jest/globals';
import { transformSync } from 'esbuild';

const ORIGIN = 'https://bench.example';
const source = readFileSync(
  join(import.meta.dirname, '../../src/persistence/offline.worker.ts'),
  'utf8',
);
const { code } = transformSync(source, { loader: 'ts' });

type Handler = (event: Record<string, unknown>) => void;

/** Caches as a browser has them, as far as the worker asks for them. */
class FakeCaches {
  readonly stores = new Map<string, Map<string, Response>>();
  open(name: string) {
    const store = this.stores.get(name) ?? new Map<string, Response>();
    this.stores.set(name, store);
    const key = (of: Request | string): string =>
      typeof of === 'string' ? new URL(of, ORIGIN).href : of.url;
    return Promise.resolve({
      addAll: async (paths: string[]) => {
        for (const path of paths) store.set(key(path), await this.fetch(new Request(key(path))));
      },
      put: (of: Request | string, response: Response) =>
        Promise.resolve(void store.set(key(of), response)),
      match: (of: Request | string) => Promise.resolve(store.get(key(of))?.clone()),
      delete: (of: Request | string) => Promise.resolve(store.delete(key(of))),
      keys: () => Promise.resolve([...store.keys()].map((url) => new Request(url))),
    });
  }
  async match(of: Request | string): Promise<Response | undefined> {
    for (const name of this.stores.keys()) {
      const found = await (await this.open(name)).match(of);
      if (found) return found;
    }
    return undefined;
  }
  keys = () => Promise.resolve([...this.stores.keys()]);
  delete = (name: string) => Promise.resolve(this.stores.delete(name));
  fetch: (request: Request) => Promise<Response> = () => Promise.reject(new Error('no server'));
}

let caches: FakeCaches;
let handlers: Map<string, Handler>;
/** Whether the worker took over from the one before. */
let skipped: boolean;
/** What happens once the worker has waited long enough. */
let waiting: (() => void)[];
/** What the server answers; it rejects where there is none. */
let server: (request: Request) => Promise<Response>;

beforeEach(() => {
  caches = new FakeCaches();
  handlers = new Map();
  waiting = [];
  skipped = false;
  server = (request) => Promise.resolve(new Response(`fresh ${new URL(request.url).pathname}`));
  caches.fetch = (request) => server(request);
  const self = {
    __WB_MANIFEST: [
      { url: 'index.html', revision: 'one' },
      { url: 'assets/a.js', revision: null },
    ],
    location: { origin: ORIGIN },
    addEventListener: (name: string, handler: Handler) => handlers.set(name, handler),
    skipWaiting: () => Promise.resolve(void (skipped = true)),
    clients: { claim: () => Promise.resolve() },
  };
  runInNewContext(code, {
    self,
    caches,
    fetch: (request: Request) => server(request),
    URL,
    Response,
    setTimeout: (work: () => void) => waiting.push(work),
    Promise,
  });
});

const away = (): void => void (server = () => Promise.reject(new Error('no server')));

/** What the worker answers to a request; undefined where it leaves it to the browser. */
async function answer(
  path: string,
  { method = 'GET', mode = 'cors' }: { method?: string; mode?: string } = {},
): Promise<Response | undefined> {
  const request = new Request(new URL(path, ORIGIN), { method });
  // A page that is opened cannot be made by hand.
  Object.defineProperty(request, 'mode', { value: mode });
  let answered: Promise<Response> | undefined;
  handlers.get('fetch')!({
    request,
    respondWith: (response: Promise<Response>) => (answered = response),
  });
  return answered && (await answered);
}

async function happens(name: 'install' | 'activate'): Promise<void> {
  let work: Promise<unknown> = Promise.resolve();
  handlers.get(name)!({ waitUntil: (doing: Promise<unknown>) => (work = doing) });
  await work;
}

describe('the page without a server', () => {
  test('is kept when it is installed, and opens at any of its addresses', async () => {
    await happens('install');
    away();
    const opened = await answer('/projects/1/site', { mode: 'navigate' });
    expect(await opened!.text()).toBe('fresh /');
    expect(await (await answer('/assets/a.js'))!.text()).toBe('fresh /assets/a.js');
  });

  test('an earlier build goes once the next is there; answers stay', async () => {
    await caches.open('eldrun-page-zero');
    await caches.open('eldrun-answers');
    await happens('install');
    await happens('activate');
    expect([...caches.stores.keys()].sort()).toEqual(['eldrun-answers', 'eldrun-page-one']);
  });

  test('files of the page come from the copy, the page itself from the server where there is one', async () => {
    await happens('install');
    server = () => Promise.resolve(new Response('newer'));
    expect(await (await answer('/assets/a.js'))!.text()).toBe('fresh /assets/a.js');
    expect(await (await answer('/', { mode: 'navigate' }))!.text()).toBe('newer');
  });
});

test('open pages keep their files until one of them asks for the newer version', async () => {
  await happens('install');
  expect(skipped).toBe(false);
  handlers.get('message')!({ data: null });
  handlers.get('message')!({ data: { type: 'SKIP_WAITING' } });
  expect(skipped).toBe(true);
});

describe('what is kept has its limits', () => {
  test('photos over 200 MB go, the oldest first', async () => {
    const size = 90 * 1024 * 1024;
    server = () =>
      Promise.resolve(new Response('picture', { headers: { 'content-length': `${size}` } }));
    for (const photo of ['a', 'b', 'c']) await answer(`/api/projects/1f/photos/${photo}`);
    away();
    expect((await answer('/api/projects/1f/photos/a'))!.type).toBe('error');
    expect(await (await answer('/api/projects/1f/photos/c'))!.text()).toBe('picture');
  });

  test('of answers the newest 2,000 stay, looked through at every fiftieth', async () => {
    for (let n = 0; n <= 2050; n++) await answer(`/api/documents/${n}`);
    away();
    expect((await answer('/api/documents/50'))!.type).toBe('error');
    expect((await answer('/api/documents/51'))!.ok).toBe(true);
  });
});

test('a save is found in the lists that carry contents', async () => {
  const LIST = '/api/projects/1f/documents?contents=true&kind=wall';
  const list = [{ id: '1f', revision: 1, name: 'Old', document: { layers: [] } }];
  server = () => Promise.resolve(Response.json(list));
  await answer(LIST);
  const saved = { id: '1f', revision: 2, name: 'New', document: { layers: [1] } };
  server = () => Promise.resolve(Response.json(saved));
  await answer('/api/documents/1f', { method: 'PATCH' });
  away();
  expect(await (await answer(LIST))!.json()).toEqual([saved]);
});

describe('what the server answered last', () => {
  const DOCUMENT = '/api/documents/1f';

  test('is shown where it does not answer, and only there', async () => {
    expect(await (await answer(DOCUMENT))!.text()).toBe(`fresh ${DOCUMENT}`);
    server = () => Promise.resolve(new Response('changed'));
    expect(await (await answer(DOCUMENT))!.text()).toBe('changed');
    away();
    expect(await (await answer(DOCUMENT))!.text()).toBe('changed');
    expect((await answer('/api/documents/2f'))!.type).toBe('error');
  });

  test('is shown where nothing comes for too long', async () => {
    await answer(DOCUMENT);
    server = () => new Promise(() => undefined);
    const slow = answer(DOCUMENT);
    await Promise.resolve();
    await new Promise((resolve) => setImmediate(resolve));
    for (const late of waiting) late();
    expect(await (await slow)!.text()).toBe(`fresh ${DOCUMENT}`);
  });

  test('is shown where only a proxy answers that it is away', async () => {
    await answer(DOCUMENT);
    server = () => Promise.resolve(new Response('bad gateway', { status: 502 }));
    expect(await (await answer(DOCUMENT))!.text()).toBe(`fresh ${DOCUMENT}`);
    // An error of the server itself is told as it is.
    server = () => Promise.resolve(new Response('wrong', { status: 500 }));
    expect((await answer(DOCUMENT))!.status).toBe(500);
  });

  test.each([401, 403, 404])('does not outlive that it may not be read, %d', async (status) => {
    await answer(DOCUMENT);
    server = () => Promise.resolve(new Response('no', { status }));
    expect((await answer(DOCUMENT))!.status).toBe(status);
    away();
    expect((await answer(DOCUMENT))!.type).toBe('error');
  });

  test('is what a save came to', async () => {
    await answer(DOCUMENT);
    server = () => Promise.resolve(new Response('saved'));
    expect(await (await answer(DOCUMENT, { method: 'PATCH' }))!.text()).toBe('saved');
    away();
    expect(await (await answer(DOCUMENT))!.text()).toBe('saved');
    // A save that is refused changes nothing.
    server = () => Promise.resolve(new Response('stale', { status: 409 }));
    await answer(DOCUMENT, { method: 'PATCH' });
    away();
    expect(await (await answer(DOCUMENT))!.text()).toBe('saved');
    await expect(answer(DOCUMENT, { method: 'PATCH' })).rejects.toThrow('no server');
  });

  test.each([
    ['/api/projects', true],
    ['/api/projects/1f', true],
    ['/api/projects/1f/documents?kind=site', true],
    ['/api/walls/1f', true],
    ['/api/projects/1f/photos/photo-1/thumbnail', true],
    ['/api/projects/1f/weather/w/hours', true],
    ['/api/health', false],
    ['/api/events', false],
    ['/api/projects/1f/bundle', false],
    ['/api/projects/1f/papers/wall', false],
  ])('%s is kept: %p', async (path, kept) => {
    expect((await answer(path)) !== undefined).toBe(kept);
  });

  test('what is written otherwise, and what is of another site, is left alone', async () => {
    expect(await answer('/api/projects', { method: 'POST' })).toBeUndefined();
    expect(await answer('https://elsewhere.example/api/projects')).toBeUndefined();
  });
});
