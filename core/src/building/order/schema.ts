import Joi from 'joi';
import { check, day, id, length, positive, text } from '../../common/validation/index.ts';
import { ORDER_FORMAT, type OrderBook } from './types.ts';

const UNITS = [
  'm',
  'm²',
  'm³',
  'L',
  'piece',
  'sheet',
  'board',
  'length',
  'roll',
  'bag',
  'box',
  'tube',
  'can',
];

const key = Joi.string().min(1).max(300);
const unit = Joi.string()
  .valid(...UNITS)
  .required();
const amount = Joi.number().min(0).max(1e7);
const usd = Joi.number().min(0).max(1e6);
const days = Joi.number().integer().min(0).max(1000);
const quotedLine = Joi.object({
  key: key.required(),
  material: key.required(),
  what: Joi.string().max(300).allow('').required(),
  unit,
  asked: amount.required(),
  usd: usd.allow(null).required(),
  leadDays: days.allow(null).required(),
  available: amount.required(),
}).unknown();

const quotation = Joi.object({
  id: id.required(),
  supplier: text.max(200).required(),
  askedOn: day.required(),
  answered: Joi.boolean().required(),
  validDays: days,
  lines: Joi.array().items(quotedLine).max(1000).required(),
}).unknown();

const delivery = Joi.object({
  id: id.required(),
  key: key.required(),
  on: day.required(),
  count: amount.required(),
  damaged: amount.max(Joi.ref('count')),
  stamp: Joi.boolean(),
  exposure: Joi.boolean(),
  thickness: length,
  labelR: positive.max(100),
  batch: Joi.string().max(200).allow(''),
  note: Joi.string().max(1000).allow(''),
}).unknown();

const schema = Joi.object({
  format: Joi.string().valid(ORDER_FORMAT).required(),
  version: Joi.number().valid(1).required(),
  name: text.max(200).required(),
  packs: Joi.object().pattern(id, positive.max(1e6)),
  prices: Joi.object()
    .pattern(
      key,
      Joi.object({
        usd: usd.required(),
        unit,
        source: Joi.string().max(200),
        leadDays: days,
      }).unknown(),
    )
    .max(2000),
  quotations: Joi.array().items(quotation).max(200).unique('id'),
  deliveries: Joi.array().items(delivery).max(2000).unique('id'),
}).unknown();

/**
 * Validates what a project says of its order.
 *
 * @throws InputError that names the first wrong field and what is allowed there
 */
export const validateOrder = (value: unknown): OrderBook => check<OrderBook>(schema, value);
