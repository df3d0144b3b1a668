import type { LayerAssessment } from '../assessment/index.ts';
import { say, type Message } from '../../common/units/index.ts';
import { codeSituation } from './code-path.ts';
import { meetsRetarderRow } from './code-retarder.ts';
import { bearable } from './monthly-condensation.ts';
import { staysAbove } from './sheathing-dew-point.ts';
import type { LayerRule } from './types.ts';
import { count } from './words.ts';

/** What each of the three checks says of a wall: whether it passes, and what it looks at. */
function answers(assessment: LayerAssessment): { name: string; ok: boolean; why: Message }[] {
  const { wall, moisture } = assessment;
  const months = moisture.condensingPlane!.margin.filter((margin) => margin < 0).length;
  const ratio = staysAbove(assessment);
  const monthly = bearable(assessment);
  const code = meetsRetarderRow(assessment);
  const situation = codeSituation(wall);
  return [
    {
      name: 'Ratio rule',
      ok: ratio,
      why: say`what leaking indoor air meets at the plane${ratio ? '' : `, too cold for ${count(months, 'month')}`}; it does not ask how much leaks`,
    },
    {
      name: 'Monthly method',
      ok: monthly,
      why: say`vapor diffusion only, with what condenses drying again; it knows no leaks`,
    },
    ...(code === null || situation.kind !== 'rows'
      ? []
      : [
          {
            name: `Code row (${situation.answer.edition}, zone ${situation.answer.zone})`,
            ok: code,
            why: say`retarder class and least outside R for a usual house; it knows neither this indoor humidity nor this month’s cold`,
          },
        ]),
  ];
}

const named = (found: readonly { name: string; ok: boolean }[], passed: boolean): string =>
  found
    .filter(({ ok }) => ok === passed)
    .map(({ name }) => name)
    .join(', ');

/** Where the ratio rule, the monthly method and the code row do not agree: which says what, and why. */
export const methodsDiffer: LayerRule = {
  id: 'methods-differ',
  reads: 'layers',

  judge(assessment) {
    if (!assessment.moisture.condensingPlane) return null;
    const found = answers(assessment);
    const passing = found.filter(({ ok }) => ok);
    if (passing.length === 0 || passing.length === found.length) return null;
    const list = found.flatMap(({ name, ok, why }) => [
      ...say`${name} ${ok ? 'passes' : 'fails'}: ${why}. `,
    ]);
    return {
      status: 'info',
      title: say`The checks disagree. Failed: ${named(found, false)}. Passed: ${named(found, true)}`,
      reason: say`${list}Each leaves something out; where they differ, the strictest that applies to this house decides.`,
    };
  },
};
