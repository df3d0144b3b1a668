import { LIBRARY, rolesOf } from '../../physics/materials/index.ts';
import {
  findMaterial,
  frameOf,
  mainFrameOf,
  type FramedLayer,
  type Layer,
  type ProjectWall,
} from '../../physics/build-up/index.ts';
import { freeLayerId, placeFor, type Command } from '../wall/index.ts';
import { OPEN, type Fill, type FrameSystem, type Unnumbered } from './systems.ts';

/** Frames that a wall of two rows has beside the main one: a change of frame takes them all. */
const ROWS = ['inner', 'both'];

/**
 * What makes a frame system of a wall's present frame: its layers, from the innermost to the outermost of the main
 * frame and an inner row, are replaced; the fill stays. A system that is `added` goes where it belongs.
 *
 * @param wall the wall's document
 * @param find looks materials up, for the place of a layer
 */
export function frameCommands(
  wall: ProjectWall,
  system: FrameSystem,
  find = (id: string) => findMaterial(id, wall, {}),
): Command[] {
  if (system.role === 'added') {
    const layer = number(system.layers(OPEN)[0]!, freeLayerId(wall.layers));
    const main = mainLayers(wall)[0];
    const onStuds =
      layer.kind === 'framed' && layer.frame === 'furring' && main
        ? { ...layer, member: { ...layer.member, spacing: main.member.spacing } }
        : layer;
    return [{ type: 'insertLayer', index: placeFor(wall.layers, onStuds, find), layer: onStuds }];
  }
  const present = presentFrame(wall);
  const main = mainLayers(wall);
  const principal = main.toSorted((a, b) => b.thickness - a.thickness)[0];
  const fill =
    principal && typeof principal.fill === 'string' ? principal.fill : defaultFill(system);
  const fresh = system.layers(fill);
  const taken = wall.layers.filter((layer) => !present.includes(layer));
  const numbered: Layer[] = [];
  fresh.forEach((layer, i) => {
    const id =
      i === system.principal && principal
        ? principal.id
        : freeLayerId([...taken, ...numbered, ...(principal ? [principal] : [])]);
    numbered.push(number(layer, id));
  });
  const start = present[0]
    ? wall.layers.indexOf(present[0])
    : placeFor(wall.layers, numbered[0]!, find);
  return [
    ...present.map((layer): Command => ({ type: 'removeLayer', id: layer.id })),
    ...numbered.map((layer, i): Command => ({ type: 'insertLayer', index: start + i, layer })),
  ];
}

/** A framed layer without its members: a sheet of its fill; air stays air. */
export const withoutMembers = (
  wall: Pick<ProjectWall, 'layers'>,
  layer: FramedLayer,
): Command[] => [
  { type: 'removeLayer', id: layer.id },
  {
    type: 'insertLayer',
    index: wall.layers.indexOf(layer),
    layer:
      typeof layer.fill === 'string'
        ? { id: layer.id, kind: 'sheet', material: layer.fill, thickness: layer.thickness }
        : { id: layer.id, kind: 'air', thickness: layer.thickness, ...layer.fill.air },
  },
];

/** What leaves a wall without a frame. */
export const unframedCommands = (wall: ProjectWall): Command[] =>
  mainLayers(wall).flatMap((layer) => withoutMembers(wall, layer));

function defaultFill(system: FrameSystem): Fill {
  return system.units === 'imperial' ? 'mineral-wool-batt' : 'glass-wool-batt-metric';
}

/** Battens that stand beside the frame: no change of frame takes them. */
const BESIDE = ['service', 'outside', 'furring'];

function mainLayers({ layers }: ProjectWall): FramedLayer[] {
  const main = mainFrameOf(
    layers.filter((layer) => layer.kind !== 'framed' || !BESIDE.includes(frameOf(layer))),
  );
  return layers.filter(
    (layer): layer is FramedLayer => layer.kind === 'framed' && frameOf(layer) === main,
  );
}

/** The layers that a change of frame replaces: the frame's own, and insulation or its shell between and right behind them. */
function presentFrame(wall: ProjectWall): Layer[] {
  const main = mainLayers(wall);
  const isFrame = (layer: Layer): boolean =>
    layer.kind === 'framed' && (main.includes(layer) || ROWS.includes(frameOf(layer)));
  const first = wall.layers.findIndex(isFrame);
  if (first < 0) return [];
  const last = wall.layers.findLastIndex(isFrame);
  const shell = wall.layers[last + 1];
  const end = shell?.kind === 'sheet' && shell.material === 'steel' ? last + 1 : last;
  return wall.layers
    .slice(first, end + 1)
    .filter((layer) => isFrame(layer) || isReplaceable(layer));
}

function isReplaceable(layer: Layer): boolean {
  if (layer.kind !== 'sheet') return false;
  if (layer.material === 'steel') return true;
  const material = Object.hasOwn(LIBRARY, layer.material) ? LIBRARY[layer.material] : undefined;
  return material !== undefined && rolesOf(layer.material, material)[0] === 'cavity-insulation';
}

function number(layer: Unnumbered, id: string): Layer {
  return { ...layer, id };
}
