import Joi from 'joi';
import { check, day, id, length, text } from '../../common/validation/index.ts';
import { EDGE_FIELDS, GROUP_OF, type SettingField } from './fields.ts';
import {
  DETAILS_FORMAT,
  EDGE_GROUPS,
  EDGE_KINDS,
  PENETRATION_KINDS,
  type Details,
  type EdgeGroup,
} from './types.ts';

function fieldSchema({ usual, choices, least, most }: SettingField): Joi.Schema {
  if (choices) return Joi.string().valid(...choices.map(([value]) => value));
  if (typeof usual === 'boolean') return Joi.boolean();
  return Joi.number().min(least!).max(most!);
}

const SETTINGS = Object.fromEntries(
  EDGE_GROUPS.map((group) => [
    group,
    Joi.object(
      Object.fromEntries(EDGE_FIELDS[group].map((field) => [field.id, fieldSchema(field)])),
    ),
  ]),
) as Record<EdgeGroup, Joi.ObjectSchema>;

const seals = Joi.object().pattern(id, Joi.boolean()).max(50);
const kind = Joi.string().valid(...EDGE_KINDS);
const place = Joi.number().min(-1000).max(1000);

const edge = Joi.object({
  id: id.required(),
  kind: kind.required(),
  name: Joi.string().max(200).allow(''),
  assembly: id.required(),
  length: Joi.number().greater(0).max(1000).required(),
  settings: EDGE_KINDS.reduce<Joi.AlternativesSchema>(
    (any, one) => any.conditional('kind', { is: one, then: SETTINGS[GROUP_OF[one]] }),
    Joi.alternatives(),
  ),
  seals,
}).unknown();

const penetration = Joi.object({
  id: id.required(),
  kind: Joi.string()
    .valid(...PENETRATION_KINDS)
    .required(),
  elevation: id.required(),
  x: place,
  z: place,
  size: length.required(),
  count: Joi.number().integer().min(1).max(1000),
  layer: id,
  how: Joi.string().max(300).allow(''),
  who: Joi.string().max(200).allow(''),
  sealedOn: day,
  photo: Joi.string().max(300).allow(''),
  filled: Joi.boolean(),
  air: Joi.string().valid('exhaust', 'intake'),
  note: Joi.string().max(1000).allow(''),
}).unknown();

const schema = Joi.object({
  format: Joi.string().valid(DETAILS_FORMAT).required(),
  version: Joi.number().valid(1).required(),
  name: text.max(200).required(),
  groups: Joi.object(SETTINGS),
  openings: Joi.object().pattern(Joi.string().max(210), SETTINGS.opening).max(2000),
  seals: Joi.object(Object.fromEntries(EDGE_KINDS.map((one) => [one, seals]))),
  edges: Joi.array().items(edge).max(500).unique('id'),
  penetrations: Joi.array().items(penetration).max(2000).unique('id'),
  controls: Joi.object()
    .pattern(id, Joi.object({ air: id, water: id }).unknown())
    .max(200),
}).unknown();

/**
 * Validates how the edges of a house are made.
 *
 * @throws InputError that names the first wrong field and what is allowed there
 */
export const validateDetails = (value: unknown): Details => check<Details>(schema, value);
