import type { LayerAssessment } from '../assess.ts';
import { dewPoint } from '../climate/index.ts';
import { cavityFaceTemperature } from '../heat/index.ts';
import { condensingPlaneIndex, hoursAtRisk, outsideShare } from '../moisture/index.ts';
import { measured, say } from '../units/index.ts';
import { smallestOutsideInsulation } from './outside-insulation.ts';
import type { LayerRule } from './types.ts';
import { count, layerName, monthName } from './words.ts';

/** A margin below this leaves nothing for a cold week or a wet house, K. */
const THIN = 1;

export const staysAbove = ({ moisture }: LayerAssessment): boolean =>
  moisture.condensingPlane !== null && moisture.condensingPlane.margin.every((m) => m >= 0);

/** How far the plane lies above the indoor dew point on the design day, K. */
function designMargin({ wall }: LayerAssessment): number {
  const plane = condensingPlaneIndex(wall)!;
  return (
    cavityFaceTemperature(wall, plane, wall.design) - dewPoint(wall.design.indoorVaporPressure)
  );
}

/** The condensing plane against the indoor dew point: what leaking indoor air would meet. */
export const sheathingDewPoint: LayerRule = {
  id: 'sheathing-dew-point',
  reads: 'layers',

  judge(assessment) {
    const { moisture, wall, worstMonth } = assessment;
    const plane = moisture.condensingPlane;
    if (!plane || worstMonth === null)
      return wall.mainFrame === null
        ? null
        : {
            status: 'info',
            title: say`No condensing plane`,
            reason: say`Nothing outside the frame slows vapor, so there is no plane on which leaking indoor air would collect.`,
          };
    const layer = wall.layers.find(({ id }) => id === plane.layer)!;
    const name = layerName(assessment, layer);
    const months = plane.margin.filter((margin) => margin < 0).length;
    const worst = plane.margin[worstMonth]!;
    const where = say`In ${monthName(worstMonth)} its inner face is at ${measured('temperature', plane.temperature[worstMonth]!)}; indoor air condenses below ${measured('temperature', moisture.indoorDewPoint[worstMonth]!)}.`;
    const share = outsideShare(wall, wall.months[worstMonth]!);
    const ratio = share
      ? say` ${measured('share', share.actual)} of R lies outside it, ${measured('share', share.needed)} would do in that month.`
      : '';
    const hours = hoursAtRisk(wall)!.reduce((sum, h) => sum + h, 0);
    const design = designMargin(assessment);
    const cold = say` ${measured('hours', hours)} of the year below it, estimated with daily and weekly swings; on the design day ${measured('temperatureDifference', Math.abs(design))} ${design < 0 ? 'below' : 'above'}.`;
    const leaves = say`Monthly means through the cavity, for air that leaks in.${cold}`;
    if (months > 0)
      return {
        status: 'fail',
        title: say`${name} is colder than the indoor dew point for ${count(months, 'month')}, by up to ${measured('temperatureDifference', -worst)}`,
        reason: say`${where}${ratio} ${leaves}`,
      };
    return {
      status: worst < THIN ? 'caution' : 'pass',
      title: say`${name} stays above the indoor dew point, by ${measured('temperatureDifference', worst)} at the least`,
      reason: say`${where} ${worst < THIN ? `Under ${THIN} K leaves nothing for a cold week.` : leaves}`,
    };
  },

  fixes: (context) => smallestOutsideInsulation(context, { layers: staysAbove }),
};
