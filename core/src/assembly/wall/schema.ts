import Joi from 'joi';
import { materialSchema } from '../../physics/materials/schema.ts';
import type { Materials } from '../../physics/materials/index.ts';
import { check, id, parseJson, positive, text } from '../../common/validation/index.ts';
import { assuranceFields } from './assurance-schema.ts';
import { briefFields } from './brief-schema.ts';
import { layerSchema } from './layer-schema.ts';
import {
  MAX_LAYERS,
  WALL_FORMAT,
  WALL_VERSION,
  type ProjectWall,
  type WallFile,
} from '../../physics/build-up/index.ts';
import { checkWhole } from './consistency.ts';

// The face of all schemas: Joi loads only where one of them is asked for.
export { materialSchema, validateMaterial } from '../../physics/materials/schema.ts';
export { check, MAX_FILE_SIZE, within } from '../../common/validation/index.ts';
export { briefSchema, validateBrief } from './brief-schema.ts';

const wallFields = {
  format: Joi.string().valid(WALL_FORMAT).required(),
  version: Joi.number().valid(WALL_VERSION).required(),
  name: text.max(200).required(),
  ...briefFields,
  ...assuranceFields,
  layers: Joi.array().items(layerSchema).max(MAX_LAYERS).required(),
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
  pointBridges: Joi.array()
    .items(
      Joi.object({
        chi: Joi.number().min(0).max(100).required(),
        perArea: Joi.number().min(0).max(1e4).required(),
        name: text.max(200),
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
  indoor: briefFields.indoor.required(),
  outdoor: briefFields.outdoor.required(),
}).unknown();

/** In a project a wall may still be empty: it is being drawn up. */
const projectWallSchema = Joi.object(wallFields).unknown();

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

/**
 * Reads a wall file's text.
 *
 * @throws InputError for a file over 1 MiB, malformed JSON (with line and column), or anything `validateWall` refuses
 */
export function parseWallFile(text: string, projectMaterials: Materials = {}): WallFile {
  return validateWall(parseJson(text, 'a wall file in JSON; numbers finite'), projectMaterials);
}
