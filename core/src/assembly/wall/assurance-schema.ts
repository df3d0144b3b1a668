import Joi from 'joi';
import fasteners from '../../../data/fasteners.json' with { type: 'json' };
import joining from '../../../data/compatibility.json' with { type: 'json' };
import { day, id, length, positive, temperature, text } from '../../common/validation/index.ts';

const name = text.max(200);

const fastener = Joi.string().valid(...fasteners.fasteners.map((one) => one.id));

/** A kind of thing that is stuck, sealed or lapped. */
const joins = Joi.string().valid(...joining.kinds.map((kind) => kind.id));

const chosen = Joi.object({ fastener: fastener.required(), length, spacing: length }).unknown();
const gravity = Joi.number().min(0.1).max(1.2);

/** How the cladding of a wall is held, joined and proved. */
export const assuranceFields = {
  attachment: Joi.object({
    furring: chosen,
    cladding: chosen,
    weight: positive.max(2000),
    gravity: Joi.object({ stud: gravity, furring: gravity }).unknown(),
    trade: Joi.object().pattern(id, positive.max(1e4)),
    engineer: Joi.object({ name: name.required(), on: day.required() }).unknown(),
  }).unknown(),
  joints: Joi.object({
    tape: joins,
    sealant: joins,
    foam: joins,
    flashing: joins,
    flange: joins,
    peelTests: Joi.array()
      .items(
        Joi.object({
          top: joins.required(),
          onto: joins.required(),
          on: day.required(),
          by: name.required(),
          held: Joi.boolean().required(),
          primed: Joi.boolean(),
          temperature,
        }).unknown(),
      )
      .max(200),
  }).unknown(),
  proof: Joi.array()
    .items(
      Joi.object({
        of: id.required(),
        kind: id.required(),
        name: name.required(),
        version: name,
        issued: day,
        expires: day,
      }).unknown(),
    )
    .max(500),
  sampled: Joi.object({
    of: text.max(32).required(),
    samples: Joi.number().integer().min(1).max(10_000).required(),
    failing: Joi.number().integer().min(0).max(Joi.ref('samples')).required(),
    cautious: Joi.number().integer().min(0).max(Joi.ref('samples')).required(),
  }).unknown(),
  mixedParts: Joi.object({
    by: name.required(),
    on: day.required(),
    note: text.max(2000),
  }).unknown(),
};
