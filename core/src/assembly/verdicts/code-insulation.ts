import type { Assessment } from '../assessment/index.ts';
import { hasSteelStuds } from '../../physics/steady-heat/index.ts';
import type { CodeRows, InsulationOption } from '../../common/prescriptive/index.ts';
import { measured, say, type Message } from '../../common/units/index.ts';
import { cavityR, codeSituation, continuousR, governs } from './code-path.ts';
import { smallestOutsideInsulation } from './outside-insulation.ts';
import type { SectionRule } from './types.ts';

/** Labels are rounded: a rated R may lie this share below a row. */
const ROUNDING = 0.015;

/** By which of the rows a wall meets the code, or null. */
function metBy(assessment: Assessment, { options, u }: CodeRows): 'option' | 'u' | null {
  const { wall, thermal } = assessment;
  const cavity = cavityR(wall) * (1 + ROUNDING);
  const continuous = continuousR(wall) * (1 + ROUNDING);
  const wood = !hasSteelStuds(wall);
  if (wood && options?.some((option) => cavity >= option.cavity && continuous >= option.continuous))
    return 'option';
  return u !== undefined && thermal.effective.u <= u * (1 + 1e-9) ? 'u' : null;
}

const optionText = ({ cavity, continuous }: InsulationOption): Message =>
  continuous > 0
    ? say`${measured('resistance', cavity)} + ${measured('resistance', continuous)} outside`
    : say`${measured('resistance', cavity)}`;

function joined(options: readonly InsulationOption[]): Message {
  return options.flatMap((option, i) => [...(i > 0 ? [', '] : []), ...optionText(option)]);
}

/** The wall's insulation against the R-value rows and the U-factor of the zone. */
export const codeInsulation: SectionRule = {
  id: 'code-insulation',
  reads: 'section',

  judge(assessment) {
    const { wall, thermal } = assessment;
    const situation = codeSituation(wall);
    if (situation.kind !== 'rows' || wall.mainFrame === null) return null;
    const { answer } = situation;
    const { options, u } = answer.rows;
    if (!options && u === undefined) return null;
    const by = metBy(assessment, answer.rows);
    const has = say`Here ${measured('resistance', cavityR(wall))} in the cavities and ${measured('resistance', continuousR(wall))} outside by label, U ${measured('transmittance', thermal.effective.u)} with the framing.`;
    const asked = say`The rows: ${joined(options ?? [])}${u === undefined ? '' : say`; or U ${measured('transmittance', u)}`}.`;
    const source = governs(answer, 'IECC');
    if (by)
      return {
        status: 'pass',
        title: say`Meets the code’s ${by === 'option' ? 'R-value row' : 'U-factor'} for zone ${answer.zone}`,
        reason: say`${has} ${asked} ${source}`,
      };
    return {
      status: 'caution',
      title: say`Below the code’s insulation rows for zone ${answer.zone}`,
      reason: say`${has} ${asked} ${source}`,
    };
  },

  fixes(context) {
    const situation = codeSituation(context.assessment.wall);
    if (situation.kind !== 'rows') return [];
    const { rows } = situation.answer;
    return smallestOutsideInsulation(context, { whole: (after) => metBy(after, rows) !== null });
  },
};
