import Joi from 'joi';
import { CLIMATES } from '../../physics/climate/index.ts';
import { CODE_EDITIONS, ZONE } from '../../common/prescriptive/index.ts';
import {
  check,
  either,
  id,
  length,
  month12,
  positive,
  relativeHumidity,
  temperature,
  text,
} from '../../common/validation/index.ts';
import { SEISMIC_CATEGORIES, type Brief } from '../../physics/build-up/index.ts';

/** Mean roof height up to which the walls of low buildings are reckoned so, m (ASCE 7-16, 30.3: 60 ft). */
const MAX_HEIGHT = 18.288;

const indoor = Joi.object({
  temperature: either(Joi.array(), month12(temperature), temperature).required(),
  humidity: Joi.object({
    kind: Joi.string().valid('fixed', 'monthly', 'class').required(),
    relativeHumidity: Joi.when('kind', {
      switch: [
        { is: 'fixed', then: relativeHumidity.required() },
        { is: 'monthly', then: month12(relativeHumidity).required() },
      ],
    }),
    class: Joi.when('kind', {
      is: 'class',
      then: Joi.number().integer().min(1).max(5).required(),
    }),
  })
    .unknown()
    .required(),
  model: Joi.string().valid('en15026', 'en15026-high', 'ashrae160'),
}).unknown();

const outdoor = Joi.object({
  climate: Joi.string().custom((value: string, helpers) =>
    Object.hasOwn(CLIMATES, value)
      ? value
      : helpers.error('any.custom', {
          problem: `the climate library has no “${value.slice(0, 60)}”`,
          allowed: Object.keys(CLIMATES).join(', '),
        }),
  ),
  monthly: Joi.object({
    temperature: month12(temperature).required(),
    relativeHumidity: month12(relativeHumidity).required(),
    dailyRange: month12(Joi.number().min(0).max(60)),
    globalHorizontal: month12(Joi.number().min(0).max(1000)),
    windSpeed: month12(Joi.number().min(0).max(60)),
    rain: month12(Joi.number().min(0).max(10_000)),
  }).unknown(),
  name: text.max(200),
  zone: Joi.string().pattern(ZONE),
  latitude: Joi.number().min(-90).max(90),
  elevation: Joi.number().min(-1000).max(10_000),
  coolingDesignTemperature: temperature,
  weather: id,
  designTemperature: temperature.when('monthly', { is: Joi.exist(), then: Joi.required() }),
})
  .xor('climate', 'monthly')
  .unknown();

const targets = Joi.object({ r: positive.max(1000), thickness: length }).unknown();

const airtightness = Joi.object({
  flow: Joi.number().min(0).max(1).required(),
  pressure: positive.max(1000).required(),
}).unknown();

/** What fans can do to a house, Pa: beyond it doors do not open. */
const pressure = Joi.number().min(-50).max(50);

const exposure = Joi.object({
  rain: Joi.number().min(0).max(1),
  sides: Joi.array()
    .items(Joi.string().valid('north', 'east', 'south', 'west', 'rain'))
    .min(1)
    .max(5),
  start: Joi.number().integer().min(0).max(8759),
  relativeHumidity: Joi.number().greater(0).max(1),
}).unknown();

const outsideLeast = Joi.object({
  shallow: Joi.number().min(0).max(100),
  deep: Joi.number().min(0).max(100),
}).unknown();

const code = Joi.object({
  edition: Joi.string()
    .valid('none', ...CODE_EDITIONS)
    .required(),
  zone: Joi.string().pattern(ZONE),
  own: Joi.object({
    retarderRequired: Joi.boolean(),
    notPermitted: Joi.array().items(Joi.string().valid('I', 'II', 'III')),
    classThree: outsideLeast,
    classThreeVented: Joi.array().items(Joi.string().max(100)).max(20),
    classTwo: outsideLeast,
    wetCupAllowed: Joi.boolean(),
    sprayFoam: Joi.object({
      density: Joi.number().min(0).max(1e4),
      permeance: Joi.number().min(0).max(1),
    }).unknown(),
    options: Joi.array()
      .items(
        Joi.object({
          cavity: Joi.number().min(0).max(100).required(),
          continuous: Joi.number().min(0).max(100).required(),
        }).unknown(),
      )
      .max(20),
    u: positive.max(100),
  }).unknown(),
}).unknown();

const loads = Joi.object({
  wind: either(
    Joi.object({ suction: Joi.exist() }).unknown(),
    Joi.object({ suction: Joi.number().min(0).max(20_000).required() }).unknown(),
    Joi.object({
      speed: positive.max(120).required(),
      exposure: Joi.string().valid('B', 'C', 'D').required(),
      height: positive.max(MAX_HEIGHT).required(),
      zone: Joi.number().valid(4, 5).required(),
    }).unknown(),
  ),
  seismic: Joi.string().valid(...SEISMIC_CATEGORIES),
}).unknown();

/** What a brief may say; a wall may say each of them otherwise. */
export const briefFields = {
  convention: Joi.string().valid('iso', 'ashrae'),
  indoor,
  outdoor,
  targets,
  airtightness,
  pressure,
  exposure,
  code,
  loads,
};

/** A brief: what a project says once for all its walls. */
export const briefSchema = Joi.object({
  ...briefFields,
  convention: briefFields.convention.required(),
  indoor: indoor.required(),
  outdoor: outdoor.required(),
}).unknown();

/** Validates a brief. @throws InputError */
export function validateBrief(value: unknown): Brief {
  return check<Brief>(briefSchema, value);
}
