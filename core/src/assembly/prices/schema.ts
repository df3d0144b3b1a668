import Joi from 'joi';
import { check, id, length, parseJson, text } from '../../common/validation/index.ts';
import { PRICES_FORMAT, type PriceBook } from './types.ts';

const price = Joi.object({
  usd: Joi.number().min(0).max(1e6).required(),
  per: Joi.string().valid('m2', 'm3').required(),
  thickness: length,
  waste: Joi.number().min(0).max(1),
  minutes: Joi.number().min(0).max(1e4),
  demo: Joi.boolean(),
  source: Joi.string().max(200),
}).unknown();

const schema = Joi.object({
  format: Joi.string().valid(PRICES_FORMAT).required(),
  version: Joi.number().valid(1).required(),
  name: text.max(200).required(),
  laborRate: Joi.number().min(0).max(1e4),
  prices: Joi.object().pattern(id, price).max(1000).required(),
}).unknown();

/**
 * Validates a price book.
 *
 * @throws InputError that names the first wrong field and what is allowed there
 */
export const validatePriceBook = (value: unknown): PriceBook => check<PriceBook>(schema, value);

/** Reads a price book's text. @throws InputError */
export const parsePriceBook = (text: string): PriceBook =>
  validatePriceBook(parseJson(text, 'a price book in JSON; numbers finite'));
