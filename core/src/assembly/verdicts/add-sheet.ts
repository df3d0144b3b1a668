import { LIBRARY } from '../../physics/materials/index.ts';
import type { Message } from '../../common/units/index.ts';
import { findMaterial } from '../../physics/build-up/index.ts';
import { insertSheet, type Fix } from '../wall/index.ts';
import type { FixContext, Satisfied } from './types.ts';

/** One more sheet of a library material, in its first size as sold, where it belongs. */
export function addSheet(
  { assessment, materials, attempt }: FixContext,
  material: string,
  label: Message,
  satisfied: Satisfied,
): Fix[] {
  const { file } = assessment.wall;
  const thickness = LIBRARY[material]!.thicknesses![0]!;
  const find = (id: string) => findMaterial(id, file, materials);
  const fix = attempt(label, [insertSheet(file.layers, material, thickness, find)], satisfied);
  return fix ? [fix] : [];
}
