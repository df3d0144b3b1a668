import Joi from 'joi';
import { check, parseJson, positive, temperature } from '../../common/validation/index.ts';
import { SECTION_FORMAT, type Box, type SectionFile } from './types.ts';

const place = Joi.number().min(-1000).max(1000);

const box = Joi.array()
  .ordered(place.required(), place.required(), place.required(), place.required())
  .length(4)
  .custom(([x0, x1, y0, y1]: Box, helpers) =>
    x1 > x0 && y1 > y0
      ? [x0, x1, y0, y1]
      : helpers.error('any.custom', {
          problem: 'has no area',
          allowed: '[x0, x1, y0, y1] with x1 above x0 and y1 above y0',
        }),
  )
  .required();

const air = {
  temperature: temperature.required(),
  resistance: Joi.number().min(0).max(1000).required(),
};

const schema = Joi.object({
  format: Joi.string().valid(SECTION_FORMAT).required(),
  version: Joi.number().valid(1).required(),
  name: Joi.string().max(200).allow(''),
  rectangles: Joi.array()
    .items(Joi.object({ box, conductivity: positive.max(1e9).required() }).unknown())
    .min(1)
    .max(2000)
    .required(),
  environments: Joi.array()
    .items(Joi.object({ box, ...air }).unknown())
    .max(40),
  sides: Joi.object(
    Object.fromEntries(['x0', 'x1', 'y0', 'y1'].map((name) => [name, Joi.object(air).unknown()])),
  ),
  probes: Joi.array()
    .items(
      Joi.object({
        name: Joi.string().min(1).max(200).required(),
        x: place.required(),
        y: place.required(),
      }).unknown(),
    )
    .unique('name')
    .max(2000),
}).unknown();

/**
 * Reads a section file.
 *
 * @throws InputError for text that is no JSON, or that names the first wrong field and what is allowed there
 */
export const parseSection = (source: string): SectionFile =>
  check<SectionFile>(schema, parseJson(source, 'a section file in JSON; numbers finite'));
