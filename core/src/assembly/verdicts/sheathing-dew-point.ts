import type { LayerAssessment } from '../assessment/index.ts';
import { dewPoint } from '../../physics/climate/index.ts';
import { cavityFaceTemperature } from '../../physics/steady-heat/index.ts';
import {
  condensingPlaneIndex,
  hoursAtRisk,
  leakAtFifty,
  leakCondensation,
  outsideShare,
  safeHumidities,
} from '../../physics/steady-moisture/index.ts';
import { measured, say, type Message } from '../../common/units/index.ts';
import type { ResolvedWall } from '../../physics/build-up/index.ts';
import type { LayerRule } from './types.ts';
import { count, layerName, monthName, pressureText } from './words.ts';

export const staysAbove = ({ moisture }: LayerAssessment): boolean =>
  moisture.condensingPlane !== null && moisture.condensingPlane.margin.every((m) => m >= 0);

/** How far the plane lies above the indoor dew point on the design day, K. */
function designMargin({ wall }: LayerAssessment): number {
  const plane = condensingPlaneIndex(wall)!;
  return (
    cavityFaceTemperature(wall, plane, wall.design) - dewPoint(wall.design.indoorVaporPressure)
  );
}

/** The condensing plane against the indoor dew point: what leaking indoor air would meet. It explains, the judgment decides. */
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
        status: 'info',
        title: say`${name} is colder than the indoor dew point for ${count(months, 'month')}, by up to ${measured('temperatureDifference', -worst)}`,
        reason: say`${where}${ratio} ${leaves}${leaking(wall)}${bearing(wall, worstMonth)}`,
      };
    return {
      status: 'pass',
      title: say`${name} stays above the indoor dew point, by ${measured('temperatureDifference', worst)} at the least`,
      reason: say`${where} ${leaves}${bearing(wall, worstMonth)}`,
    };
  },
};

/** What the usual leak of a house would leave there in a winter. */
function leaking(wall: ResolvedWall): Message {
  const stated = wall.file.airtightness;
  const q50 = leakAtFifty(stated);
  const total = leakCondensation(wall, q50)!.reduce((sum, amount) => sum + amount, 0);
  return say` Indoor air that the stack${wall.file.pressure ? say` and fans of ${pressureText(wall.file.pressure)}` : ''} drive${wall.file.pressure ? '' : 's'} there at ${measured('leakAtFifty', q50)}${stated ? '' : ', assumed,'} would leave ${measured('waterPerArea', total)} in a winter, an upper estimate.`;
}

/** The indoor humidity at which the plane would just stay dry. */
function bearing(wall: ResolvedWall, month: number): Message {
  return say` It would stay above up to ${measured('relativeHumidity', safeHumidities(wall)![month]!)} RH indoors that month.`;
}
