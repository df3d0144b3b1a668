/// <reference lib="webworker" />
/**
 * The page without a server: its own files are kept when it is installed, and of what the server answered last about projects
 * and documents a copy, which is shown only where the server does not answer. What is written is kept by the page itself.
 */
const worker = self as unknown as ServiceWorkerGlobalScope & {
  /** Written in front when it is built. */
  FILES: readonly string[];
  BUILD: string;
};

const SHELL = `eldrun-page-${worker.BUILD}`;
const ANSWERS = 'eldrun-answers';

/** What is read again without a server: projects, their documents, their weather and photos. */
const READABLE =
  /^\/api\/(projects(\/[\w-]+)?|projects\/[\w-]+\/(documents|photos(\/[\w-]+(\/thumbnail)?)?|weather\/[\w-]+\/hours)|(documents|walls)\/[\w-]+)$/;

/** What answers a save with what is there now. */
const SAVABLE = /^\/api\/(projects|documents|walls)\/[\w-]+$/;

/** So long the server is waited for before the copy is shown, ms. */
const PATIENCE = 4000;

worker.addEventListener('install', (event) => {
  event.waitUntil(
    caches
      .open(SHELL)
      .then((cache) => cache.addAll(['/', '/icon.svg', ...worker.FILES]))
      .then(() => worker.skipWaiting()),
  );
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
  const cache = await caches.open(ANSWERS);
  try {
    const response = await patient(fetch(request));
    if (response.ok) await cache.put(request, response.clone());
    // Gone, or no longer allowed: no copy outlives it.
    else if ([401, 403, 404].includes(response.status)) await cache.delete(request);
    // A proxy that stands before a server which is away.
    if (response.status < 502 || response.status > 504) return response;
    return (await cache.match(request)) ?? response;
  } catch {
    return (await cache.match(request)) ?? Response.error();
  }
}

/** A save, as it is; what it answers is what is read from then on. */
async function saved(request: Request): Promise<Response> {
  const response = await fetch(request);
  if (response.ok) {
    const cache = await caches.open(ANSWERS);
    if (await cache.match(request.url)) await cache.put(request.url, response.clone());
  }
  return response;
}

function patient(answer: Promise<Response>): Promise<Response> {
  return Promise.race([
    answer,
    new Promise<Response>((_, reject) =>
      setTimeout(() => reject(new Error('no answer')), PATIENCE),
    ),
  ]);
}
