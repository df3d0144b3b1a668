import type { Material } from '../../physics/materials/index.ts';
import { freeLayerId, type Command } from './commands.ts';
import { placeFor } from './placement.ts';
import type { Layer, SheetLayer } from '../../physics/build-up/index.ts';

export type InsertCommand = Extract<Command, { type: 'insertLayer' }>;

/**
 * One more sheet where it belongs.
 *
 * @param layers of the wall, indoors first
 * @param find looks a material up
 */
export function insertSheet(
  layers: readonly Layer[],
  material: string,
  thickness: number,
  find: (id: string) => Material | undefined,
): InsertCommand {
  const layer: SheetLayer = { id: freeLayerId(layers), kind: 'sheet', material, thickness };
  return { type: 'insertLayer', index: placeFor(layers, layer, find), layer };
}
