import type { Assessment } from '../assessment/index.ts';
import { hasSteelStuds, publishedSteel } from '../../physics/steady-heat/index.ts';
import { measured, say, type Message } from '../../common/units/index.ts';
import { outsideBoard } from '../../physics/build-up/index.ts';
import { smallestOutsideInsulation } from './outside-insulation.ts';
import type { SectionRule } from './types.ts';
import { widerStuds } from './wider-studs.ts';

/** Above these shares of the cavity path's R steel takes too much: working figures, no code's. */
const NOTABLE = 0.3;
const TOO_MUCH = 0.5;

const bearable = ({ framingLoss }: Assessment): boolean => framingLoss <= NOTABLE;

/** The codes' table of steel walls, where it has a row for this one. */
function beside({ wall, thermal }: Assessment): Message | string {
  const steel = publishedSteel(wall, thermal);
  return steel
    ? say` Studs and fill together: ${measured('resistance', steel.computed)} by the clear section, ${measured('resistance', steel.published)} in the codes' table for steel, which folds in tracks and workmanship.`
    : '';
}

/** Steel studs without enough insulation outside of them. */
export const steelFrame: SectionRule = {
  id: 'steel-frame',
  reads: 'section',

  judge(assessment) {
    const { wall, thermal, framingLoss } = assessment;
    if (!hasSteelStuds(wall)) return null;
    const board = outsideBoard(assessment.wall);
    const outside = board
      ? say`${measured('resistance', thermal.layers[board.index]!.resistance)} of board outside them`
      : say`no insulation outside them`;
    const through = say`${measured('resistance', thermal.cavityPath.r)} through the cavity, ${measured('resistance', thermal.section.r)} with the studs, ${outside}.`;
    if (bearable(assessment))
      return {
        status: 'pass',
        title: say`The steel studs take ${measured('share', framingLoss)} of the R-value`,
        reason: say`${through}${beside(assessment)}`,
      };
    return {
      status: framingLoss > TOO_MUCH ? 'fail' : 'caution',
      title: say`The steel studs take ${measured('share', framingLoss)} of the R-value: too little insulation outside`,
      reason: say`${through} Web and flanges carry heat past the fill; more fill between the studs hardly helps, insulation outside does.${beside(assessment)}`,
    };
  },

  fixes: (context) => [
    ...smallestOutsideInsulation(context, { whole: bearable }),
    ...widerStuds(context),
  ],
};
