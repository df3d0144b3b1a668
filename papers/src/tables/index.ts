import { LIBRARY, type Material, type Materials } from '@eldrun/core/materials';
import { materialsUsed } from '@eldrun/core/wall';
import { pricesTable, type PriceBook } from '@eldrun/core/prices';
import type { DetailedHouse } from '@eldrun/core/edges';
import type { OrderBook } from '@eldrun/core/order';
import type { UnitSystem } from '@eldrun/core/units';
import type { WallFile } from '@eldrun/core/build-up';
import type { WrittenTable } from '@eldrun/core/csv';
import { lookAt } from '../looked-at.ts';
import { houseTables } from './house.ts';
import { wallTables } from './walls.ts';

/** What the tables of a project are of. */
export interface TabledProject {
  walls: readonly WallFile[];
  house: DetailedHouse | null;
  materials: Materials;
  prices: PriceBook | null;
  order: OrderBook | null;
}

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
 * Every table of a project: its walls, and its house where it has one. A table without rows is left out.
 *
 * @throws InputError where a wall cannot be computed
 */
export function projectTables(
  { walls, house, materials, prices, order }: TabledProject,
  units: UnitSystem,
): WrittenTable[] {
  return [
    ...wallTables(
      walls.map((file) => lookAt(file, { materials, hourly: false, units })),
      units,
    ),
    ...(house && house.elevations.length > 0
      ? houseTables({ house, materials, prices, order }, units)
      : []),
    pricesTable(prices, usedMaterials(walls, materials), units),
  ].filter(({ rows }) => rows.length > 0);
}
