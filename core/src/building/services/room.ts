import type { Service } from '../house/index.ts';
import type { ElevationLayout } from '../layout/index.ts';
import {
  frameEnd,
  frameStart,
  layerDepth,
  mainFrameLayers,
  type ResolvedLayer,
  type ResolvedWall,
} from '../../physics/build-up/index.ts';

/** The room that something of the services sits in: a cavity between studs, or between battens. */
export interface ServiceRoom {
  in: NonNullable<Service['in']>;
  /** From the inner surface to the cavity's inner face, and how deep the cavity is, m. */
  start: number;
  depth: number;
  /** Depth of the wood beside it, m. */
  wood: number;
  layers: readonly ResolvedLayer[];
}

/** The layers of battens indoors of the main frame that leave room for cables and boxes, indoors first. */
export function battenLayers(wall: ResolvedWall): ResolvedLayer[] {
  const inner = wall.layers.slice(0, frameStart(wall));
  const first = inner.findIndex(isBattens);
  return first < 0 ? [] : inner.slice(first).filter(isBattens);
}

/** Rows of studs are no battens, m. */
const STUDS = 0.0635 + 0.001;

const isBattens = ({ member, thickness }: ResolvedLayer): boolean =>
  member !== null && thickness <= STUDS;

/**
 * Where a service sits: where it says, else between battens where there are any. Of two rows of studs the room goes through to the
 * outer one. Null where the wall has no such room.
 */
export function roomOf(service: Service, { parts }: ElevationLayout): ServiceRoom | null {
  const { wall } = parts;
  const battens = battenLayers(wall);
  const place = service.in ?? (battens.length > 0 ? 'battens' : 'frame');
  const layers = place === 'battens' ? battens : frameLayersOf(wall);
  const first = layers[0];
  if (!first || (place === 'frame' && !parts.frame)) return null;
  const total = (some: readonly ResolvedLayer[]): number =>
    some.reduce((sum, { thickness }) => sum + thickness, 0);
  return {
    in: place,
    start: layerDepth(wall, first.index),
    depth: total(layers),
    wood: total(layers.filter(({ member }) => member?.frame === first.member!.frame)),
    layers,
  };
}

/** From the innermost row of studs to the outer face of the main frame. */
function frameLayersOf(wall: ResolvedWall): readonly ResolvedLayer[] {
  const end = frameEnd(wall);
  const rows = wall.layers.slice(0, end + 1);
  const first = rows.findIndex((layer) => layer.member !== null && !isBattens(layer));
  return first < 0 ? mainFrameLayers(wall) : rows.slice(first);
}
