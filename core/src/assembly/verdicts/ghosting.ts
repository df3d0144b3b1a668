import type { Assessment } from '../assessment/index.ts';
import { measured, say } from '../../common/units/index.ts';
import { smallestOutsideInsulation } from './outside-insulation.ts';
import type { SectionRule } from './types.ts';
import { monthName } from './words.ts';

/** Stripes colder than the surface beside them by more than this gather dust, K: a working figure, no standard's. */
const VISIBLE = 3;

/** Warmest less coldest of the inner surface in the coldest month, K. */
function stripes({ wall, section }: Assessment): number {
  const { indoorTemperature, outdoorTemperature } = wall.months[wall.coldestMonth]!;
  const { temperature } = section.inner;
  return (
    (Math.max(...temperature) - Math.min(...temperature)) *
    Math.abs(indoorTemperature - outdoorTemperature)
  );
}

const even = (assessment: Assessment): boolean => stripes(assessment) <= VISIBLE;

/** Cold stripes on the inner face, where dust settles and draws the studs. */
export const ghosting: SectionRule = {
  id: 'ghosting',
  reads: 'section',

  judge(assessment) {
    const { wall } = assessment;
    if (wall.mainFrame === null) return null;
    const difference = measured('temperatureDifference', stripes(assessment));
    const month = monthName(wall.coldestMonth);
    if (even(assessment))
      return {
        status: 'pass',
        title: say`Stud lines stay within ${difference} of the wall beside them`,
        reason: say`Inner surface in ${month}. Stripes are to be expected from about ${measured('temperatureDifference', VISIBLE)}.`,
      };
    return {
      status: 'caution',
      title: say`Stud lines are ${difference} colder than the wall beside them`,
      reason: say`Inner surface in ${month}. From about ${measured('temperatureDifference', VISIBLE)} dust settles in stripes and draws the frame on the wall (ghosting).`,
    };
  },

  fixes: (context) => smallestOutsideInsulation(context, { whole: even }),
};
