import Joi from 'joi';
import {
  check,
  length,
  positive,
  table,
  temperature,
  text,
} from '../../common/validation/index.ts';
import { MOLD_CLASSES, ROLES, type Material } from './types.ts';

const mu = positive.max(1e9);
const permeance = Joi.number().min(0).max(1);

const vapor = Joi.object({
  mu,
  muTable: table(Joi.number().min(0).max(1), mu),
  permeance,
  permeanceTable: table(Joi.number().min(0).max(1), permeance),
})
  .xor('mu', 'muTable', 'permeance', 'permeanceTable')
  .unknown();

/** A material: the wall file's shape, with the library's fields checked where they are given. */
export const materialSchema = Joi.object({
  name: text.max(200).required(),
  category: Joi.string().max(100),
  conductivity: positive.max(1e5),
  conductivityTable: table(temperature, positive.max(1e5)),
  density: positive.max(1e5),
  specificHeat: positive.max(1e5),
  vapor: vapor.allow(null).required(),
  sorption: table(Joi.number().min(0).max(1), Joi.number().min(0).max(1e4)),
  conductivityPerWater: Joi.number().min(0).max(1),
  liquid: Joi.object({
    diffusivity: table(Joi.number().min(0).max(1e4), Joi.number().min(0).max(1)).required(),
  }).unknown(),
  waterAbsorption: Joi.object({
    coefficient: positive.max(10).required(),
    saturation: positive.max(1e4).required(),
  }).unknown(),
  moldClass: Joi.string().valid(...MOLD_CLASSES),
  emissivity: Joi.number().greater(0).max(1),
  labeledRPerInch: positive.max(100),
  agedRPerInch: positive.max(100),
  basis: Joi.string().valid('label', 'aged'),
  airPermeance: Joi.number().min(0).max(1e6),
  thicknesses: Joi.array().items(length).max(100),
  roles: Joi.array().items(Joi.string().valid(...ROLES)),
  gwp: Joi.object({
    value: Joi.number().min(-1e4).max(1e4).required(),
    per: Joi.string().valid('kg').required(),
  }).unknown(),
  cost: Joi.object({
    usd: Joi.number().min(0).max(1e6).required(),
    per: Joi.string().valid('m2', 'm3').required(),
    thickness: length.when('per', { is: 'm2', then: Joi.required() }),
  }).unknown(),
})
  .or('conductivity', 'conductivityTable')
  .unknown();

/** Validates a material. @throws InputError */
export function validateMaterial(value: unknown, base = ''): Material {
  return check<Material>(materialSchema, value, base);
}
