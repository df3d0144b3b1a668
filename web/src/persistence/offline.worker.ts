/// <reference lib="webworker" />
/**
 * The page without a server: its own files are kept when it is installed, and of what the server answered last about projects
 * and documents a copy, which is shown only where the server does not answer. What is written is kept by the page itself.
 */
/** The files of the page, written in when it is built. */
// @ts-expect-error Written in by its name.
const BUILT = self.__WB_MANIFEST as readonly BuiltFile[];
const worker = self as unknown as ServiceWorkerGlobalScope;

interface BuiltFile {
  url: string;
  /** Changes with what is in it; null where its name does. */
  revision: string | null;
}

/** What changes with every build: the page names all its files. */
const [{ revision: BUILD } = { revision: '' }] = BUILT.filter(({ url }) => url === 'index.html');

const SHELL = `eldrun-page-${BUILD}`;
const ANSWERS = 'eldrun-answers';
const PHOTOS = 'eldrun-photos';

/** The most that is kept of answers, and of photos in bytes: the oldest go first. */
const MOST_ANSWERS = 2000;
const MOST_PHOTOS = 200 * 1024 * 1024;

/** After so many answers more it is seen whether they are too many. */
const LOOKED_THROUGH = 50;
let answers = 0;

const PHOTO = /\/photos\/[\w-]+(\/thumbnail)?$/;

/** What is read again without a server: projects, their documents, their weather and photos. */
const READABLE =
  /^\/api\/(projects(\/[\w-]+)?|projects\/[\w-]+\/(documents|photos(\/[\w-]+(\/thumbnail)?)?|weather\/[\w-]+\/hours)|(documents|walls)\/[\w-]+)$/;

/** What answers a save with what is there now. */
const SAVABLE = /^\/api\/(projects|documents|walls)\/[\w-]+$/;

/** So long the server is waited for before the copy is shown, ms. */
const PATIENCE = 4000;

worker.addEventListener('install', (event) => {
  event.waitUntil(
    caches.open(SHELL).then((cache) => cache.addAll(['/', ...BUILT.map(({ url }) => `/${url}`)])),
  );
});

// A page that was told of a newer version asks for it: until then open pages keep the files that they began with.
worker.addEventListener('message', ({ data }) => {
  if ((data as { type?: string } | null)?.type === 'SKIP_WAITING') void worker.skipWaiting();
});

worker.addEventListener('activate', (event) => {
  event.waitUntil(
    caches
      .keys()
      .then((names) =>
        Promise.all(
          names
            .filter((name) => name.startsWith('eldrun-page-') && name !== SHELL)
            .map((name) => caches.delete(name)),
        ),
      )
      .then(() => worker.clients.claim()),
  );
});

worker.addEventListener('fetch', (event) => {
  const { request } = event;
  const { origin, pathname } = new URL(request.url);
  if (origin !== worker.location.origin) return;
  if (request.method === 'PATCH' && SAVABLE.test(pathname)) event.respondWith(saved(request));
  if (request.method !== 'GET') return;
  if (request.mode === 'navigate') event.respondWith(page(request));
  else if (pathname.startsWith('/assets/')) event.respondWith(kept(request));
  else if (READABLE.test(pathname)) event.respondWith(answered(request));
});

/** The page from the server; else the one that was kept. */
async function page(request: Request): Promise<Response> {
  try {
    return await patient(fetch(request));
  } catch {
    return (await caches.match('/')) ?? Response.error();
  }
}

/** A file of the page: its name changes with what is in it, so the kept one is right. */
async function kept(request: Request): Promise<Response> {
  return (await caches.match(request)) ?? fetch(request);
}

/** An answer of the server, of which a copy is kept; where it does not answer, the copy. */
async function answered(request: Request): Promise<Response> {
  const name = PHOTO.test(new URL(request.url).pathname) ? PHOTOS : ANSWERS;
  const cache = await caches.open(name);
  try {
    const response = await patient(fetch(request));
    if (response.ok) {
      await cache.put(request, response.clone());
      if (name === PHOTOS) await keepWithin(cache, MOST_PHOTOS, sizeOf);
      // To look through all of them takes longer than to answer.
      else if (answers++ % LOOKED_THROUGH === 0) await keepWithin(cache, MOST_ANSWERS);
    }
    // Gone, or no longer allowed: no copy outlives it.
    else if ([401, 403, 404].includes(response.status)) await cache.delete(request);
    // A proxy that stands before a server which is away.
    if (response.status < 502 || response.status > 504) return response;
    return (await cache.match(request)) ?? response;
  } catch {
    return (await cache.match(request)) ?? Response.error();
  }
}

const sizeOf = async (response: Response): Promise<number> =>
  Number(response.headers.get('content-length')) || (await response.blob()).size;

/** Forgets the oldest until what is kept is no more than that. @param weigh 1 each, where it is left out */
async function keepWithin(
  cache: Cache,
  most: number,
  weigh?: (response: Response) => Promise<number>,
): Promise<void> {
  const requests = await cache.keys();
  if (!weigh)
    return void (await Promise.all(requests.slice(0, -most).map((one) => cache.delete(one))));
  let sum = 0;
  // In the order in which they were kept: the newest count first.
  for (const request of requests.toReversed()) {
    const response = await cache.match(request);
    if (response) sum += await weigh(response);
    if (sum > most) await cache.delete(request);
  }
}

/** A save, as it is; what it answers is what is read from then on. */
async function saved(request: Request): Promise<Response> {
  const response = await fetch(request);
  if (response.ok) {
    const cache = await caches.open(ANSWERS);
    if (await cache.match(request.url)) await cache.put(request.url, response.clone());
    await relist(
      cache,
      (await response
        .clone()
        .json()
        .catch(() => null)) as Listed | null,
    );
  }
  return response;
}

interface Listed {
  id: string;
  revision: number;
  name: string;
  document?: object;
}

/** Puts what was saved into the lists that carry it with its contents. */
async function relist(cache: Cache, saved: Listed | null): Promise<void> {
  if (!saved?.document) return;
  const { id, revision, name, document } = saved;
  for (const request of await cache.keys()) {
    if (!new URL(request.url).searchParams.has('contents')) continue;
    const list = (await (await cache.match(request))?.json()) as Listed[] | undefined;
    if (!list?.some((one) => one.id === id)) continue;
    const now = list.map((one) => (one.id === id ? { ...one, revision, name, document } : one));
    const headers = { 'content-type': 'application/json' };
    await cache.put(request, new Response(JSON.stringify(now), { headers }));
  }
}

function patient(answer: Promise<Response>): Promise<Response> {
  return Promise.race([
    answer,
    new Promise<Response>((_, reject) =>
      setTimeout(() => reject(new Error('no answer')), PATIENCE),
    ),
  ]);
}
