import Joi from 'joi';
import { either, id, length } from '../../common/validation/index.ts';

const airFields = {
  ventilation: Joi.string().valid('still', 'slight', 'open'),
  openingArea: Joi.number().min(0).max(1e6),
  emissivity: Joi.array()
    .ordered(Joi.number().greater(0).max(1).required(), Joi.number().greater(0).max(1).required())
    .length(2),
};

const memberFields = {
  material: id.required(),
  spacing: length.required(),
  direction: Joi.string().valid('vertical', 'horizontal'),
  offset: Joi.number().min(-10).max(10),
};

const member = Joi.alternatives().conditional('.section', {
  switch: [
    {
      is: 'solid',
      then: Joi.object({
        section: Joi.any(),
        ...memberFields,
        width: length.required(),
      }).unknown(),
    },
    {
      is: 'c',
      then: Joi.object({
        section: Joi.any(),
        ...memberFields,
        web: length.required(),
        flange: length.required(),
        lip: Joi.number().min(0).max(10),
      }).unknown(),
    },
  ],
  otherwise: Joi.object({ section: Joi.string().valid('solid', 'c').required() }).unknown(),
});

/** What fills a framed layer: a material, or air. */
export const fillSchema = either(
  Joi.string(),
  id,
  Joi.object({ air: Joi.object(airFields).unknown().required() }).unknown(),
);

/** A layer: a sheet, a framed layer or air. */
export const layerSchema = Joi.alternatives().conditional('.kind', {
  switch: [
    {
      is: 'sheet',
      then: Joi.object({
        kind: Joi.any(),
        id: id.required(),
        material: id.required(),
        thickness: length.required(),
      }).unknown(),
    },
    {
      is: 'framed',
      then: Joi.object({
        kind: Joi.any(),
        id: id.required(),
        thickness: length.required(),
        fill: fillSchema.required(),
        frame: id,
        member: member.required(),
        fraction: Joi.number().min(0).max(1),
        excess: id,
      }).unknown(),
    },
    {
      is: 'air',
      then: Joi.object({
        kind: Joi.any(),
        id: id.required(),
        thickness: length.required(),
        ...airFields,
      }).unknown(),
    },
  ],
  otherwise: Joi.object({
    kind: Joi.string().valid('sheet', 'framed', 'air').required(),
  }).unknown(),
});
