import { BRACKETS } from '../attachment/index.ts';
import type { Assessment } from '../assessment/index.ts';
import { tradeOf } from '../trade/index.ts';
import { measured, say } from '../../common/units/index.ts';
import type { PointBridge } from '../../physics/build-up/index.ts';
import type { SectionRule } from './types.ts';

/** Brackets that take more of the wall's R than this are a fault of the design. */
const TOO_MUCH = 0.4;

/** Share of its R that a wall loses to its point bridges, 0 to 1. */
const shareOf = ({ thermal }: Assessment): number =>
  thermal.corrections.pointBridges / thermal.effective.u;

const limitOf = ({ wall }: Assessment): number =>
  tradeOf(wall.file.attachment ?? {})('bridge-share');

/** What brackets, standoffs and clips take of the R. */
export const pointBridges: SectionRule = {
  id: 'point-bridges',
  reads: 'section',

  judge(assessment) {
    const { thermal, wall } = assessment;
    const added = thermal.corrections.pointBridges;
    if (added === 0) return null;
    const share = shareOf(assessment);
    const without = 1 / (thermal.effective.u - added);
    return {
      status: share >= TOO_MUCH ? 'fail' : share >= limitOf(assessment) ? 'caution' : 'pass',
      title: say`Brackets and clips take ${measured('share', share)} of the R-value`,
      reason: say`${measured('resistance', without)} without them, ${measured('resistance', thermal.effective.r)} with ${measured(
        'perArea',
        (wall.file.pointBridges ?? []).reduce((sum, one) => sum + one.perArea, 0),
      )}.`,
    };
  },

  /** Brackets that carry less heat, the smallest change first. */
  fixes({ assessment, attempt }) {
    const bridges = assessment.wall.file.pointBridges!;
    const worst = bridges.reduce((a, b) => (b.chi * b.perArea > a.chi * a.perArea ? b : a));
    const others = BRACKETS.filter(({ chi }) => chi < worst.chi).sort((a, b) => b.chi - a.chi);
    for (const { name, chi } of others) {
      const next: PointBridge[] = bridges.map((one) =>
        one === worst ? { ...one, name, chi } : one,
      );
      const fix = attempt(
        say`${name}, χ ${measured('pointTransmittance', chi)}`,
        [{ type: 'setPointBridges', pointBridges: next }],
        { whole: (after) => shareOf(after) < limitOf(after) },
      );
      if (fix) return [fix];
    }
    return [];
  },
};
