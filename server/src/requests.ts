import Joi from 'joi';
import { check, briefSchema } from '@eldrun/core/schema';
import { notFound } from './errors.ts';

const name = Joi.string().trim().min(1).max(200);
const units = Joi.string().valid('imperial', 'metric');
const revision = Joi.number().integer().min(1);
const steps = Joi.array().items(Joi.string().max(300)).max(1000);

const SCHEMAS = {
  newProject: Joi.object({ name: name.required(), units, brief: briefSchema }),
  changedProject: Joi.object({
    revision: revision.required(),
    name,
    units,
    brief: briefSchema,
    archived: Joi.boolean(),
  }),
  newWall: Joi.object({ document: Joi.object().required() }),
  savedWall: Joi.object({
    revision: revision.required(),
    document: Joi.object().required(),
    steps: steps.required(),
  }),
  movedWall: Joi.object({ position: Joi.number().integer().min(0).max(10_000).required() }),
};

/**
 * A request body, checked. What a wall or a material holds is checked by the core.
 *
 * @throws InputError
 */
export function bodyOf<T>(kind: keyof typeof SCHEMAS, body: unknown): T {
  return check<T>(SCHEMAS[kind].required(), body ?? {});
}

const UUID = /^[0-9a-f]{8}-(?:[0-9a-f]{4}-){3}[0-9a-f]{12}$/i;

/** An id from the address. Anything that is no id names nothing. */
export function idOf(value: string | string[] | undefined, what: string): string {
  if (typeof value !== 'string' || !UUID.test(value)) throw notFound(what);
  return value;
}
