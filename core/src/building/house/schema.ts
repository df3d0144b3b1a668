import Joi from 'joi';
import { InputError } from '../../common/errors.ts';
import type { Materials } from '../../physics/materials/index.ts';
import {
  check,
  id,
  length,
  parseJson,
  positive,
  text,
  within,
} from '../../common/validation/index.ts';
import { validateWall } from '../../assembly/wall/schema.ts';
import {
  ANCHORS,
  CORNERS,
  HOUSE_FORMAT,
  JACKS_AT,
  MEETINGS,
  SERVICE_PLACES,
  type House,
  type ProjectHouse,
} from './types.ts';

/** The most of anything in a house. */
const MANY = 200;

/** Along a wall, m: what is longer than any wall is a conflict, not bad input. */
const along = Joi.number().min(-1000).max(1000);
const far = positive.max(1000);
const list = (item: Joi.Schema) => Joi.array().items(item).max(MANY);
const oneOf = (values: readonly string[]) => Joi.string().valid(...values);

const end = Joi.object({
  corner: oneOf(CORNERS),
  meets: id,
  runs: oneOf(['through', 'butts']),
}).unknown();

const opening = Joi.object({
  id: id.required(),
  kind: oneOf(['window', 'door']).required(),
  x: along.required(),
  sill: along.required(),
  width: far.required(),
  height: far.required(),
  header: Joi.object({
    depth: length.required(),
    plies: Joi.number().integer().min(1).max(10).required(),
    fill: id.allow(null),
  })
    .unknown()
    .allow(null),
  jacks: Joi.number().integer().min(0).max(6),
}).unknown();

const box = Joi.object({
  id: id.required(),
  kind: oneOf(['box', 'cabinet']).required(),
  in: oneOf(SERVICE_PLACES),
  x: along.required(),
  z: along.required(),
  width: length.required(),
  height: length.required(),
  depth: length.required(),
}).unknown();

const run = Joi.object({
  id: id.required(),
  kind: oneOf(['cable', 'pipe']).required(),
  in: oneOf(SERVICE_PLACES),
  path: Joi.array()
    .items(Joi.array().ordered(along.required(), along.required()).length(2))
    .min(2)
    .max(50)
    .required(),
  diameter: length.required(),
  from: Joi.number().min(0).max(1),
  passes: oneOf(['bored', 'notched']),
  water: Joi.boolean(),
}).unknown();

/** A box by its kind, a run by its kind; else what kinds there are. */
const service = Joi.object({ kind: oneOf(['box', 'cabinet', 'cable', 'pipe']).required() })
  .unknown()
  .when(Joi.object({ kind: oneOf(['box', 'cabinet']) }).unknown(), { then: box })
  .when(Joi.object({ kind: oneOf(['cable', 'pipe']) }).unknown(), { then: run });

const elevation = Joi.object({
  id: id.required(),
  name: Joi.string().max(200),
  assembly: id.required(),
  facing: Joi.number().min(-360).max(360),
  length: far.required(),
  height: far,
  top: Joi.array()
    .items(Joi.array().ordered(along.required(), far.required()).length(2))
    .min(2)
    .max(50),
  datum: along,
  steps: list(
    Joi.object({ x: along.required(), rise: Joi.number().min(-20).max(20).required() }).unknown(),
  ),
  cover: Joi.object({ below: along, above: along }).unknown(),
  plates: Joi.object({
    bottom: Joi.number().integer().min(1).max(4),
    top: Joi.number().integer().min(1).max(4),
    thickness: positive.max(0.3),
  }).unknown(),
  layout: Joi.object({ from: oneOf(['left', 'right']), zero: along }).unknown(),
  ends: Joi.object({ left: end, right: end }).unknown(),
  openings: list(opening).unique('id'),
  intersections: list(
    Joi.object({
      x: along.required(),
      width: far.required(),
      kind: oneOf(MEETINGS).required(),
    }).unknown(),
  ),
  segments: list(
    Joi.object({
      from: along.required(),
      to: along.required(),
      spacing: far.min(0.05).required(),
      note: Joi.string().max(500).allow(''),
    }).unknown(),
  ),
  anchors: list(
    Joi.object({
      x: along.required(),
      kind: oneOf(ANCHORS).required(),
      washer: length,
      edge: Joi.number().min(0).max(1),
    }).unknown(),
  ),
  risers: list(
    Joi.object({
      x: along.required(),
      width: length.required(),
      kind: oneOf(['pipe', 'duct']).required(),
    }).unknown(),
  ),
  services: list(service).unique('id'),
  bearing: Joi.boolean(),
  braced: Joi.boolean(),
}).unknown();

const sheet = {
  width: length.min(0.1).required(),
  length: length.min(0.1).required(),
  lying: Joi.boolean(),
  gap: Joi.number().min(0).max(0.05),
};

