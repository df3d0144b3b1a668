import { rolesOf, type Material } from '../../physics/materials/index.ts';
import { mainFrameOf, frameOf } from '../../physics/build-up/index.ts';
import type { Layer } from '../../physics/build-up/index.ts';

/** Where a layer belongs, counted from indoors. The order in which walls are built, not a rule of physics. */
const PLACE = {
  coatingInside: 0,
  finish: 1,
  service: 2,
  vaporControl: 3,
  frame: 4,
  sheathing: 5,
  waterBarrier: 6,
  outsideInsulation: 7,
  gap: 8,
  cladding: 9,
  coatingOutside: 10,
} as const;

type FindMaterial = (id: string) => Material | undefined;

/**
 * The place of a layer in the usual order of a wall.
 *
 * @param layer the layer
 * @param find looks a material up
 * @returns a rank, higher is further out
 */
export function placeOf(layer: Layer, find: FindMaterial): number {
  if (layer.kind === 'air') return layer.ventilation === 'still' ? PLACE.service : PLACE.gap;
  if (layer.kind === 'framed') {
    if (typeof layer.fill !== 'string')
      return layer.fill.air.ventilation === 'open' ? PLACE.gap : PLACE.service;
    if (layer.frame === 'service') return PLACE.service;
    if (layer.frame === 'outside') return PLACE.outsideInsulation;
    return PLACE.frame;
  }
  const material = find(layer.material);
  const roles = material ? rolesOf(layer.material, material) : [];
  if (material?.category === 'coating')
    return roles[0] === 'cladding' ? PLACE.coatingOutside : PLACE.coatingInside;
  switch (roles[0]) {
    case 'interior-finish':
      return PLACE.finish;
    case 'vapor-control':
      return PLACE.vaporControl;
    case 'service-layer':
      return PLACE.service;
    case 'structure':
    case 'cavity-insulation':
      return PLACE.frame;
    case 'sheathing':
      return PLACE.sheathing;
    case 'wrb':
    case 'air-barrier':
      return PLACE.waterBarrier;
    case 'continuous-insulation':
      return PLACE.outsideInsulation;
    case 'drainage':
    case 'furring':
      return PLACE.gap;
    case 'cladding':
      return PLACE.cladding;
    default:
      return PLACE.sheathing;
  }
}

/**
 * The place of a layer in its wall: a sheet of metal that no gap separates from the frame is the skin of a shell, which
 * other layers may cover, and not cladding.
 */
function placeIn(layers: readonly Layer[], index: number, find: FindMaterial): number {
  const layer = layers[index]!;
  const place = placeOf(layer, find);
  const skin =
    place === PLACE.cladding &&
    layer.kind === 'sheet' &&
    find(layer.material)?.category === 'metal' &&
    layers.slice(0, index).every((inner) => placeOf(inner, find) !== PLACE.gap);
  return skin ? PLACE.sheathing : place;
}

/**
 * The index at which a new layer belongs: outside everything that ranks the same or lower.
 *
 * @returns 0 to layers.length
 */
export function placeFor(layers: readonly Layer[], layer: Layer, find: FindMaterial): number {
  const place = placeOf(layer, find);
  let index = 0;
  layers.forEach((_, i) => {
    if (placeIn(layers, i, find) <= place) index = i + 1;
  });
  return index;
}

/**
 * Why a layer cannot work where it stands, if it cannot. Only what is always wrong; what is merely unusual is left
 * to the verdicts.
 *
 * @param layers the wall with the layer in it
 * @param index which layer
 * @returns the reason, or null
 */
export function placementProblem(
  layers: readonly Layer[],
  index: number,
  find: FindMaterial,
): string | null {
  const layer = layers[index]!;
  const places = layers.map((_, i) => placeIn(layers, i, find));
  const place = places[index]!;
  const outside = layers.slice(index + 1);
  const inside = layers.slice(0, index);
  const main = mainFrameOf(layers);
  const isMainFrame = (other: Layer): boolean => other.kind === 'framed' && frameOf(other) === main;

  if (place === PLACE.gap && isOpen(layer)) {
    const buried = outside.find((_, i) => places[index + 1 + i]! < PLACE.gap);
    if (buried)
      return `An open gap here would cut off ${nameOf(buried, find)}: outside air would reach its inner side, and nothing beyond the gap counts.`;
  }
  if (place >= PLACE.cladding) {
    const beyond = outside.find((_, i) => places[index + 1 + i]! < PLACE.cladding);
    if (beyond)
      return `Cladding is the rain screen: ${nameOf(beyond, find)} cannot stand outside it.`;
  } else if (inside.some((_, i) => places[i]! >= PLACE.cladding)) {
    return `${nameOf(layer, find)} would stand outside the cladding.`;
  }
  if (place < PLACE.gap && inside.some(isOpen))
    return `${nameOf(layer, find)} would stand outside the open gap, where outdoor air passes and it counts for nothing.`;
  if (onlyFinish(layer, find) && inside.some(isMainFrame))
    return `${nameOf(layer, find)} is an indoor finish: it cannot stand outside the frame.`;
  if (isMainFrame(layer) && outside.some((other) => onlyFinish(other, find)))
    return `The frame would stand inside the indoor finish.`;
  return null;
}

function isOpen(layer: Layer): boolean {
  if (layer.kind === 'air') return layer.ventilation === 'open';
  return (
    layer.kind === 'framed' &&
    typeof layer.fill !== 'string' &&
    layer.fill.air.ventilation === 'open'
  );
}

function onlyFinish(layer: Layer, find: FindMaterial): boolean {
  if (layer.kind !== 'sheet') return false;
  const material = find(layer.material);
  if (!material) return false;
  const roles = rolesOf(layer.material, material);
  return (
    roles[0] === 'interior-finish' &&
    material.category !== 'gypsum' &&
    !roles.includes('sheathing') &&
    !roles.includes('cladding')
  );
}

/** What a person calls a layer. */
export function nameOf(layer: Layer, find: FindMaterial): string {
  if (layer.kind === 'air') return layer.ventilation === 'open' ? 'Open gap' : 'Air space';
  if (layer.kind === 'sheet') return find(layer.material)?.name ?? layer.material;
  const fill = typeof layer.fill === 'string' ? find(layer.fill)?.name : undefined;
  if (fill) return `Frame with ${fill[0]!.toLowerCase()}${fill.slice(1)}`;
  return placeOf(layer, find) === PLACE.gap ? 'Furring, open gap' : 'Battens, air between';
}

/** The first problem of order in a wall, with its layer. */
export function firstPlacementProblem(
  layers: readonly Layer[],
  find: FindMaterial,
): { index: number; reason: string } | null {
  for (let index = 0; index < layers.length; index++) {
    const reason = placementProblem(layers, index, find);
    if (reason) return { index, reason };
  }
  return null;
}
