import {
  AIR_LAYER_VAPOR_THICKNESS,
  classOfPermeance,
  isWood,
  vaporThickness,
  type VaporClass,
} from '../materials/index.ts';
import { AIR_PERMEABILITY } from '../../common/units/index.ts';
import { onceFor, type ResolvedLayer, type ResolvedWall } from '../build-up/index.ts';

/** Mean humidity of the faces of what a wet layer dries through: 100 % on its side, 50 % in the air, as in a wet-cup test. */
const DAMP_HUMIDITY = 0.75;

/** How a layer lets vapor out to one side: kg/(s·m²·Pa) of everything between it and the air, and the class of that. */
export interface DryingWay {
  permeance: number;
  class: VaporClass;
  /** The layer that holds it back most; null at a surface. */
  tightest: ResolvedLayer | null;
}

/** The ways in which a wooden layer dries. */
export interface Drying {
  layer: ResolvedLayer;
  inward: DryingWay;
  outward: DryingWay;
}

/** Whether a layer is wood, or has members of wood. */
export function isWooden({ fill, fillId, member }: ResolvedLayer): boolean {
  return (
    (fill !== null && isWood(fillId!, fill)) ||
    (member !== null && isWood(member.shape.material, member.material))
  );
}

/** s_d of a layer while it is damp, m. */
export function dampVaporThickness({ fill, thickness }: ResolvedLayer): number {
  return fill
    ? vaporThickness(fill, thickness, DAMP_HUMIDITY)
    : Math.max(thickness, AIR_LAYER_VAPOR_THICKNESS);
}

/**
 * Drying of each wooden layer inward and outward: the permeance of all layers between it and the air on that side,
 * tables read at 75 % RH. Films and liquid flow are left out; through the cavity, not the members.
 *
 * @returns indoors first
 */
export function dryingOf(wall: ResolvedWall): Drying[] {
  return onceFor(wall, compute);
}

function compute(wall: ResolvedWall): Drying[] {
  const layers = wall.layers.slice(0, wall.counted);
  return layers.filter(isWooden).map((layer) => ({
    layer,
    inward: wayThrough(layers.slice(0, layer.index)),
    outward: wayThrough(layers.slice(layer.index + 1)),
  }));
}

/** The way through some layers that lie one behind the other. */
function wayThrough(layers: readonly ResolvedLayer[]): DryingWay {
  let total = 0;
  let most = 0;
  let tightest: ResolvedLayer | null = null;
  for (const layer of layers) {
    const thickness = dampVaporThickness(layer);
    total += thickness;
    if (thickness > most) [most, tightest] = [thickness, layer];
  }
  const permeance = total > 0 ? AIR_PERMEABILITY / total : Infinity;
  return { permeance, class: classOfPermeance(permeance), tightest };
}
