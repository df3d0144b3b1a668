import { assessResolved, type LayerAssessment } from '../assessment/index.ts';
import { LIBRARY, rolesOf, type Material } from '../../physics/materials/index.ts';
import {
  onceFor,
  resolveWall,
  type Layer,
  type ResolvedLayer,
  type ResolvedWall,
} from '../../physics/build-up/index.ts';
import { lower } from '../../physics/build-up/index.ts';

/** A sheet that is glued of several materials which the library knows, such as foam on a wood panel. */
const isComposite = ({ source, fill }: ResolvedLayer): boolean =>
  source.kind === 'sheet' &&
  fill?.category === 'composite' &&
  (fill.composition ?? []).length > 1 &&
  fill.composition!.every(({ material }) => Object.hasOwn(LIBRARY, material));

/** A composite as one layer for each of its parts, indoors first; what it is as a whole falls to its outermost part. */
function partsOf({ id, fill, fillId, thickness }: ResolvedLayer): {
  layers: Layer[];
  materials: Record<string, Material>;
} {
  const composition = fill!.composition!;
  const whole = composition.reduce((sum, part) => sum + part.thickness, 0);
  const materials: Record<string, Material> = {};
  const layers = composition.map((part, n): Layer => {
    const own = LIBRARY[part.material]!;
    const outermost = n === composition.length - 1;
    const roles = rolesOf(part.material, own);
    const material = `${fillId!}-part-${n + 1}`;
    materials[material] = {
      ...own,
      name: `${own.name} of ${lower(fill!.name.split(',')[0]!)}`,
      roles:
        outermost && rolesOf(fillId!, fill!).includes('wrb') && !roles.includes('wrb')
          ? [...roles, 'wrb']
          : [...roles],
    };
    return {
      id: `${id}-part-${n + 1}`,
      kind: 'sheet',
      material,
      thickness: (part.thickness * thickness) / whole,
    };
  });
  return { layers, materials };
}

/** A wall whose composite sheets are told apart: vapor and cold do not meet a panel as a whole but its skin and its foam. */
function inParts(wall: ResolvedWall): ResolvedWall {
  if (!wall.layers.some(isComposite)) return wall;
  const materials: Record<string, Material> = {};
  const layers = wall.layers.flatMap((layer): Layer[] => {
    for (const { fill, id } of [
      { fill: layer.fill, id: layer.fillId },
      { fill: layer.member?.material ?? null, id: layer.member?.shape.material ?? null },
    ])
      if (fill && id !== null) materials[id] = fill;
    if (layer.member && 'excess' in layer.source && layer.source.excess)
      materials[layer.source.excess] = layer.member.excess;
    if (!isComposite(layer)) return [layer.source];
    const parts = partsOf(layer);
    Object.assign(materials, parts.materials);
    return parts.layers;
  });
  const { fasteners: _, ...file } = wall.file;
  return resolveWall({ ...file, layers, materials: { ...wall.file.materials, ...materials } });
}

const assessInParts = (wall: ResolvedWall): LayerAssessment => assessResolved(inParts(wall));

/** What moisture is judged by: the wall with its composite sheets in parts; the same one where it has none. */
export function moistureOf<A extends LayerAssessment>(assessment: A): A {
  if (!assessment.wall.layers.some(isComposite)) return assessment;
  return { ...assessment, ...onceFor(assessment.wall, assessInParts) };
}
