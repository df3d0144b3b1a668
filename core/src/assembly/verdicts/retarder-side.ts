import type { Fix } from '../wall/index.ts';
import { LIBRARY, STANDARD } from '../../physics/materials/index.ts';
import { HUMID_DAY, innerPlaneOf } from '../../physics/steady-moisture/index.ts';
import { measured, say } from '../../common/units/index.ts';
import type { LayerAssessment } from '../assessment/index.ts';
import { humidAir } from './humid-air.ts';
import type { FixContext, LayerRule } from './types.ts';
import { layerName, lower, monthName } from './words.ts';

/** Monthly means closer than this to the outdoor dew point leave nothing for a humid week, K. */
const HUMID_WEEK = 3;

/** Climate zones where a class II retarder inside rots a wall as a class I one does. */
const HOTTEST = /^[012]/;

function finding(assessment: LayerAssessment): {
  status: 'fail' | 'caution' | 'pass';
  month: number;
  margin: number;
} | null {
  const plane = innerPlaneOf(assessment.wall);
  if (!plane) return null;
  // The hot season is the month in which least is left.
  const margin = Math.min(...plane.margin);
  const month = plane.margin.indexOf(margin);
  const tight = plane.class === 'I' || HOTTEST.test(assessment.wall.site.zone ?? '');
  const status =
    margin < HUMID_DAY
      ? tight
        ? 'fail'
        : 'caution'
      : plane.class === 'I' && margin < HUMID_WEEK
        ? 'caution'
        : 'pass';
  return { status, month, margin };
}

/** On the warm side, and no cold room left bare to vapor from outdoors. */
const onWarmSide = (assessment: LayerAssessment): boolean =>
  (finding(assessment)?.status ?? 'pass') === 'pass' &&
  humidAir.judge(assessment)?.status !== 'fail';

/** A retarder inside the frame in a climate where the house is cooled: there the inner side is the cold one. */
export const retarderSide: LayerRule = {
  id: 'retarder-side',
  reads: 'layers',

  judge(assessment) {
    const found = finding(assessment);
    if (!found) return null;
    const { status, month, margin } = found;
    const plane = innerPlaneOf(assessment.wall)!;
    const name = layerName(assessment, plane.layer);
    const where = say`In ${monthName(month)} its outer face is at ${measured('temperature', plane.temperature[month]!)}; outdoor air condenses below ${measured('temperature', plane.temperature[month]! - margin)}.`;
    const leaves =
      'Monthly means through the cavity, the layer as tight as it is while damp; sun on a wet cladding makes it worse.';
    if (status === 'pass')
      return {
        status,
        title: say`${name} stands on the warm side of this climate, by ${measured('temperatureDifference', margin)}`,
        reason: say`${where} ${leaves}`,
      };
    return {
      status,
      title:
        margin < HUMID_DAY
          ? say`${name} is on the cold side for this climate: it stops vapor from outdoors where it is cool`
          : say`${name} is close to the dew point of a humid summer week`,
      reason: say`${where} ${margin < 0 ? '' : say`Only ${measured('temperatureDifference', margin)} are left. `}Humid air from outside, by leaks or through the layers, wets its outer face, and nothing dries inward. ${leaves}`,
    };
  },

  fixes: (context) => [...takeOut(context), ...makeVariable(context)],
};

function takeOut({ assessment, attempt }: FixContext): Fix[] {
  const { layer } = innerPlaneOf(assessment.wall)!;
  if (layer.source.kind !== 'sheet' || layer.thickness > 0.003) return [];
  const fix = attempt(
    say`Take out ${lower(layerName(assessment, layer))}`,
    [{ type: 'removeLayer', id: layer.id }],
    { layers: onWarmSide },
  );
  return fix ? [fix] : [];
}

function makeVariable({ assessment, attempt }: FixContext): Fix[] {
  const { layer } = innerPlaneOf(assessment.wall)!;
  if (layer.source.kind !== 'sheet' || layer.thickness > 0.003) return [];
  const fix = attempt(
    say`Variable retarder instead of ${lower(layerName(assessment, layer))}`,
    [
      { type: 'setFill', id: layer.id, fill: STANDARD.variableRetarder },
      {
        type: 'setThickness',
        id: layer.id,
        thickness: LIBRARY[STANDARD.variableRetarder]!.thicknesses![0]!,
      },
    ],
    { layers: onWarmSide },
  );
  return fix ? [fix] : [];
}
