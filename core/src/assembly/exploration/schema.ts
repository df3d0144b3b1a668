import Joi from 'joi';
import { InputError } from '../../common/errors.ts';
import type { Materials } from '../../physics/materials/index.ts';
import { check, id, length, parseJson, positive, within } from '../../common/validation/index.ts';
import { MOISTURE_ORDER } from '../judgment/index.ts';
import { fillSchema } from '../wall/layer-schema.ts';
import { validateWall } from '../wall/schema.ts';
import type { Layer } from '../../physics/build-up/index.ts';
import { OBJECTIVES, VARIED, valuesOf, type Exploration, type Varied } from './types.ts';
import { combinationsOf } from './variants.ts';

/** The most combinations of one exploration; beyond them a sample is taken or fewer values are named. */
export const MAX_COMBINATIONS = 1_000_000;

/** The most things that may vary, and the most values of one. */
const MAX_VARY = 30;
const MAX_VALUES = 1000;

const values = (value: Joi.Schema) => Joi.array().items(value.required()).min(1).max(MAX_VALUES);

const vary = Joi.object({
  layer: id.required(),
  thickness: values(length),
  material: values(id),
  fill: values(fillSchema),
  spacing: values(length),
  fraction: values(Joi.number().min(0).max(1)),
  absent: values(Joi.boolean()),
})
  .xor(...VARIED)
  .unknown();

const schema = Joi.object({
  format: Joi.string().valid('eldrun-exploration').required(),
  version: Joi.number().valid(1).required(),
  name: Joi.string().max(200),
  wall: Joi.object().required(),
  vary: Joi.array().items(vary).max(MAX_VARY).required(),
  limits: Joi.object({
    thickness: positive,
    u: positive,
    cost: Joi.number().min(0),
    carbon: Joi.number(),
    moisture: Joi.string().valid(...MOISTURE_ORDER),
  }).unknown(),
  objectives: Joi.array()
    .items(Joi.string().valid(...OBJECTIVES))
    .min(1)
    .unique()
    .required(),
}).unknown();

/** What each kind of layer lets vary. */
const VARIES: Record<Layer['kind'], readonly Varied[]> = {
  sheet: ['thickness', 'material', 'absent'],
  framed: ['thickness', 'fill', 'spacing', 'absent'],
  air: ['thickness', 'absent'],
};

/**
 * Validates an exploration: its shape, its wall, and that each entry of `vary` names a layer that has what it varies.
 * A value may still make no wall; that is counted when it is evaluated.
 *
 * @throws InputError that names the first wrong field and what is allowed there
 */
export function validateExploration(value: unknown, materials: Materials = {}): Exploration {
  const exploration = check<Exploration>(schema, value);
  within('wall', () => validateWall(exploration.wall, materials));
  exploration.vary.forEach((entry, n) => {
    const layer = exploration.wall.layers.find(({ id: own }) => own === entry.layer);
    if (!layer)
      throw new InputError(
        `vary[${n}].layer`,
        `there is no layer “${entry.layer.slice(0, 60)}”`,
        `one of ${exploration.wall.layers.map(({ id: own }) => own).join(', ')}`,
      );
    const { varied, values: given } = valuesOf(entry);
    const allowed = VARIES[layer.kind];
    if (!allowed.includes(varied))
      throw new InputError(
        `vary[${n}].${varied}`,
        `“${layer.id}” has no ${varied}`,
        `${allowed.join(', ')} of a layer of the kind ${layer.kind}`,
      );
    if (!('fraction' in entry) || entry.fraction === undefined) return;
    if (varied !== 'spacing' || entry.fraction.length !== given.length)
      throw new InputError(
        `vary[${n}].fraction`,
        'does not go with the spacings',
        'beside spacing, one for each of them',
      );
  });
  return exploration;
}

/** Refuses an exploration with more combinations than are evaluated. @throws InputError with the count */
export function checkCombinations(exploration: Exploration, most = MAX_COMBINATIONS): void {
  const count = combinationsOf(exploration);
  if (count > most)
    throw new InputError(
      'vary',
      `makes ${count.toLocaleString('en-US')} combinations`,
      `at most ${most.toLocaleString('en-US')}; fewer values, or a sample`,
    );
}

/** Reads an exploration's text. @throws InputError for malformed JSON, or anything `validateExploration` refuses */
export function parseExploration(text: string): Exploration {
  return validateExploration(parseJson(text, 'an exploration in JSON; numbers finite'));
}
