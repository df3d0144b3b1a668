// What reads houses with their edges: Joi loads only where one is asked for.
import { within } from '../../common/validation/index.ts';
import { parseHouse } from '../house/files.ts';
import type { DetailedHouse } from './types.ts';
import type { Materials } from '../../physics/materials/index.ts';
import { validateDetails } from './schema.ts';

/** Reads a house file with its edges. @throws InputError that names the first wrong field */
export function parseDetailedHouse(text: string, projectMaterials: Materials = {}): DetailedHouse {
  const house = parseHouse(text, projectMaterials) as DetailedHouse;
  if (house.details !== undefined) within('details', () => validateDetails(house.details));
  return house;
}
