import { assess, type Assessment } from '../assess.ts';
import { InputError } from '../errors.ts';
import type { Materials } from '../materials/index.ts';
import { applyCommands } from '../wall/index.ts';
import { airBarrier } from './air-barrier.ts';
import { claddingGap } from './cladding-gap.ts';
import { effectiveR } from './effective-r.ts';
import { framingLoss } from './framing-loss.ts';
import { layerOrder } from './layer-order.ts';
import { safety } from './safety.ts';
import { sheathingDewPoint } from './sheathing-dew-point.ts';
import { steelMethod } from './steel-method.ts';
import { thicknessLimit } from './thickness-limit.ts';
import {
  STATUS_ORDER,
  type Effect,
  type Fix,
  type FixContext,
  type Rule,
  type Status,
  type Verdict,
} from './types.ts';
import { vaporTrap } from './vapor-trap.ts';
import { waterBarrier } from './water-barrier.ts';

export { STATUS_ORDER, type Effect, type Fix, type Status, type Verdict } from './types.ts';
export { layerName, lower } from './words.ts';

/** In the order in which equals are shown. */
const RULES: readonly Rule[] = [
  layerOrder,
  sheathingDewPoint,
  vaporTrap,
  waterBarrier,
  airBarrier,
  claddingGap,
  effectiveR,
  thicknessLimit,
  framingLoss,
  steelMethod,
  safety,
];

/** What a fix must not make worse. Thickness and framing loss are trades that its effect shows. */
const GUARDED = RULES.filter((rule) => rule !== thicknessLimit && rule !== framingLoss);

const rank = (status: Status | undefined): number =>
  status === undefined || status === 'info' ? STATUS_ORDER.length : STATUS_ORDER.indexOf(status);

/** The deciding figures of an assessed wall. */
export function effectOf({ thermal, quantities, moisture, worstMonth }: Assessment): Effect {
  return {
    effectiveR: thermal.effective.r,
    thickness: quantities.thickness,
    worstMargin: worstMonth === null ? null : moisture.condensingPlane!.margin[worstMonth]!,
    cost: quantities.cost,
    carbon: quantities.carbon,
  };
}

/**
 * The verdicts on an assessed wall, worst first, each with the smallest computed changes that mend it.
 *
 * @param assessment from `assess`
 * @param materials the project's materials that `assess` was given
 */
export function verdictsOf(assessment: Assessment, materials: Materials = {}): Verdict[] {
  const found = findingsOf(assessment);
  const context = contextOf(assessment, materials);
  return found.map(({ rule, finding }) => ({
    id: rule.id,
    ...finding,
    fixes:
      rule.fixes && (finding.status === 'fail' || finding.status === 'caution')
        ? rule.fixes(context)
        : [],
  }));
}

/** The worst verdict of a wall, without looking for fixes. */
export function worstVerdict(assessment: Assessment): Omit<Verdict, 'fixes'> {
  const { rule, finding } = findingsOf(assessment)[0]!;
  return { id: rule.id, ...finding };
}

function findingsOf(assessment: Assessment) {
  return RULES.flatMap((rule) => {
    const finding = rule.judge(assessment);
    return finding ? [{ rule, finding }] : [];
  }).sort(
    (a, b) => STATUS_ORDER.indexOf(a.finding.status) - STATUS_ORDER.indexOf(b.finding.status),
  );
}

function contextOf(assessment: Assessment, materials: Materials): FixContext {
  const before = new Map(GUARDED.map((rule) => [rule, rank(rule.judge(assessment)?.status)]));
  return {
    assessment,
    materials,
    attempt: (label, commands, satisfied): Fix | null => {
      let after: Assessment;
      try {
        after = assess(applyCommands(assessment.wall.file, commands), materials);
      } catch (error) {
        if (error instanceof InputError) return null;
        throw error;
      }
      if (!satisfied(after)) return null;
      for (const [rule, was] of before) if (rank(rule.judge(after)?.status) < was) return null;
      return { label, commands, effect: effectOf(after) };
    },
  };
}
