import { LIBRARY, type Material, type Materials } from '@eldrun/core/materials';
import { materialsUsed } from '@eldrun/core/wall';
import { pricesTable } from '@eldrun/core/prices';
import type { UnitSystem } from '@eldrun/core/units';
import type { WallFile } from '@eldrun/core/build-up';
import type { WrittenTable } from '@eldrun/core/csv';
import {
  layouts,
  materialsAtPrices,
  priceBook,
  wallFile,
  wholeProject,
  type Look,
} from '@eldrun/project';
import { lookAt } from '../looked-at.ts';
import { houseTables } from './house.ts';
import { wallTables } from './walls.ts';

/** The materials of walls, by id: those that they bring along, the project's and the library's. */
function usedMaterials(walls: readonly WallFile[], materials: Materials): Record<string, Material> {
  const used: Record<string, Material> = {};
  for (const wall of walls)
    for (const id of materialsUsed(wall)) {
      const material = wall.materials?.[id] ?? materials[id] ?? LIBRARY[id];
      if (material) used[id] ??= material;
    }
  return used;
}

/**
 * Every table of a project: its walls that have layers, and its house where it has one. A table without rows is left out.
 *
 * @throws InputError where a wall cannot be computed
 */
export function projectTables(look: Look, units: UnitSystem): WrittenTable[] {
  const { documents } = look(wholeProject);
  const walls = documents
    .filter(({ kind }) => kind === 'wall')
    .map(({ id }) => id)
    .filter((id) => look(wallFile, id).layers.length > 0);
  return [
    ...wallTables(
      walls.map((id) => lookAt(look, id, false, units)),
      units,
    ),
    ...(look(layouts).length > 0 ? houseTables(look, units) : []),
    pricesTable(
      look(priceBook),
      usedMaterials(
        walls.map((id) => look(wallFile, id)),
        look(materialsAtPrices),
      ),
      units,
    ),
  ].filter(({ rows }) => rows.length > 0);
}
