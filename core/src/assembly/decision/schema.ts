import Joi from 'joi';
import { InputError } from '../../common/errors.ts';
import { check, day, id, text, within } from '../../common/validation/index.ts';
import { MOISTURE_ORDER } from '../judgment/index.ts';
import { validateBrief } from '../wall/schema.ts';
import { DECISION_FORMAT, type Decision } from './types.ts';

const figure = Joi.number().allow(null).required();

const option = Joi.object({
  wall: id.required(),
  revision: Joi.number().integer().min(1).required(),
  name: text.max(200).required(),
  measures: Joi.object({
    u: Joi.number().required(),
    r: Joi.number().required(),
    thickness: Joi.number().required(),
    cost: figure,
    carbon: figure,
    margin: figure,
    moisture: Joi.string()
      .valid(...MOISTURE_ORDER)
      .required(),
  })
    .unknown()
    .required(),
  judgment: Joi.object({
    moisture: Joi.string()
      .valid(...MOISTURE_ORDER)
      .required(),
    basis: Joi.string().valid('static', 'hourly').required(),
  })
    .unknown()
    .required(),
  rejected: Joi.string().allow('').max(2000),
}).unknown();

const schema = Joi.object({
  format: Joi.string().valid(DECISION_FORMAT).required(),
  version: Joi.number().valid(1).required(),
  name: text.max(200).required(),
  chosen: id.required(),
  why: Joi.string().allow('').max(4000).required(),
  decidedBy: Joi.string().allow('').max(200).required(),
  decidedOn: day.required(),
  options: Joi.array().items(option.required()).min(1).max(6).required(),
  brief: Joi.object().required(),
}).unknown();

/**
 * Validates a decision: its shape, a date that exists, and that the chosen wall is one of the options.
 *
 * @throws InputError that names the first wrong field and what is allowed there
 */
export function validateDecision(value: unknown): Decision {
  const decision = check<Decision>(schema, value);
  within('brief', () => validateBrief(decision.brief));
  const walls = decision.options.map(({ wall }) => wall);
  if (!walls.includes(decision.chosen))
    throw new InputError('chosen', `“${decision.chosen}” is none of the options`, walls.join(', '));
  const twice = walls.findIndex((wall, i) => walls.indexOf(wall) !== i);
  if (twice >= 0)
    throw new InputError(`options[${twice}].wall`, 'is there twice', 'each wall once');
  return decision;
}
