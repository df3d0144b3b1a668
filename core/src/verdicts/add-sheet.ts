import { LIBRARY } from '../materials/index.ts';
import type { Message } from '../units/index.ts';
import { findMaterial, freeLayerId, placeFor, type SheetLayer } from '../wall/index.ts';
import type { Fix, FixContext, Satisfied } from './types.ts';

/** One more sheet of a library material, in its first size as sold, where it belongs. */
export function addSheet(
  { assessment, materials, attempt }: FixContext,
  material: string,
  label: Message,
  satisfied: Satisfied,
): Fix[] {
  const { file } = assessment.wall;
  const layer: SheetLayer = {
    id: freeLayerId(file.layers),
    kind: 'sheet',
    material,
    thickness: LIBRARY[material]!.thicknesses![0]!,
  };
  const index = placeFor(file.layers, layer, (id) => findMaterial(id, file, materials));
  const fix = attempt(label, [{ type: 'insertLayer', index, layer }], satisfied);
  return fix ? [fix] : [];
}
