import { AIR_BARRIER_PERMEANCE } from '../../physics/materials/index.ts';
import { measured, say } from '../../common/units/index.ts';
import { isAirBarrier } from '../../physics/build-up/index.ts';
import type { LayerRule } from './types.ts';
import { addMembrane } from './water-barrier.ts';
import { layerName } from './words.ts';

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
