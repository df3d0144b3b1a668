import { claddingNeeds, STANDARD } from '../../physics/materials/index.ts';
import { say } from '../../common/units/index.ts';
import type { Fix } from '../wall/index.ts';
import { waterBarriers } from '../../physics/build-up/index.ts';
import { addSheet } from './add-sheet.ts';
import type { FixContext, LayerRule } from './types.ts';
import { layerName } from './words.ts';

/** The membrane a missing control layer is added as: vapor-open, so that it takes nothing from drying. */
const BARRIER = STANDARD.openMembrane;

/** Whether a water-resistive barrier stands outside the frame. */
export const waterBarrier: LayerRule = {
  id: 'water-barrier',
  reads: 'layers',

  judge(assessment) {
    const found = waterBarriers(assessment.wall);
    if (found.length > 0)
      return {
        status: 'pass',
        get title() {
          return say`Water barrier: ${found.map((layer) => layerName(assessment, layer)).join('; ')}`;
        },
        reason: say`It works lapped shingle-fashion or sealed, with flashing at every opening. Boards count only taped as their maker says.`,
      };
    const render = assessment.wall.layers.at(-1);
    if (render?.fillId && claddingNeeds(render.fillId)?.id === 'mineral-render-system')
      return {
        status: 'caution',
        title: say`${layerName(assessment, render)} is the only rain barrier`,
        reason: say`A render system on insulation may keep rain out by itself, as its maker has tested it, every joint and window sealed. Nothing stands behind it.`,
      };
    if (assessment.wall.mainFrame === null)
      return {
        status: 'info',
        title: say`No water barrier, and no frame that asks for one`,
        reason: say`Masonry and solid walls keep rain out by their mass or their cladding; see the run of years.`,
      };
    return {
      status: 'fail',
      title: say`No water barrier outside the frame`,
      reason: say`Every cladding leaks somewhere. Without a water-resistive barrier the rain that passes it reaches sheathing and studs.`,
    };
  },

  fixes: addMembrane,
};

/** A vapor-open membrane where it belongs: at the sheathing. */
export function addMembrane(context: FixContext): Fix[] {
  return addSheet(context, BARRIER, say`Add a vapor-open membrane at the sheathing`, {
    layers: (after) => waterBarriers(after.wall).length > 0,
  });
}