const fields = {
  format: Joi.string().valid(HOUSE_FORMAT).required(),
  version: Joi.number().valid(1).required(),
  name: text.max(200).required(),
  elevations: list(elevation).unique('id').required(),
  practice: Joi.object({
    topPlate: Joi.number().valid(1, 2),
    stacked: Joi.boolean(),
    jacksAt: oneOf(JACKS_AT),
    corners: oneOf(CORNERS),
    seismic: Joi.boolean(),
  }).unknown(),
  sheets: Joi.object({
    sheathing: Joi.object(sheet).unknown(),
    outside: Joi.array()
      .items(Joi.object({ ...sheet, stagger: Joi.number().min(0).max(2) }).unknown())
      .max(20),
  }).unknown(),
  nailing: id,
  rolls: Joi.object({
    membrane: Joi.object({
      width: length.required(),
      length: positive.max(500),
      horizontalLap: Joi.number().min(0).max(2),
      verticalLap: Joi.number().min(0).max(2),
    }).unknown(),
  }).unknown(),
  furring: Joi.object({
    width: positive.max(1),
    from: oneOf(['boards', 'ripped sheets']),
  }).unknown(),
  cladding: Joi.object({
    exposure: length.min(0.025),
    boardLength: length.min(0.3),
    jointStagger: Joi.number().min(0).max(10),
    joints: oneOf(['open', 'butted', 'trimmed']),
    panel: Joi.object({
      width: length.min(0.05).required(),
      height: length.min(0.05).required(),
    }).unknown(),
    installedAt: Joi.number().min(-40).max(60),
  }).unknown(),
  waste: Joi.object().pattern(id, Joi.number().min(0).max(1)),
  trade: Joi.object().pattern(id, Joi.number().min(0).max(10_000)),
  shell: Joi.object({
    width: far.required(),
    depth: length.required(),
    pitch: length.required(),
    crest: length.required(),
    trough: length.required(),
    room: list(Joi.object({ name: text.max(200).required(), width: far.required() }).unknown()),
  }).unknown(),
  openingU: positive.max(10),
};

const fileSchema = Joi.object({
  ...fields,
  assemblies: Joi.object().pattern(id, Joi.object()).max(MANY).required(),
}).unknown();

const projectSchema = Joi.object({
  ...fields,
  assemblies: Joi.object().pattern(id, id).max(MANY).required(),
}).unknown();

/** What no single field shows: a height or a top for each elevation, an assembly that is there, steps in order, a shell's flats. */
function checkWhole({ assemblies, elevations, shell }: House<unknown>): void {
  if (shell && shell.crest + shell.trough > shell.pitch)
    throw new InputError(
      'shell.pitch',
      'is less than its flats together',
      `at least ${shell.crest + shell.trough}`,
    );
  elevations.forEach(({ assembly, length: wall, height, top, segments = [] }, n) => {
    const path = `elevations[${n}]`;
    if (!Object.hasOwn(assemblies, assembly))
      throw new InputError(
        `${path}.assembly`,
        `there is no assembly “${assembly.slice(0, 60)}”`,
        Object.keys(assemblies).join(', ') || 'an assembly that the house names',
      );
    if (top === undefined && height === undefined)
      throw new InputError(`${path}.height`, 'is missing', 'a height, or a top in points');
    if (top) {
      const rising = top.every(([x], i) => i === 0 || x > top[i - 1]![0]);
      if (!rising || Math.abs(top[0]![0]) > 1e-6 || Math.abs(top.at(-1)![0] - wall) > 1e-6)
        throw new InputError(
          `${path}.top`,
          'does not say how high the wall is all along',
          'points from x = 0 to the length, x rising',
        );
    }
    segments.forEach(({ from, to }, i) => {
      if (to <= from)
        throw new InputError(`${path}.segments[${i}].to`, 'lies before its start', `above ${from}`);
    });
  });
}

/**
 * Validates a house file: its shape, its numbers, its walls.
 *
 * @param projectMaterials materials beyond the library that its walls may name
 * @throws InputError that names the first wrong field and what is allowed there
 */
export function validateHouse(value: unknown, projectMaterials: Materials = {}): House {
  const house = check<House>(fileSchema, value);
  for (const [name, wall] of Object.entries(house.assemblies))
    within(`assemblies.${name}`, () => validateWall(wall, projectMaterials));
  checkWhole(house);
  return house;
}

/** As `validateHouse` for a house in a project, whose assemblies are ids of the project's walls. */
export function validateProjectHouse(value: unknown): ProjectHouse {
  const house = check<ProjectHouse>(projectSchema, value);
  checkWhole(house);
  return house;
}

/** Reads a house file's text. @throws InputError */
export const parseHouse = (text: string, projectMaterials: Materials = {}): House =>
  validateHouse(parseJson(text, 'a house file in JSON; numbers finite'), projectMaterials);
