import type { Assessment } from '../assessment/index.ts';
import { basisOf } from '../../physics/materials/index.ts';
import { measured, say } from '../../common/units/index.ts';
import { smallestOutsideInsulation } from './outside-insulation.ts';
import type { SectionRule } from './types.ts';

const METHOD = {
  section: 'the solved section, clear of plates and headers',
  wholeWall: 'the solved section with plates, headers and corners',
} as const;

/** Materials that count with another than their design value: said in every result. */
function bases({ wall }: Assessment): string {
  const stated = new Set(
    wall.layers.flatMap(({ fill }) =>
      fill && basisOf(fill) !== 'design'
        ? [` Taken at its ${basisOf(fill)} value: ${fill.name}.`]
        : [],
    ),
  );
  return [...stated].join('');
}

const reaches = ({ thermal, wall }: Assessment): boolean =>
  thermal.effective.r >= (wall.file.targets?.r ?? 0);

/** Effective R against the brief's target. */
export const effectiveR: SectionRule = {
  id: 'effective-r',
  reads: 'section',

  judge(assessment) {
    const { effective, cavityPath, section } = assessment.thermal;
    const target = assessment.wall.file.targets?.r;
    const r = measured('resistance', effective.r);
    const how = say`By ${METHOD[effective.method]}; ${measured('resistance', cavityPath.r)} through the cavity alone.${section.ended === 'budget' ? say` The grid reached its most cells: within about ${measured('fineShare', section.change)}.` : ''}${bases(assessment)}`;
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

  fixes: (context) => smallestOutsideInsulation(context, { whole: reaches }),
};
