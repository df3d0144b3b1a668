import { STANDARD } from '../../physics/materials/index.ts';
import { measured, say } from '../../common/units/index.ts';
import type { Fix } from '../wall/index.ts';
import {
  finishOnBoards,
  isAdhered,
  massMasonry,
  waterBarriers,
  waterLine,
  type ResolvedLayer,
} from '../../physics/build-up/index.ts';
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
    const { wall } = assessment;
    const line = waterLine(wall);
    const name = line && layerName(assessment, line);
    if (line && line.id === massMasonry(wall)?.id)
      return {
        status: 'pass',
        title: say`${name!} keeps rain out by its mass`,
        reason: say`Masonry of two leaves or ${measured('length', 0.2)} takes up rain and gives it off again. It is judged by frost, by its inner face and by the ends of beams that rest in it.`,
      };
    if (line && line.id === finishOnBoards(wall)?.id && wall.mainFrame !== null)
      return {
        status: 'caution',
        title: say`${name!} is the only rain barrier`,
        reason: say`A finish on insulation may keep rain out by itself, as its maker has tested it, every joint and window sealed. Nothing stands behind it.`,
      };
    if (line)
      return {
        status: 'pass',
        // Composed where somebody reads it.
        get title() {
          const others = waterBarriers(wall).filter(({ id }) => id !== line.id);
          return say`Water barrier: ${[line, ...others].map((layer) => layerName(assessment, layer)).join('; ')}`;
        },
        reason: say`It works lapped shingle-fashion or sealed, with flashing at every opening. Boards count only taped as their maker says. ${holeText(line)}`,
      };
    if (wall.mainFrame === null)
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

/** What a hole in it comes to. */
const holeText = (line: ResolvedLayer): string =>
  isAdhered(line)
    ? 'It sticks to what is behind it: a hole wets its own place.'
    : 'It hangs loose: what gets in at a hole runs behind it and shows somewhere else.';

/** A vapor-open membrane where it belongs: at the sheathing. */
export function addMembrane(context: FixContext): Fix[] {
  return addSheet(context, BARRIER, say`Add a vapor-open membrane at the sheathing`, {
    layers: (after) => waterBarriers(after.wall).length > 0,
  });
}
