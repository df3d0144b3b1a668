import type {
  DetailedHouse,
  Materials,
  OrderBook,
  PriceBook,
  UnitSystem,
  WallFile,
  WrittenTable,
} from '@eldrun/core';
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
  ].filter(({ rows }) => rows.length > 0);
}
