import {
  assessLayers,
  designSection,
  withSection,
  type Assessment,
  type LayerAssessment,
} from '../assessment/index.ts';
import { InputError } from '../../common/errors.ts';
import type { Materials } from '../../physics/materials/index.ts';
import { applyCommands, type Command, type Effect } from '../wall/index.ts';
import { airBarrier } from './air-barrier.ts';
import { attachment } from './attachment.ts';
import { claddingSystemRule } from './cladding-system.ts';
import { codeInsulation } from './code-insulation.ts';
import { codeRetarder } from './code-retarder.ts';
import { methodsDiffer } from './methods-differ.ts';
import { humidAir } from './humid-air.ts';
import { retarderSide } from './retarder-side.ts';
import { sheathingMoistureRule } from './sheathing-moisture.ts';
import { sunDriven } from './sun-driven.ts';
import { claddingGap } from './cladding-gap.ts';
import { effectiveR } from './effective-r.ts';
import { finishThickness } from './finish-thickness.ts';
import { framingLoss as framingLossRule } from './framing-loss.ts';
import { ghosting } from './ghosting.ts';
import { innerSurface } from './inner-surface.ts';
import { insulationDrainage } from './insulation-drainage.ts';
import { massMasonryRule } from './mass-masonry.ts';
import { layerOrder } from './layer-order.ts';
import { safety } from './safety.ts';
import { pointBridges } from './point-bridges.ts';
import { sheathingDewPoint } from './sheathing-dew-point.ts';
import { monthlyCondensation } from './monthly-condensation.ts';
import { steelFrame } from './steel-frame.ts';
import { thicknessLimit } from './thickness-limit.ts';
import {
  STATUS_ORDER,
  type Finding,
  type FixContext,
  type Rule,
  type Status,
  type Verdict,
} from './types.ts';
import { vaporTrap } from './vapor-trap.ts';
import { ifVaporWereSaid, vaporUnsaid } from './vapor-unsaid.ts';
import { waterBarrier } from './water-barrier.ts';

export {
  STATUS_ORDER,
  type Finding,
  type FixContext,
  type LayerRule,
  type Status,
  type Verdict,
} from './types.ts';
export { continuousR, usualCode } from './code-path.ts';
export { codeSituation } from './code-path.ts';
export { innerRetarder, retarderRow } from './code-retarder.ts';
export { humidAir, leaksIn } from './humid-air.ts';
export { innerSurface, worstSurfaceMonth } from './inner-surface.ts';
export { layerOrder } from './layer-order.ts';
export { claddingGap, gapLayer, undrained } from './cladding-gap.ts';
export { bearable, monthlyCondensation } from './monthly-condensation.ts';
export { addedBoards, MAX_OUTSIDE, thickenedBoard } from './outside-insulation.ts';
export { massMasonryRule } from './mass-masonry.ts';
export { retarderSide } from './retarder-side.ts';
export { sunDriven } from './sun-driven.ts';
export { shutInWood, vaporTrap } from './vapor-trap.ts';
export { ifVaporWereSaid, unsaidNames, vaporUnsaid } from './vapor-unsaid.ts';
export { waterBarrier } from './water-barrier.ts';
export { layerName } from './words.ts';
export { widerStudsOf } from './wider-studs.ts';

/** In the order in which equals are shown. */
const RULES: readonly Rule[] = [
  vaporUnsaid,
  layerOrder,
  sheathingDewPoint,
  monthlyCondensation,
  retarderSide,
  humidAir,
  vaporTrap,
  sheathingMoistureRule,
  sunDriven,
  innerSurface,
  codeRetarder,
  codeInsulation,
  methodsDiffer,
  waterBarrier,
  airBarrier,
  claddingGap,
  claddingSystemRule,
  finishThickness,
  insulationDrainage,
  massMasonryRule,
  attachment,
  pointBridges,
  effectiveR,
  steelFrame,
  thicknessLimit,
  framingLossRule,
  ghosting,
  safety,
];

/** What a fix may make worse: trades that its effect or the next verdict shows. */
const TRADES: readonly Rule[] = [thicknessLimit, framingLossRule, insulationDrainage, attachment];
const GUARDED = RULES.filter((rule) => !TRADES.includes(rule));

/** How bad a status is for a guard: a note and a pass are equally good. */
const rank = (status: Status | undefined): number =>
  status === 'fail' ? 0 : status === 'caution' ? 1 : 2;

