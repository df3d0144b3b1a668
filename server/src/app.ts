import { join } from 'node:path';
import { constants } from 'node:zlib';
import express, {
  type ErrorRequestHandler,
  type Express,
  type Request,
  type RequestHandler,
} from 'express';
import { rateLimit } from 'express-rate-limit';
import compression from 'compression';
import compressed, { type ExpressStaticGzipOptions } from 'express-static-gzip';
import helmet from 'helmet';
import type pg from 'pg';
import type { Logger } from 'pino';
import { pinoHttp } from 'pino-http';
import type { DocumentKind } from '@eldrun/core/kinds';
import { KINDS } from '@eldrun/core/kinds';
import { identify } from './actor.ts';
import { refuseOnFullDisk } from './disk.ts';
import { DocumentStore } from './documents/store.ts';
import { foreignOrigin, notFound, toApiError, tooMany } from './errors.ts';
import { Events } from './events.ts';
import { newQueue, openQueue } from './explorations/queue.ts';
import { isLoopback } from './loopback.ts';
import type PgBoss from 'pg-boss';
import { bundleRoutes, type BundleOptions } from './routes/bundles.ts';
import { documentRoutes } from './routes/documents.ts';
import { explorationRoutes } from './routes/explorations.ts';
import { materialRoutes } from './routes/materials.ts';
import { paperRoutes } from './routes/papers.ts';
import { photoRoutes } from './routes/photos.ts';
import { projectRoutes } from './routes/projects.ts';
import { serverRoutes } from './routes/server.ts';
import { supplierRoutes } from './routes/suppliers.ts';
import { weatherRoutes } from './routes/weather.ts';
import { passwordGate } from './session.ts';
import { BUNDLE_LIMITS } from './settings.ts';
import type { Work } from './threads/threads.ts';

/** Files of the page are packed once, when it is built (`scripts/build.mjs`): who takes neither gets them as they are. */
const PACKED: ExpressStaticGzipOptions = {
  enableBrotli: true,
  orderPreference: ['br', 'gzip'],
  index: false,
};

/** What helmet says of pages: of a file that a page loads they say nothing, and each costs as much as a small file. */
const OF_PAGES = [
  'Content-Security-Policy',
  'Cross-Origin-Opener-Policy',
  'Origin-Agent-Cluster',
  'Referrer-Policy',
  'X-DNS-Prefetch-Control',
  'X-Download-Options',
  'X-Frame-Options',
  'X-Permitted-Cross-Domain-Policies',
  'X-XSS-Protection',
];

/** Answers of the API are packed as they leave, as hard as costs no more than it saves; events are not held back for it. */
const COMPRESSION: compression.CompressionOptions = {
  threshold: 1024,
  brotli: { params: { [constants.BROTLI_PARAM_QUALITY]: 4 } },
  filter: (request, response) =>
    !/^(text\/event-stream|application\/x-ndjson)/.test(
      String(response.getHeader('Content-Type') ?? ''),
    ) && compression.filter(request, response),
};

const CONTENT_SECURITY_POLICY = {
  useDefaults: false,
  directives: {
    defaultSrc: ["'self'"],
    scriptSrc: ["'self'"],
    // The component library writes its theme as style elements; scripts stay strict.
    styleSrc: ["'self'", "'unsafe-inline'"],
    imgSrc: ["'self'", 'data:', 'blob:'],
    objectSrc: ["'none'"],
    baseUri: ["'none'"],
    formAction: ["'self'"],
    frameAncestors: ["'none'"],
  },
};

/** So much of an address is logged. */
const MAX_LOGGED = 300;

export interface AppOptions {
  pool: pg.Pool;
  logger: Logger;
  /** The built page; without it only the API answers. */
  page?: string;
  /** Whether it serves this machine alone (the default). */
  loopback?: boolean;
  /** Without it whoever reaches the server is let in. */
  password?: string;
  /** The addresses of proxies whose word about the browser's address is taken, beside this machine. */
  proxies?: string[];
  /** How much room the disk of the database has, bytes; not watched when left out. */
  room?: () => Promise<number>;
  /** The kinds of documents it keeps; by default all that Eldrun knows. */
  kinds?: readonly DocumentKind[];
  /** Of the program that computes the summaries of lists. */
  coreVersion?: string;
  /** The stream of what is saved. */
  events?: Events;
  /** Does what takes long. */
  work: Work;
  /** How much a bundle may hold, and where it lies while it is made. */
  bundles?: BundleOptions;
  /** The queue of what workers do, with its tables brought up to date; by default one over the pool. */
  queue?: () => Promise<PgBoss>;
  /** Called after a request that may have changed something. */
  changed?: () => void;
}

