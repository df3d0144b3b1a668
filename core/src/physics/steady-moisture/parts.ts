import {
  AIR_LAYER_VAPOR_THICKNESS,
  vaporThickness,
  type SaidMaterial,
} from '../materials/index.ts';
import { onFramePath, type Path } from '../steady-heat/index.ts';
import type { ResolvedWall } from '../build-up/index.ts';

/** Layers above this R are split into equal parts, m²K/W (EN ISO 13788:2012, 5.3.2; wall-file rule 9). */
const PART_RESISTANCE = 0.25;

/** A layer, or one of the equal parts it is split into, along a path. */
export interface Part {
  layer: number;
  /** Null is air. */
  material: SaidMaterial | null;
  /** m */
  thickness: number;
  /** Share of the layer this part is. */
  share: number;
  /** How many parts of the same layer lie inside this one. */
  before: number;
}

/** The counted layers along a path in parts, indoors first. @param resistances of the layers there, m²K/W */
export function partsOf(wall: ResolvedWall, path: Path, resistances: ArrayLike<number>): Part[] {
  const parts: Part[] = [];
  for (let i = 0; i < wall.counted; i++) {
    const layer = wall.layers[i]!;
    const material =
      path === 'member' && onFramePath(wall, i) ? layer.member!.material : layer.fill;
    const count = Math.max(1, Math.ceil(resistances[i]! / PART_RESISTANCE - 1e-9));
    for (let before = 0; before < count; before++)
      parts.push({
        layer: i,
        material,
        thickness: layer.thickness / count,
        share: 1 / count,
        before,
      });
  }
  return parts;
}

/** Temperatures at the faces of the parts, °C, from those at the faces of the layers. */
export function partFaces(parts: readonly Part[], faces: ArrayLike<number>): number[] {
  const temperatures = [faces[0]!];
  for (const { layer, share, before } of parts) {
    const from = faces[layer]!;
    temperatures.push(from + (faces[layer + 1]! - from) * share * (before + 1));
  }
  return temperatures;
}

/** s_d of a part at the mean RH of its faces, m: air has μ = 1 and never less than 0.01 m (wall-file format). */
export function partVaporThickness(part: Part, humidity: number): number {
  return part.material
    ? vaporThickness(part.material, part.thickness, humidity, part.share)
    : Math.max(part.thickness, AIR_LAYER_VAPOR_THICKNESS * part.share);
}
