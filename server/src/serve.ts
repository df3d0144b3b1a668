import express, { type Request, type RequestHandler, type Response, type Router } from 'express';
import { MAX_WEATHER_SIZE } from '@eldrun/core/climate';
import { check } from '@eldrun/core/wall/schema';
import {
  ENDPOINTS,
  MAX_PHOTO_SIZE,
  type AnswerOf,
  type BodyOf,
  type Endpoint,
  type EndpointName,
  type ParamsOf,
  type QueryOf,
} from '@eldrun/contract';
import { SCHEMAS } from '@eldrun/contract/schemas';
import { MAX_MODEL_SIZE } from '@eldrun/exchange';
import { DRAWN, SHEETS } from '@eldrun/papers/types';
import { mayDo, type Actor } from './actor.ts';
import { forbidden, notFound, wrongType } from './errors.ts';
import { PHOTO_ID } from './photos/picture.ts';

/** The largest request body: a wall file at its limit. */
const MAX_BODY_SIZE = '1mb';

/** What an endpoint is asked, checked. */
export interface Asked<N extends EndpointName> {
  params: ParamsOf<(typeof ENDPOINTS)[N]>;
  query: QueryOf<(typeof ENDPOINTS)[N]>;
  body: BodyOf<(typeof ENDPOINTS)[N]>;
  actor: Actor;
  /** Ends where who asked is gone. */
  signal: AbortSignal;
}

const UUID = /^[0-9a-f]{8}-(?:[0-9a-f]{4}-){3}[0-9a-f]{12}$/i;

/** How what the address carries is read. Ids are UUIDs; anything else names nothing. */
const PARAMS: Record<string, (value: string) => boolean> = {
  project: (value) => UUID.test(value),
  document: (value) => UUID.test(value),
  wall: (value) => UUID.test(value),
  exploration: (value) => UUID.test(value),
  sheet: (value) => (SHEETS as readonly string[]).includes(value),
  drawing: (value) => (DRAWN as readonly string[]).includes(value),
  supplier: (value) => /^[a-z-]{1,60}$/.test(value),
  photo: (value) => PHOTO_ID.test(value),
  part: (value) => /^\d{1,9}$/.test(value),
  revision: (value) => /^[1-9]\d{0,8}$/.test(value),
};

/** Reads the bytes of a body of a type. @param limit bytes */
const raw = (type: string, limit: number): RequestHandler[] => [
  express.raw({ type, limit }),
  (request, _response, next) => {
    if (!Buffer.isBuffer(request.body)) throw wrongType(type);
    next();
  },
];

const bodyReaders: Record<string, RequestHandler[]> = {
  'application/json': [
    (request, _response, next) => {
      const length = request.headers['content-length'];
      const hasBody =
        request.headers['transfer-encoding'] !== undefined ||
        (length !== undefined && length !== '0');
      if (hasBody && !request.is('application/json')) throw wrongType();
      next();
    },
    express.json({ limit: MAX_BODY_SIZE }),
  ],
  'text/csv': raw('text/csv', MAX_WEATHER_SIZE),
  'application/octet-stream': raw('application/octet-stream', MAX_MODEL_SIZE),
  'image/*': raw('image/*', MAX_PHOTO_SIZE),
  // A bundle is larger than what is held: who takes it reads it as it comes.
  'application/zip': [
    (request, _response, next) => {
      if (!request.is('application/zip')) throw wrongType('application/zip');
      next();
    },
  ],
};

/** A signal that ends where who asked is gone before there was an answer. */
export function goneSignal(response: Response): AbortSignal {
  const gone = new AbortController();
  response.once('close', () => {
    if (!response.writableFinished) gone.abort(new Error('who asked is gone'));
  });
  return gone.signal;
}

/** What a query says: the schemas know only text. */
const flagsOf = (query: Record<string, unknown>): Record<string, unknown> =>
  Object.fromEntries(
    Object.entries(query).map(([name, value]) => [
      name,
      value === 'true' ? true : value === 'false' ? false : value,
    ]),
  );

/** What the query of a request says, checked. @throws InputError */
export function queryOf<N extends EndpointName>(
  name: N,
  request: Request,
): QueryOf<(typeof ENDPOINTS)[N]> {
  const { query } = SCHEMAS[name];
  const asked = query ? flagsOf(check<Record<string, unknown>>(query, { ...request.query })) : {};
  return asked as QueryOf<(typeof ENDPOINTS)[N]>;
}

/**
 * Answers an endpoint of the contract: checks what is asked, asks for the right to do it, and sends the answer.
 *
 * @param handler does the work; whatever it throws is answered as an error
 */
export function serve<N extends EndpointName>(
  router: Router,
  name: N,
  handler: (asked: Asked<N>) => Promise<AnswerOf<(typeof ENDPOINTS)[N]>>,
): void {
  serveRaw(router, name, async (request, response) => {
    const { status }: Endpoint = ENDPOINTS[name];
    const { body } = SCHEMAS[name];
    const asked = {
      params: request.params,
      query: queryOf(name, request),
      body: body ? check(body.required(), request.body ?? {}) : undefined,
      actor: request.actor,
      signal: goneSignal(response),
    } as unknown as Asked<N>;
    const answer = await handler(asked);
    if (status === 204) response.status(204).end();
    else response.status(status).json(answer);
  });
}

/** As `serve` for an answer that is no JSON: the handler writes it. */
export function serveRaw(router: Router, name: EndpointName, handler: RequestHandler): void {
  const { method, path, takes }: Endpoint = ENDPOINTS[name];
  const verb = method.toLowerCase() as Lowercase<Endpoint['method']>;
  const readers = method === 'GET' ? [] : bodyReaders[takes ?? 'application/json']!;
  router[verb](path, ...readers, async (request, response, next) => {
    const params = request.params as Record<string, string>;
    for (const [parameter, value] of Object.entries(params))
      if (PARAMS[parameter]?.(value) === false) throw notFound(parameter);
    if (!mayDo(request.actor, name, params)) throw forbidden();
    await handler(request, response, next);
  });
}
