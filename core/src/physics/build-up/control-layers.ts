import { AIR_BARRIER_PERMEANCE, rolesOf } from '../materials/index.ts';
import { frameEnd } from './main-frame.ts';
import type { ResolvedLayer, ResolvedWall } from './resolve.ts';

/** Whether a layer can be the air barrier. */
export function isAirBarrier(layer: ResolvedLayer): boolean {
  if (!layer.fill) return false;
  const { airPermeance } = layer.fill;
  return (
    rolesOf(layer.fillId!, layer.fill).includes('air-barrier') &&
    (airPermeance === undefined || airPermeance <= AIR_BARRIER_PERMEANCE)
  );
}

/** Layers outside the frame that can be the water-resistive barrier; without a frame, any layer can. */
export function waterBarriers(wall: ResolvedWall): ResolvedLayer[] {
  const frame = frameEnd(wall);
  return wall.layers.filter(
    (layer) =>
      layer.index > frame && layer.fill && rolesOf(layer.fillId!, layer.fill).includes('wrb'),
  );
}

/** The outermost cladding, coats of paint on it aside; null where there is none. */
export function claddingLayer({ layers }: ResolvedWall): ResolvedLayer | null {
  const found = layers.findLast(
    ({ source, fill, fillId }) =>
      source.kind === 'sheet' &&
      fill !== null &&
      fill.category !== 'coating' &&
      rolesOf(fillId!, fill)[0] === 'cladding',
  );
  return found ?? null;
}
