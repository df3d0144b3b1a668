import type { Assessment } from '../assessment/index.ts';
import { saturationPressure } from '../../physics/climate/index.ts';
import { moldFactorOf } from '../../physics/steady-heat/index.ts';
import {
  fromFactor,
  moldHumidity,
  moldLimit,
  surfaceLimit,
} from '../../physics/steady-moisture/index.ts';
import { measured, say } from '../../common/units/index.ts';
import type { Conditions, ResolvedWall } from '../../physics/build-up/index.ts';
import { smallestOutsideInsulation } from './outside-insulation.ts';
import type { SectionRule } from './types.ts';
import { monthName } from './words.ts';

/** A month and what its coldest inner surface has to spare against mold, K. */
interface SurfaceMonth {
  month: number;
  margin: number;
}

/**
 * The month, of those in which the house is warmer than outdoors, with the least to spare against mold.
 *
 * @param factor temperature factor of the coldest surface, of `moldFactorOf`
 * @returns null where it is never warmer indoors
 */
export function worstSurfaceMonth({ months }: ResolvedWall, factor: number): SurfaceMonth | null {
  let worst: SurfaceMonth | null = null;
  months.forEach((conditions, month) => {
    if (conditions.outdoorTemperature >= conditions.indoorTemperature) return;
    const margin = fromFactor(conditions, factor) - moldLimit(conditions);
    if (!worst || margin < worst.margin) worst = { month, margin };
  });
  return worst;
}

const worstMonth = ({ wall, section }: Assessment): SurfaceMonth | null =>
  worstSurfaceMonth(wall, moldFactorOf(section));

/** How far the coldest surface lies above the indoor dew point on the design day, K. */
function designMargin({ wall, thermal }: Assessment): number {
  return fromFactor(wall.design, thermal.section.temperatureFactor) - surfaceLimit(wall.design, 1);
}

const staysDry = (assessment: Assessment): boolean =>
  (worstMonth(assessment)?.margin ?? 0) >= 0 && designMargin(assessment) >= 0;

/** The highest indoor humidity at which no mold grows on the surface, 0 to 1. */
function safeHumidity(conditions: Conditions, factor: number): number {
  const surface = fromFactor(conditions, factor);
  return Math.min(
    1,
    (moldHumidity(conditions, surface) * saturationPressure(surface)) /
      saturationPressure(conditions.indoorTemperature),
  );
}

/** Mold and condensation on the coldest inner surface, at the humidity of the brief. */
export const innerSurface: SectionRule = {
  id: 'inner-surface',
  reads: 'section',

  judge(assessment) {
    const { wall, section } = assessment;
    const worst = worstMonth(assessment);
    if (!worst) return null;
    const conditions = wall.months[worst.month]!;
    const surface = measured('temperature', fromFactor(conditions, moldFactorOf(section)));
    const limit = moldLimit(conditions);
    const safe = measured('share', safeHumidity(conditions, moldFactorOf(section)));
    const where = say`In ${monthName(worst.month)} the coldest spot, behind furniture or in a corner (R_si 0.25), is at ${surface}; indoor air reaches ${measured('share', moldHumidity(conditions, limit))} humidity there below ${measured('temperature', limit)}. Safe up to ${safe} indoors that month.`;
    if (worst.margin < 0)
      return {
        status: 'fail',
        title: say`Mold can grow on the inner surface: ${measured('temperatureDifference', -worst.margin)} too cold in ${monthName(worst.month)}`,
        reason: say`${where} Mold is a matter of health. EN ISO 13788, 5.3.`,
      };
    const design = designMargin(assessment);
    if (design < 0)
      return {
        status: 'caution',
        title: say`The inner surface sweats on the design day, by ${measured('temperatureDifference', -design)}`,
        reason: say`Its coldest spot falls below the indoor dew point then. ${where}`,
      };
    return {
      status: 'pass',
      title: say`The inner surface stays clear of mold, by ${measured('temperatureDifference', worst.margin)}`,
      reason: say`${where} EN ISO 13788, 5.3: monthly means, plain wall; corners, floor edges and windows are colder.`,
    };
  },

  fixes: (context) => smallestOutsideInsulation(context, { whole: staysDry }),
};
