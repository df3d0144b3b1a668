import Joi from 'joi';
import { DAY_ALLOWED, isDay } from '../units/index.ts';

/** Numbers, texts and lists that the schemas share. */
export const positive = Joi.number().greater(0);
export const length = positive.max(10);
export const text = Joi.string().trim().min(1);
export const id = Joi.string().min(1).max(100);
/** A day that is there in the calendar. */
export const day = Joi.string().custom((value: string, helpers) =>
  isDay(value)
    ? value
    : helpers.error('any.custom', {
        problem: `“${value.slice(0, 40)}” is no day`,
        allowed: DAY_ALLOWED,
      }),
);
export const month12 = (value: Joi.Schema) => Joi.array().items(value.required()).length(12);

/** One of two shapes, told apart by a test, so that an error speaks of the shape that was meant. */
export const either = (test: Joi.Schema, then: Joi.Schema, otherwise: Joi.Schema) =>
  Joi.alternatives()
    .conditional(test, { then, otherwise })
    // The description of the API has no such conditions: there it is one or the other.
    .meta({ schemaOverride: Joi.alternatives().try(then, otherwise) });

export const temperature = Joi.number().min(-100).max(100);
export const relativeHumidity = Joi.number().greater(0).max(1);

export const table = (x: Joi.NumberSchema, y: Joi.NumberSchema) =>
  Joi.array()
    .items(Joi.array().ordered(x.required(), y.required()).length(2))
    .min(1)
    .max(200)
    .custom((pairs: [number, number][], helpers) => {
      for (let i = 1; i < pairs.length; i++)
        if (pairs[i]![0] <= pairs[i - 1]![0])
          return helpers.error('any.custom', {
            problem: `pair ${i + 1} does not lie above the one before it`,
            allowed: 'pairs with their first number rising',
          });
      return pairs;
    });