/** The whole HTTP application: API, then the page. */
export function createApp({
  pool,
  logger,
  page,
  loopback = true,
  password,
  proxies = [],
  room,
  kinds = KINDS,
  coreVersion = '',
  events = new Events(pool),
  work,
  bundles = { limits: BUNDLE_LIMITS },
  queue = lazyQueue(pool, logger),
  changed,
}: AppOptions): Express {
  const app = express();
  app.disable('x-powered-by');
  app.set('trust proxy', ['loopback', ...proxies]);
  app.use(
    pinoHttp({
      logger,
      serializers: {
        req: ({ method, url }: { method: string; url: string }) => ({
          method,
          url: url.slice(0, MAX_LOGGED),
        }),
        res: ({ statusCode }: { statusCode: number }) => ({ statusCode }),
        err: ({ type, message }: { type: string; message: string }) => ({ type, message }),
      },
    }),
  );
  app.use(
    helmet({ contentSecurityPolicy: CONTENT_SECURITY_POLICY, strictTransportSecurity: false }),
  );
  app.use(sameSite(loopback && !password));
  if (password) app.use(passwordGate(password));

  const api = express.Router();
  api.use(compression(COMPRESSION));
  api.use((_request, response, next) => {
    response.set('Cache-Control', 'no-store');
    next();
  });
  if (!loopback) api.use(limitWrites());
  if (room) api.use(refuseOnFullDisk(room));
  api.use(identify);
  if (changed) api.use(afterChange(changed));
  const store = new DocumentStore(pool, { kinds, coreVersion });
  api.use(events.marked);
  api.use(serverRoutes(pool, events));
  api.use(projectRoutes(store));
  api.use(documentRoutes(store));
  api.use(materialRoutes(store));
  api.use(weatherRoutes(store, work));
  api.use(photoRoutes(pool));
  api.use(explorationRoutes(store, queue));
  api.use(supplierRoutes());
  api.use(paperRoutes(store, work));
  api.use(bundleRoutes(store, work, bundles));
  api.use(() => {
    throw notFound('address');
  });
  app.use('/api', api);

  if (page) {
    app.use(
      '/assets',
      compressed(join(page, 'assets'), {
        ...PACKED,
        serveStatic: {
          immutable: true,
          maxAge: '1y',
          fallthrough: false,
          etag: false,
          lastModified: false,
          setHeaders: (response) => OF_PAGES.forEach((name) => response.removeHeader(name)),
        },
      }),
    );
    app.use(compressed(page, { ...PACKED, serveStatic: { maxAge: 0 } }));
    app.get('/{*splat}', (request, response) => {
      // Places of the page have no dot in their last part; files that are not there do.
      if (/\.[^/]*$/.test(request.path)) throw notFound('file');
      response.set('Cache-Control', 'no-cache').sendFile(join(page, 'index.html'));
    });
  }
  app.use(answerError);
  return app;
}

/** A queue that is opened when it is first asked for; asked anew where that failed. */
function lazyQueue(pool: pg.Pool, logger: Logger): () => Promise<PgBoss> {
  let opened: Promise<PgBoss> | null = null;
  return () => {
    opened ??= openQueue(newQueue(pool, logger, false)).catch((error: unknown) => {
      opened = null;
      throw error;
    });
    return opened;
  };
}

/**
 * Another site may neither write here nor read; on loopback, nor may a foreign name that was pointed at this machine.
 *
 * @param named whether only this machine's own names are answered
 */
function sameSite(named: boolean): RequestHandler {
  return (request, _response, next) => {
    const { origin, host = '' } = request.headers;
    if (named && !isLoopback(host.replace(/:\d+$/, ''))) throw foreignOrigin();
    if (origin && origin !== `http://${host}` && origin !== `https://${host}`)
      throw foreignOrigin();
    const site = request.headers['sec-fetch-site'];
    const opens = request.method === 'GET' && request.headers['sec-fetch-mode'] === 'navigate';
    // A link on another site may open the page, and nothing else.
    if (site && site !== 'same-origin' && site !== 'none' && !(opens && !isApi(request)))
      throw foreignOrigin();
    next();
  };
}

const isApi = ({ path }: Request): boolean => path === '/api' || path.startsWith('/api/');

/** From one address so many writes and imports are taken within so long, where others than this machine reach the server. */
const WRITES = { windowMs: 60_000, limit: 600 };
const IMPORTS = { windowMs: 60_000, limit: 20 };

function limitWrites(): RequestHandler {
  const limited = (size: { windowMs: number; limit: number }, what: string): RequestHandler =>
    rateLimit({
      ...size,
      standardHeaders: 'draft-8',
      legacyHeaders: false,
      skip: ({ method }) => method === 'GET' || method === 'HEAD',
      handler: (_request, _response, next) => next(tooMany(what)),
    });
  const router = express.Router();
  router.use(limited(WRITES, 'changes'));
  router.use('/projects/:project/weather', limited(IMPORTS, 'weather files'));
  router.use('/projects/:project/model', limited(IMPORTS, 'models'));
  router.use('/bundles', limited(IMPORTS, 'bundles'));
  return router;
}

/** Says when a request that may have changed something was answered. */
function afterChange(changed: () => void): RequestHandler {
  return (request, response, next) => {
    if (request.method !== 'GET') response.on('finish', changed);
    next();
  };
}

const answerError: ErrorRequestHandler = (error, request, response, next) => {
  // The answer has begun: what is left is to end it.
  if (response.headersSent) return next(error);
  const known = toApiError(error);
  if (known.status >= 500) request.log.error({ err: error as Error }, known.code);
  response.status(known.status).json({
    error: { code: known.code, message: known.message, path: known.path },
    ...known.extra,
  });
};
