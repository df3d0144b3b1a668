import Joi from 'joi';
import { InputError } from '../errors.ts';
import { CLIMATES } from '../climate/index.ts';
import { CODE_EDITIONS, ZONE } from '../prescriptive/index.ts';
import { LIBRARY, MOLD_CLASSES, ROLES, type Material, type Materials } from '../materials/index.ts';
import { check, parseJson } from './check.ts';
import { clearFieldShare, frameOf, memberShare } from './shares.ts';
import {
  MAX_LAYERS,
  MAX_PATHS,
  WALL_FORMAT,
  WALL_VERSION,
  type Brief,
  type FramedLayer,
  type ProjectWall,
  type WallFile,
} from './types.ts';

export { check, MAX_FILE_SIZE } from './check.ts';

const positive = Joi.number().greater(0);
const length = positive.max(10);
const text = Joi.string().trim().min(1);
const id = Joi.string().min(1).max(100);
const month12 = (value: Joi.Schema) => Joi.array().items(value.required()).length(12);

/** One of two shapes, told apart by a test, so that an error speaks of the shape that was meant. */
const either = (test: Joi.Schema, then: Joi.Schema, otherwise: Joi.Schema) =>
  Joi.alternatives()
    .conditional(test, { then, otherwise })
    // The description of the API has no such conditions: there it is one or the other.
    .meta({ schemaOverride: Joi.alternatives().try(then, otherwise) });

const temperature = Joi.number().min(-100).max(100);
const relativeHumidity = Joi.number().greater(0).max(1);

const table = (x: Joi.NumberSchema, y: Joi.NumberSchema) =>
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
  vapor: vapor.required(),
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

