import express, { type RequestHandler, type Router } from 'express';
import { MAX_WEATHER_SIZE } from '@eldrun/core';
import { check } from '@eldrun/core/schema';
import {
  ENDPOINTS,
  type AnswerOf,
  type BodyOf,
  type Endpoint,
  type EndpointName,
  type ParamsOf,
  type QueryOf,
} from '@eldrun/contract';
import { SCHEMAS } from '@eldrun/contract/schemas';
import { mayDo, type Actor } from './actor.ts';
import { forbidden, notFound, wrongType } from './errors.ts';

/** The largest request body: a wall file at its limit. */
const MAX_BODY_SIZE = '1mb';

/** What an endpoint is asked, checked. */
export interface Asked<N extends EndpointName> {
  params: ParamsOf<(typeof ENDPOINTS)[N]>;
  query: QueryOf<(typeof ENDPOINTS)[N]>;
  body: BodyOf<(typeof ENDPOINTS)[N]>;
  actor: Actor;
}

const UUID = /^[0-9a-f]{8}-(?:[0-9a-f]{4}-){3}[0-9a-f]{12}$/i;

/** How what the address carries is read. Ids are UUIDs; anything else names nothing. */
const PARAMS: Record<string, (value: string) => boolean> = {
  project: (value) => UUID.test(value),
  document: (value) => UUID.test(value),
  wall: (value) => UUID.test(value),
  exploration: (value) => UUID.test(value),
  supplier: (value) => /^[a-z-]{1,60}$/.test(value),
  part: (value) => /^\d{1,9}$/.test(value),
  revision: (value) => /^[1-9]\d{0,8}$/.test(value),
};

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
  'text/csv': [
    express.raw({ type: 'text/csv', limit: MAX_WEATHER_SIZE }),
    (request, _response, next) => {
      if (!Buffer.isBuffer(request.body)) throw wrongType('text/csv');
      next();
    },
  ],
};

/** What a query says: the schemas know only text. */
const queryOf = (query: Record<string, unknown>): Record<string, unknown> =>
  Object.fromEntries(
    Object.entries(query).map(([name, value]) => [
      name,
      value === 'true' ? true : value === 'false' ? false : value,
    ]),
  );

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
    const { query, body } = SCHEMAS[name];
    const asked = {
      params: request.params,
      query: query ? queryOf(check<Record<string, unknown>>(query, { ...request.query })) : {},
      body: body ? check(body.required(), request.body ?? {}) : undefined,
      actor: request.actor,
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
