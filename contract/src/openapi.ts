import joiToSwagger from 'joi-to-swagger';
import type Joi from 'joi';
import { ENDPOINTS, type EndpointName } from './endpoints.ts';
import type { Endpoint } from './endpoint.ts';
import { SCHEMAS } from './schemas.ts';

// The package is CommonJS: where it is bundled its default export lies one deeper.
const convert = ((joiToSwagger as { default?: unknown }).default ?? joiToSwagger) as (
  schema: Joi.Schema,
) => { swagger: Record<string, unknown> };

const content = (type: string, schema: object): object => ({ content: { [type]: { schema } } });

const ERROR = {
  type: 'object',
  properties: {
    error: {
      type: 'object',
      properties: {
        code: { type: 'string' },
        message: { type: 'string' },
        path: {
          type: 'string',
          description: 'The field that is wrong, such as layers[3].thickness.',
        },
      },
      required: ['code', 'message', 'path'],
    },
  },
  required: ['error'],
};

function operation(name: EndpointName): object {
  const { path, about, status, takes, gives }: Endpoint = ENDPOINTS[name];
  const { query, body, answer } = SCHEMAS[name];
  const inPath = [...path.matchAll(/:(\w+)/g)].map(([, parameter]) => ({
    name: parameter,
    in: 'path',
    required: true,
    schema: { type: 'string' },
  }));
  const asked = query ? (convert(query).swagger['properties'] ?? {}) : {};
  const inQuery = Object.entries(asked).map(([parameter, schema]) => ({
    name: parameter,
    in: 'query',
    required: false,
    schema: schema as object,
  }));
  return {
    operationId: name,
    summary: about,
    parameters: [...inPath, ...inQuery],
    ...(body
      ? {
          requestBody: {
            required: true,
            ...content(takes ?? 'application/json', convert(body).swagger),
          },
        }
      : {}),
    responses: {
      [status]: {
        description: 'Done.',
        ...(gives
          ? content(gives, { type: 'string' })
          : answer
            ? content('application/json', convert(answer).swagger)
            : {}),
      },
      default: { description: 'Not done, and why.', ...content('application/json', ERROR) },
    },
  };
}

/** The table of endpoints as an OpenAPI 3.0 document. */
export function openApi(): Record<string, unknown> {
  const paths: Record<string, Record<string, object>> = {};
  for (const [name, { method, path }] of Object.entries(ENDPOINTS) as [EndpointName, Endpoint][]) {
    const address = path.replace(/:(\w+)/g, '{$1}');
    (paths[address] ??= {})[method.toLowerCase()] = operation(name);
  }
  return {
    openapi: '3.0.3',
    info: { title: 'Eldrun', version: '0.1.0' },
    servers: [{ url: '/api' }],
    paths,
  };
}
