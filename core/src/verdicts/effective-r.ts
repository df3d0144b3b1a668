import type { Assessment } from '../assess.ts';
import { measured, say } from '../units/index.ts';
import { smallestOutsideInsulation } from './outside-insulation.ts';
import type { Rule } from './types.ts';

const METHOD = {
  combined: 'the combined method of EN ISO 6946',
  parallelPath: 'parallel path',
} as const;

const reaches = ({ thermal, wall }: Assessment): boolean =>
  thermal.effective.r >= (wall.file.targets?.r ?? 0);

/** Effective R against the brief's target. */
export const effectiveR: Rule = {
  id: 'effective-r',

  judge(assessment) {
    const { effective, cavityPath } = assessment.thermal;
    const target = assessment.wall.file.targets?.r;
    const r = measured('resistance', effective.r);
    const how = say`By ${METHOD[effective.method]}; ${measured('resistance', cavityPath.r)} through the cavity alone.`;
    if (target === undefined)
      return { status: 'info', title: say`Effective ${r}, no target set`, reason: how };
    if (reaches(assessment))
      return {
        status: 'pass',
        title: say`Effective ${r} meets the target of ${measured('resistance', target)}`,
        reason: how,
      };
    return {
      status: 'fail',
      title: say`Effective ${r} misses the target of ${measured('resistance', target)}`,
      reason: say`${measured('resistance', target - effective.r)} short. ${how}`,
    };
  },

  fixes: (context) => smallestOutsideInsulation(context, reaches),
};
