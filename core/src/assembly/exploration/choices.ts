import { SPACINGS, fractionAtSpacing, LUMBER, sameSpacing } from '../framing/index.ts';
import { LIBRARY, rolesOf, type Material, type Materials } from '../../physics/materials/index.ts';
import {
  findMaterial,
  type FramedLayer,
  type Layer,
  type WallFile,
} from '../../physics/build-up/index.ts';
import type { Value, Varied, Vary } from './types.ts';

/** What of a layer may vary, with the values that are worth trying; the layer's own is always among them. */
export interface Choice {
  layer: string;
  varied: Varied;
  /** As the layer is. */
  now: Value;
  values: Value[];
}

/** Gaps behind a cladding that are usual, m. */
const GAPS = [0.0095, 0.019, 0.025, 0.038];

/** Sizes closer than this are one, m. */
const SAME_SIZE = 0.002;

/**
 * What may vary about a wall, layer by layer from outdoors in.
 *
 * @param materials of the project, beyond the library and the wall's own
 */
export function choicesOfWall(file: WallFile, materials: Materials = {}): Choice[] {
  const all: Materials = { ...LIBRARY, ...materials, ...file.materials };
  return file.layers.toReversed().flatMap((layer) => choicesOfLayer(layer, file, all));
}

function choicesOfLayer(layer: Layer, file: WallFile, all: Materials): Choice[] {
  const { id } = layer;
  const choice = (varied: Varied, now: Value, values: readonly Value[]): Choice[] => {
    const known = values.some((value) => same(value, now)) ? values : [now, ...values];
    return known.length > 1 ? [{ layer: id, varied, now, values: inOrder(known) }] : [];
  };
  const absent = choice('absent', false, [false, true]);
  const find = (material: string): Material | undefined => findMaterial(material, file, all);
  if (layer.kind === 'air') return [...choice('thickness', layer.thickness, GAPS), ...absent];
  if (layer.kind === 'sheet') {
    const material = find(layer.material);
    return [
      ...choice('thickness', layer.thickness, material?.thicknesses ?? []),
      ...choice('material', layer.material, alike(layer.material, material, all)),
      ...absent,
    ];
  }
  const { fill, member, thickness } = layer;
  const filled = typeof fill === 'string';
  const metric = SPACINGS.metric.some((spacing) => sameSpacing(spacing, member.spacing));
  const depths =
    member.section === 'solid' && filled
      ? LUMBER.filter(({ actual }) => Math.abs(actual[0] - member.width) < SAME_SIZE)
          .map(({ actual }) => actual[1])
          .filter((depth) => !fill || comesIn(find(fill), depth))
      : filled
        ? []
        : GAPS;
  return [
    ...choice('thickness', thickness, depths),
    ...(filled ? choice('fill', fill, alike(fill, find(fill), all, thickness)) : []),
    ...choice('spacing', member.spacing, SPACINGS[metric ? 'metric' : 'imperial']),
    ...(filled ? [] : absent),
  ];
}

/** Ids of materials that do the same work; of fills, those sold in a depth. */
function alike(
  id: string,
  material: Material | undefined,
  all: Materials,
  depth?: number,
): string[] {
  if (!material) return [];
  const role = rolesOf(id, material)[0];
  return Object.entries(all)
    .filter(([other, one]) => rolesOf(other, one)[0] === role)
    .filter(([, one]) => depth === undefined || comesIn(one, depth))
    .map(([other]) => other);
}

const comesIn = (material: Material | undefined, depth: number): boolean =>
  material?.thicknesses?.some((size) => Math.abs(size - depth) < SAME_SIZE) ?? true;

const same = (a: Value, b: Value): boolean =>
  typeof a === 'number' && typeof b === 'number' ? Math.abs(a - b) < 1e-9 : a === b;

function inOrder(values: readonly Value[]): Value[] {
  return typeof values[0] === 'number'
    ? [...(values as number[])].sort((a, b) => a - b)
    : [...values];
}

/** An entry of `vary` from a choice and the values that were picked of it. */
export function varyOf(
  { layer, varied }: Pick<Choice, 'layer' | 'varied'>,
  values: readonly Value[],
  file: WallFile,
): Vary {
  const entry = { layer, [varied]: [...values] } as unknown as Vary;
  const framed = file.layers.find(({ id }) => id === layer);
  if (varied !== 'spacing' || framed?.kind !== 'framed' || framed.fraction === undefined)
    return entry;
  return {
    ...entry,
    fraction: values.map((spacing) => usualFraction(framed, spacing as number)),
  };
}

/** The framing factor that goes with a spacing. */
function usualFraction(layer: FramedLayer, spacing: number): number {
  return sameSpacing(spacing, layer.member.spacing)
    ? layer.fraction!
    : fractionAtSpacing(layer, spacing)!;
}
