import { InputError } from '../../common/errors.ts';
import { LIBRARY, type Materials } from '../../physics/materials/index.ts';
import { clearFieldShare, frameOf, memberShare } from '../../physics/build-up/index.ts';
import { MAX_PATHS, type FramedLayer, type ProjectWall } from '../../physics/build-up/index.ts';

/** What no single field shows: known materials, unique ids, members that fit, fasteners that end somewhere. */
export function checkWhole(wall: ProjectWall, projectMaterials: Materials): void {
  const known = (id: string): boolean =>
    Object.hasOwn(LIBRARY, id) ||
    Object.hasOwn(projectMaterials, id) ||
    (wall.materials !== undefined && Object.hasOwn(wall.materials, id));
  const needMaterial = (id: string, path: string): void => {
    if (!known(id))
      throw new InputError(
        path,
        `there is no material “${id.slice(0, 60)}”`,
        'a material of the library, the project or this file',
      );
  };

  const seen = new Map<string, number>();
  wall.layers.forEach((layer, i) => {
    const path = `layers[${i}]`;
    if (seen.has(layer.id))
      throw new InputError(
        `${path}.id`,
        `“${layer.id}” is already the id of layers[${seen.get(layer.id)}]`,
        'an id that no other layer has',
      );
    seen.set(layer.id, i);
    if (layer.kind === 'sheet') needMaterial(layer.material, `${path}.material`);
    if (layer.kind === 'framed') {
      if (typeof layer.fill === 'string') needMaterial(layer.fill, `${path}.fill`);
      needMaterial(layer.member.material, `${path}.member.material`);
      checkMember(layer, path);
    }
  });
  checkPathCount(wall);

  wall.fasteners?.forEach((fastener, i) => {
    for (const end of ['from', 'to'] as const)
      if (!seen.has(fastener[end]))
        throw new InputError(
          `fasteners[${i}].${end}`,
          `there is no layer “${fastener[end].slice(0, 60)}”`,
          `one of ${[...seen.keys()].join(', ')}`,
        );
    if (seen.get(fastener.to)! < seen.get(fastener.from)!)
      throw new InputError(
        `fasteners[${i}].to`,
        `“${fastener.to}” lies inside “${fastener.from}”`,
        'the same layer as from, or one further out',
      );
  });
}

function checkMember(layer: FramedLayer, path: string): void {
  const { member } = layer;
  if (member.section === 'c') {
    if (member.flange > member.spacing)
      throw new InputError(
        `${path}.member.spacing`,
        `the flange (${member.flange} m) is wider than the spacing (${member.spacing} m)`,
        'a spacing of at least the flange',
      );
    if (member.web >= member.flange)
      throw new InputError(
        `${path}.member.web`,
        'is not thinner than the flange is wide',
        `below ${member.flange}`,
      );
    if (2 * member.web >= layer.thickness)
      throw new InputError(
        `${path}.member.web`,
        'does not fit the depth of the layer twice',
        `below ${layer.thickness / 2}`,
      );
    if (2 * (member.lip ?? 0) > layer.thickness)
      throw new InputError(
        `${path}.member.lip`,
        'two lips do not fit the depth of the layer',
        `at most ${layer.thickness / 2}`,
      );
  } else if (clearFieldShare(member) > 1) {
    throw new InputError(
      `${path}.member.spacing`,
      `the member (${path}.member.width, ${member.width} m) is wider than its spacing (${member.spacing} m)`,
      'a spacing of at least the width',
    );
  }
}

/** Different frames combine, so a file with many of them could ask for more paths than anyone can sum. */
function checkPathCount(wall: ProjectWall): void {
  const shares = new Map<string, Set<number>>();
  for (const layer of wall.layers)
    if (layer.kind === 'framed') {
      const frame = shares.get(frameOf(layer)) ?? new Set();
      shares.set(frameOf(layer), frame.add(memberShare(layer)));
    }
  let paths = 1;
  for (const frame of shares.values()) paths *= frame.size + 1;
  if (paths > MAX_PATHS)
    throw new InputError(
      'layers',
      `the frames make ${paths} different paths for heat`,
      `frames that make at most ${MAX_PATHS} (let layers share a frame)`,
    );
}
