import type { Material, Materials } from '../../physics/materials/index.ts';
import { findMaterial, withBrief } from '../../physics/build-up/index.ts';
import {
  BRIEF_FIELDS,
  type Brief,
  type ProjectWall,
  type WallFile,
} from '../../physics/build-up/index.ts';

/** Ids of the materials that a wall's layers name, each once. */
export function materialsUsed({ layers }: Pick<ProjectWall, 'layers'>): string[] {
  const used = new Set<string>();
  for (const layer of layers) {
    if (layer.kind === 'sheet') used.add(layer.material);
    if (layer.kind !== 'framed') continue;
    used.add(layer.member.material);
    if (typeof layer.fill === 'string') used.add(layer.fill);
    if (layer.excess !== undefined) used.add(layer.excess);
  }
  return [...used];
}

/** A project's wall as a file that stands alone: the brief resolved, the materials beyond the library's inside. */
export function standaloneWall(
  wall: ProjectWall,
  brief: Brief,
  projectMaterials: Materials,
): WallFile {
  const own: Record<string, Material> = { ...wall.materials };
  for (const id of materialsUsed(wall))
    if (Object.hasOwn(projectMaterials, id)) own[id] = findMaterial(id, wall, projectMaterials)!;
  const file = withBrief(wall, brief);
  return Object.keys(own).length > 0 ? { ...file, materials: own } : file;
}

/** The brief that a wall file carries. */
export function briefOfFile(file: WallFile): Brief {
  return Object.fromEntries(
    BRIEF_FIELDS.flatMap((field) => (file[field] === undefined ? [] : [[field, file[field]]])),
  ) as unknown as Brief;
}
