import { AIR_BARRIER_PERMEANCE, rolesOf } from '../materials/index.ts';
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

/** Whether a layer is a coat of paint or elastomer. */
export const isCoat = ({ fill }: ResolvedLayer): boolean => fill?.category === 'coating';

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
