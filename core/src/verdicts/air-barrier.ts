import { AIR_BARRIER_PERMEANCE, rolesOf } from '../materials/index.ts';
import { measured, say } from '../units/index.ts';
import type { ResolvedLayer } from '../wall/index.ts';
import type { LayerRule } from './types.ts';
import { addMembrane } from './water-barrier.ts';
import { layerName } from './words.ts';

/** Whether a layer can be the air barrier. */
export function isAirBarrier(layer: ResolvedLayer): boolean {
  if (!layer.fill) return false;
  const { airPermeance } = layer.fill;
  return (
    rolesOf(layer.fillId!, layer.fill).includes('air-barrier') &&
    (airPermeance === undefined || airPermeance <= AIR_BARRIER_PERMEANCE)
  );
}

/** Whether any layer can be the air barrier. */
export const airBarrier: LayerRule = {
  id: 'air-barrier',
  reads: 'layers',

  judge(assessment) {
    const found = assessment.wall.layers.filter(isAirBarrier);
    if (found.length > 0)
      return {
        status: 'pass',
        title: say`Air barrier: ${found.map((layer) => layerName(assessment, layer)).join('; ')}`,
        reason: say`Any one of them serves, if its joints, edges and penetrations are sealed. Choose it, and test it before it is covered.`,
      };
    return {
      status: 'fail',
      title: say`No air barrier`,
      reason: say`No layer is airtight (at most ${measured('airPermeance', AIR_BARRIER_PERMEANCE)}). Leaking indoor air carries far more water into a wall than diffusion does.`,
    };
  },

  fixes: addMembrane,
};
