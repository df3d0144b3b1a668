import { framedR, hasSteelStuds } from '../heat/index.ts';
import { measured, say } from '../units/index.ts';
import { memberShare } from '../wall/index.ts';
import type { SectionRule } from './types.ts';
import { mainLayers, widerStuds } from './wider-studs.ts';

/** Above this share of the cavity path's R the loss deserves a look: a usual lean wood frame without outside insulation. */
const NOTABLE = 0.1;

/** What the frame takes of the insulation's R. Steel has a rule of its own. */
export const framingLoss: SectionRule = {
  id: 'framing-loss',
  reads: 'section',

  judge({ framingLoss: loss, thermal, wall }) {
    if (wall.mainFrame === null || hasSteelStuds(wall)) return null;
    const factor = memberShare(mainLayers(wall.file.layers, wall.mainFrame)[0]!);
    return {
      status: loss > NOTABLE ? 'caution' : 'pass',
      title: say`Framing takes ${measured('share', loss)} of the R-value`,
      reason: say`${measured('resistance', thermal.cavityPath.r)} through the cavity, ${measured('resistance', framedR(thermal))} with a framing factor of ${measured('share', factor)}.`,
    };
  },

  fixes: widerStuds,
};
