import { join } from 'node:path';
import express, { type ErrorRequestHandler, type Express, type RequestHandler } from 'express';
import helmet from 'helmet';
import type pg from 'pg';
import type { Logger } from 'pino';
import { pinoHttp } from 'pino-http';
import { foreignOrigin, notFound, toApiError, wrongType } from './errors.ts';
import { healthRoutes } from './routes/health.ts';
import { materialRoutes } from './routes/materials.ts';
import { projectRoutes } from './routes/projects.ts';
import { weatherRoutes } from './routes/weather.ts';
import { wallRoutes } from './routes/walls.ts';

/** The largest request body: a wall file at its limit. */
const LARGEST_BODY = '1mb';

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
}

/** The whole HTTP application: API, then the page. */
export function createApp({ pool, logger, page, loopback = true }: AppOptions): Express {
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
  api.use('/projects', weatherRoutes(pool));
  api.use(jsonOnly, express.json({ limit: LARGEST_BODY }));
  api.use('/health', healthRoutes(pool));
  api.use('/projects', projectRoutes(pool), materialRoutes(pool));
  api.use(wallRoutes(pool));
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

const jsonOnly: RequestHandler = (request, _response, next) => {
  const length = request.headers['content-length'];
  const hasBody =
    request.headers['transfer-encoding'] !== undefined || (length !== undefined && length !== '0');
  if (hasBody && !request.is('application/json')) throw wrongType();
  next();
};

const answerError: ErrorRequestHandler = (error, request, response, _next) => {
  const known = toApiError(error);
  if (known.status >= 500) request.log.error({ err: error as Error }, known.code);
  response.status(known.status).json({
    error: { code: known.code, message: known.message, path: known.path },
    ...known.extra,
  });
};
