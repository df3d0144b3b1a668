import { framedR, hasSteelStuds } from '../../physics/steady-heat/index.ts';
import { measured, say } from '../../common/units/index.ts';
import { memberShare } from '../../physics/build-up/index.ts';
import type { SectionRule } from './types.ts';
import { mainLayers, widerStuds } from './wider-studs.ts';

/** Shares of the cavity path's R: a lean wood frame takes more than the first, more than the second is too much. */
const NOTABLE = 0.1;
const MUCH = 0.3;

/** What the frame takes of the insulation's R. Steel has a rule of its own. */
export const framingLoss: SectionRule = {
  id: 'framing-loss',
  reads: 'section',

  judge({ framingLoss: loss, thermal, wall }) {
    if (wall.mainFrame === null || hasSteelStuds(wall)) return null;
    const factor = memberShare(mainLayers(wall.file.layers, wall.mainFrame)[0]!);
    return {
      status: loss > MUCH ? 'caution' : loss > NOTABLE ? 'info' : 'pass',
      title: say`Framing takes ${measured('share', loss)} of the R-value`,
      reason: say`${measured('resistance', thermal.cavityPath.r)} through the cavity, ${measured('resistance', framedR(thermal))} with a framing factor of ${measured('share', factor)}.`,
    };
  },

  fixes: widerStuds,
};