/** The deciding figures of an assessed wall. */
export function effectOf({
  thermal,
  framingLoss,
  quantities,
  moisture,
  worstMonth,
}: Assessment): Effect {
  return {
    effectiveR: thermal.effective.r,
    framingLoss,
    thickness: quantities.thickness,
    worstMargin: worstMonth === null ? null : moisture.condensingPlane!.margin[worstMonth]!,
    cost: quantities.cost,
    carbon: quantities.carbon,
  };
}

/**
 * The verdicts on an assessed wall, worst first, each with the smallest computed fixes. A generator that
 * yields before each search, so that a caller can stop in between.
 *
 * @param assessment from `assess`
 * @param materials the project's materials that `assess` was given
 * @param allowed whether a changed wall may be offered at all
 */
export function* verdictSteps(
  assessment: Assessment,
  materials: Materials = {},
  allowed: (after: Assessment) => boolean = () => true,
): Generator<undefined, Verdict[]> {
  const context = fixContext(assessment, materials, allowed);
  const verdicts: Verdict[] = [];
  for (const { rule, finding } of findingsOf(assessment)) {
    const fixable = rule.fixes && (finding.status === 'fail' || finding.status === 'caution');
    if (fixable) yield;
    verdicts.push({ id: rule.id, ...finding, fixes: fixable ? rule.fixes!(context) : [] });
  }
  return verdicts;
}

/** `verdictSteps` in one go. */
export function verdictsOf(...asked: Parameters<typeof verdictSteps>): Verdict[] {
  const steps = verdictSteps(...asked);
  let step = steps.next();
  while (!step.done) step = steps.next();
  return step.value;
}

/** The worst that the rules find of an assessed wall, without looking for changes; null where they say nothing. */
export function worstFinding(assessment: Assessment): Finding | null {
  return findingsOf(assessment)[0]?.finding ?? null;
}

/** What the rules find, worst first; of a vapor figure that nobody has said, only what holds whatever it is. */
function findingsOf(assessment: Assessment) {
  const [first, ...others] = ifVaporWereSaid(assessment);
  return RULES.flatMap((rule) => {
    const finding = rule.judge(rule === vaporUnsaid ? assessment : first!);
    const holds = others.every((other) => rule.judge(other)?.status === finding?.status);
    return finding && (holds || rule === vaporUnsaid) ? [{ rule, finding }] : [];
  }).sort(
    (a, b) => STATUS_ORDER.indexOf(a.finding.status) - STATUS_ORDER.indexOf(b.finding.status),
  );
}

/** A changed wall, of which no more is computed than is asked for. */
interface Trial {
  layers: LayerAssessment;
  whole: () => Assessment;
}

/** What a search for changes of a wall may ask. */
export function fixContext(
  assessment: Assessment,
  materials: Materials,
  allowed: (after: Assessment) => boolean = () => true,
): FixContext {
  const before = new Map(GUARDED.map((rule) => [rule, rank(rule.judge(assessment)?.status)]));
  const trials = new Map<string, Trial | null>();

  function trial(commands: Command[]): Trial | null {
    const key = JSON.stringify(commands);
    let found = trials.get(key);
    if (found === undefined) {
      found = orNull(() => {
        const layers = assessLayers(applyCommands(assessment.wall.file, commands), materials);
        let whole: Assessment | null = null;
        return {
          layers,
          whole: () => (whole ??= withSection(layers, designSection(layers.wall, false))),
        };
      });
      trials.set(key, found);
    }
    return found;
  }

  const noneWorse = (after: Trial, reads: Rule['reads']): boolean =>
    [...before].every(
      ([rule, was]) =>
        rule.reads !== reads ||
        rank(
          (rule.reads === 'layers' ? rule.judge(after.layers) : rule.judge(after.whole()))?.status,
        ) >= was,
    );

  return {
    assessment,
    materials,
    assessAfter: (commands) => orNull(() => trial(commands)?.whole() ?? null),
    attempt: (label, commands, { layers, whole }) =>
      orNull(() => {
        const after = trial(commands);
        if (!after || layers?.(after.layers) === false || !noneWorse(after, 'layers')) return null;
        if (whole?.(after.whole()) === false || !noneWorse(after, 'section')) return null;
        if (!allowed(after.whole())) return null;
        return { label, commands, effect: effectOf(after.whole()) };
      }),
  };
}

/** What a trial gives, or null where it is no wall that can be computed. */
function orNull<T>(work: () => T | null): T | null {
  try {
    return work();
  } catch (error) {
    if (error instanceof InputError) return null;
    throw error;
  }
}
