import Joi from 'joi';
import { check, id, length, positive, temperature, text } from '../../common/validation/index.ts';
import { ENERGY_FORMAT, SIDES, type Energy } from './types.ts';

const share = Joi.number().min(0).max(1);

const facade = Joi.object({
  side: Joi.string()
    .valid(...SIDES)
    .required(),
  area: Joi.number().min(0).max(100_000).required(),
  windows: Joi.number().min(0).max(0.9).required(),
  overhang: Joi.object({ depth: length.required(), above: Joi.number().min(0).max(10).required() }),
  trees: Joi.object({ bare: share.required(), inLeaf: share.required() }),
}).unknown();

const glazing = { u: positive.max(10).required(), shgc: share.required() };

const plant = {
  fuel: id,
  efficiency: positive.max(20).required(),
  price: Joi.number().min(0).max(100).required(),
  carbon: Joi.number().min(0).max(10).required(),
};

const schema = Joi.object({
  format: Joi.string().valid(ENERGY_FORMAT).required(),
  version: Joi.number().valid(1).required(),
  name: text.max(200).required(),
  facades: Joi.array().items(facade.required()).length(4).unique('side').required(),
  glazing: Joi.object(glazing).unknown().required(),
  windowHeight: length.required(),
  better: Joi.object({ ...glazing, cost: Joi.number().min(0).max(100_000).required() })
    .unknown()
    .required(),
  heating: Joi.object({ ...plant, below: temperature.required(), sunUsed: share.required() })
    .unknown()
    .required(),
  cooling: Joi.object({ ...plant, above: temperature.required(), to: temperature.required() })
    .unknown()
    .required(),
  years: Joi.number().integer().min(1).max(100).required(),
  discount: Joi.number().min(-0.05).max(0.3).required(),
  rise: Joi.number().min(-0.1).max(0.3).required(),
  uncertain: Joi.object({
    cost: Joi.number().min(0).max(0.9).required(),
    energy: Joi.number().min(0).max(0.9).required(),
  })
    .unknown()
    .required(),
}).unknown();

/**
 * Validates what a house's energy is computed with.
 *
 * @throws InputError that names the first wrong field and what is allowed there
 */
export const validateEnergy = (value: unknown): Energy => check<Energy>(schema, value);
