import { InputError } from '@eldrun/core/errors';
import type { Brief, WallFile } from '@eldrun/core/build-up';
import type { Materials } from '@eldrun/core/materials';
import { readGbxml } from './gbxml-read.ts';
import { gbxmlOf } from './gbxml-write.ts';
import { readIfc } from './ifc-read.ts';
import { ifcOf } from './ifc-write.ts';
import { takeWalls } from './take.ts';
import type { ModelFormat, ModelWall, WrittenModel } from './types.ts';

export type * from './types.ts';

/** The largest model that is read, bytes. */
export const MAX_MODEL_SIZE = 64 * 1024 * 1024;

/** Walls as a building model. @throws InputError where there is none, or one cannot be computed */
export function writeModel(
  format: ModelFormat,
  walls: readonly WallFile[],
  project: string,
  day: string,
  materials: Materials = {},
): WrittenModel {
  if (walls.length === 0)
    throw new InputError('walls', 'a model needs a wall', 'at least one wall with layers');
  return (format === 'ifc' ? ifcOf : gbxmlOf)(walls, project, day, materials);
}

/**
 * The walls of a building model: IFC or gbXML, told by how the file begins.
 *
 * @param brief of what the model does not say
 * @throws InputError that names what is wrong; then nothing of it is to be taken
 */
export function readModel(text: string, brief: Brief | null): ModelWall[] {
  const begin = text.replace(/^\uFEFF/, '').trimStart();
  if (begin.startsWith('ISO-10303-21')) return takeWalls(readIfc(begin), brief);
  if (begin.startsWith('<')) return takeWalls(readGbxml(begin), brief);
  throw new InputError(
    'file',
    'is neither IFC nor gbXML',
    'an IFC file (.ifc) or a gbXML file (.xml)',
  );
}