const layer = Joi.alternatives().conditional('.kind', {
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
        fill: either(
          Joi.string(),
          id,
          Joi.object({ air: Joi.object(airFields).unknown().required() }).unknown(),
        ).required(),
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

const briefFields = {
  convention: Joi.string().valid('iso', 'ashrae'),
  indoor,
  outdoor,
};

const wallFields = {
  format: Joi.string().valid(WALL_FORMAT).required(),
  version: Joi.number().valid(WALL_VERSION).required(),
  name: text.max(200).required(),
  targets,
  airtightness,
  exposure,
  code,
  layers: Joi.array().items(layer).max(MAX_LAYERS).required(),
  fasteners: Joi.array()
    .items(
      Joi.object({
        conductivity: positive.max(1e5).required(),
        diameter: positive.max(1).required(),
        perArea: Joi.number().min(0).max(1e4).required(),
        from: id.required(),
        to: id.required(),
      }).unknown(),
    )
    .max(100),
  installation: Joi.object({ voidLevel: Joi.number().valid(0, 1, 2) }).unknown(),
  materials: Joi.object().pattern(id, materialSchema).max(500),
};

const wallFileSchema = Joi.object({
  ...wallFields,
  layers: wallFields.layers.min(1),
  convention: briefFields.convention.required(),
  indoor: indoor.required(),
  outdoor: outdoor.required(),
}).unknown();

/** In a project a wall may still be empty: it is being drawn up. */
const projectWallSchema = Joi.object({ ...wallFields, ...briefFields }).unknown();

/** A brief: what a project says once for all its walls. */
export const briefSchema = Joi.object({
  convention: briefFields.convention.required(),
  indoor: indoor.required(),
  outdoor: outdoor.required(),
  targets,
  airtightness,
  exposure,
  code,
}).unknown();

/**
 * Validates a wall file: its shape, its numbers, and what must fit together.
 *
 * @param value anything
 * @param projectMaterials materials beyond the library that its layers may name
 * @returns the same object, known to be a wall file; unknown extra fields are kept
 * @throws InputError that names the first wrong field and what is allowed there
 */
export function validateWall(value: unknown, projectMaterials: Materials = {}): WallFile {
  const wall = check<WallFile>(wallFileSchema, value);
  checkWhole(wall, projectMaterials);
  return wall;
}

/** As `validateWall` for a wall in a project, whose brief may supply convention, indoor, outdoor and targets. */
export function validateProjectWall(value: unknown, projectMaterials: Materials = {}): ProjectWall {
  const wall = check<ProjectWall>(projectWallSchema, value);
  checkWhole(wall, projectMaterials);
  return wall;
}

/** Validates a brief. @throws InputError */
export function validateBrief(value: unknown): Brief {
  return check<Brief>(briefSchema, value);
}

/** Validates a material. @throws InputError */
export function validateMaterial(value: unknown, base = ''): Material {
  return check<Material>(materialSchema, value, base);
}

/**
 * Reads a wall file's text.
 *
 * @throws InputError for a file over 1 MiB, malformed JSON (with line and column), or anything `validateWall` refuses
 */
export function parseWallFile(text: string, projectMaterials: Materials = {}): WallFile {
  return validateWall(parseJson(text, 'a wall file in JSON; numbers finite'), projectMaterials);
}

/** What no single field shows: known materials, unique ids, members that fit, fasteners that end somewhere. */
function checkWhole(wall: ProjectWall, projectMaterials: Materials): void {
  const known = (id: string): boolean =>
    Object.hasOwn(LIBRARY, id) ||
    Object.hasOwn(projectMaterials, id) ||
    (wall.materials !== undefined && Object.hasOwn(wall.materials, id));
  const needMaterial = (id: string, path: string): void => {
    if (!known(id))
      throw new InputError(
        path,
        `there is no material “${id.slice(0, 60)}”`,
        'a material of the library, the project or this file',
      );
  };

  const seen = new Map<string, number>();
  wall.layers.forEach((layer, i) => {
    const path = `layers[${i}]`;
    if (seen.has(layer.id))
      throw new InputError(
        `${path}.id`,
        `“${layer.id}” is already the id of layers[${seen.get(layer.id)}]`,
        'an id that no other layer has',
      );
    seen.set(layer.id, i);
    if (layer.kind === 'sheet') needMaterial(layer.material, `${path}.material`);
    if (layer.kind === 'framed') {
      if (typeof layer.fill === 'string') needMaterial(layer.fill, `${path}.fill`);
      needMaterial(layer.member.material, `${path}.member.material`);
      checkMember(layer, path);
    }
  });
  checkPathCount(wall);

  wall.fasteners?.forEach((fastener, i) => {
    for (const end of ['from', 'to'] as const)
      if (!seen.has(fastener[end]))
        throw new InputError(
          `fasteners[${i}].${end}`,
          `there is no layer “${fastener[end].slice(0, 60)}”`,
          `one of ${[...seen.keys()].join(', ')}`,
        );
    if (seen.get(fastener.to)! < seen.get(fastener.from)!)
      throw new InputError(
        `fasteners[${i}].to`,
        `“${fastener.to}” lies inside “${fastener.from}”`,
        'the same layer as from, or one further out',
      );
  });
}

function checkMember(layer: FramedLayer, path: string): void {
  const { member } = layer;
  if (member.section === 'c') {
    if (member.flange > member.spacing)
      throw new InputError(
        `${path}.member.spacing`,
        `the flange (${member.flange} m) is wider than the spacing (${member.spacing} m)`,
        'a spacing of at least the flange',
      );
    if (member.web >= member.flange)
      throw new InputError(
        `${path}.member.web`,
        'is not thinner than the flange is wide',
        `below ${member.flange}`,
      );
    if (2 * member.web >= layer.thickness)
      throw new InputError(
        `${path}.member.web`,
        'does not fit the depth of the layer twice',
        `below ${layer.thickness / 2}`,
      );
    if (2 * (member.lip ?? 0) > layer.thickness)
      throw new InputError(
        `${path}.member.lip`,
        'two lips do not fit the depth of the layer',
        `at most ${layer.thickness / 2}`,
      );
  } else if (clearFieldShare(member) > 1) {
    throw new InputError(
      `${path}.member.spacing`,
      `the member (${path}.member.width, ${member.width} m) is wider than its spacing (${member.spacing} m)`,
      'a spacing of at least the width',
    );
  }
}

/** Different frames combine, so a file with many of them could ask for more paths than anyone can sum. */
function checkPathCount(wall: ProjectWall): void {
  const shares = new Map<string, Set<number>>();
  for (const layer of wall.layers)
    if (layer.kind === 'framed') {
      const frame = shares.get(frameOf(layer)) ?? new Set();
      shares.set(frameOf(layer), frame.add(memberShare(layer)));
    }
  let paths = 1;
  for (const frame of shares.values()) paths *= frame.size + 1;
  if (paths > MAX_PATHS)
    throw new InputError(
      'layers',
      `the frames make ${paths} different paths for heat`,
      `frames that make at most ${MAX_PATHS} (let layers share a frame)`,
    );
}
