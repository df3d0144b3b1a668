import { join } from 'node:path';
import express, { type ErrorRequestHandler, type Express, type RequestHandler } from 'express';
import helmet from 'helmet';
import type pg from 'pg';
import type { Logger } from 'pino';
import { pinoHttp } from 'pino-http';
import type { DocumentKind } from '@eldrun/core';
import { KINDS } from '@eldrun/core/kinds';
import { identify } from './actor.ts';
import { DocumentStore } from './documents/store.ts';
import { foreignOrigin, notFound, toApiError } from './errors.ts';
import { Events } from './events.ts';
import { documentRoutes } from './routes/documents.ts';
import { materialRoutes } from './routes/materials.ts';
import { projectRoutes } from './routes/projects.ts';
import { serverRoutes } from './routes/server.ts';
import { weatherRoutes } from './routes/weather.ts';

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

export interface AppOptions {
  pool: pg.Pool;
  logger: Logger;
  /** The built page; without it only the API answers. */
  page?: string;
  /** Whether it serves this machine alone (the default). */
  loopback?: boolean;
  /** The kinds of documents it keeps; by default all that Eldrun knows. */
  kinds?: readonly DocumentKind[];
  /** Of the program that computes the summaries of lists. */
  coreVersion?: string;
  /** The stream of what is saved. */
  events?: Events;
  /** Called after a request that may have changed something. */
  changed?: () => void;
}

/** The whole HTTP application: API, then the page. */
export function createApp({
  pool,
  logger,
  page,
  loopback = true,
  kinds = KINDS,
  coreVersion = '',
  events = new Events(pool),
  changed,
}: AppOptions): Express {
  const app = express();
  app.disable('x-powered-by');
  app.use(
    pinoHttp({
      logger,
      serializers: {
        req: ({ method, url }: { method: string; url: string }) => ({ method, url }),
        res: ({ statusCode }: { statusCode: number }) => ({ statusCode }),
        err: ({ type, message }: { type: string; message: string }) => ({ type, message }),
      },
    }),
  );
  app.use(
    helmet({ contentSecurityPolicy: CONTENT_SECURITY_POLICY, strictTransportSecurity: false }),
  );

  const api = express.Router();
  api.use(sameOrigin(loopback));
  api.use(identify);
  if (changed) api.use(afterChange(changed));
  const store = new DocumentStore(pool, { kinds, coreVersion });
  api.use(serverRoutes(pool, events));
  api.use(projectRoutes(store));
  api.use(documentRoutes(store));
  api.use(materialRoutes(store));
  api.use(weatherRoutes(store));
  api.use(() => {
    throw notFound('address');
  });
  app.use('/api', api);

  if (page) {
    app.use('/assets', express.static(join(page, 'assets'), { immutable: true, maxAge: '1y' }));
    app.use(express.static(page, { index: false, maxAge: 0 }));
    app.get('/{*splat}', (_request, response) => {
      response.set('Cache-Control', 'no-cache').sendFile(join(page, 'index.html'));
    });
  }
  app.use(answerError);
  return app;
}

const LOOPBACK_NAMES = new Set(['127.0.0.1', 'localhost', '[::1]']);

/** A page of another site may not write here; on loopback, nor may a foreign name that was pointed at it. */
function sameOrigin(loopback: boolean): RequestHandler {
  return (request, _response, next) => {
    const { origin, host = '' } = request.headers;
    if (loopback && !LOOPBACK_NAMES.has(host.replace(/:\d+$/, ''))) throw foreignOrigin();
    if (origin && origin !== `http://${host}` && origin !== `https://${host}`)
      throw foreignOrigin();
    next();
  };
}

/** Says when a request that may have changed something was answered. */
function afterChange(changed: () => void): RequestHandler {
  return (request, response, next) => {
    if (request.method !== 'GET') response.on('finish', changed);
    next();
  };
}

const answerError: ErrorRequestHandler = (error, request, response, _next) => {
  const known = toApiError(error);
  if (known.status >= 500) request.log.error({ err: error as Error }, known.code);
  response.status(known.status).json({
    error: { code: known.code, message: known.message, path: known.path },
    ...known.extra,
  });
};
