import type { Assessment, LayerAssessment } from '../assessment/index.ts';
import { say } from '../../common/units/index.ts';
import {
  claddingGap,
  humidAir,
  innerSurface,
  layerOrder,
  monthlyCondensation,
  retarderSide,
  vaporTrap,
  waterBarrier,
  type Finding,
  type LayerRule,
} from '../verdicts/index.ts';
import { moistureOf } from './in-parts.ts';
import type { Decision } from './types.ts';

/** What fails a wall by itself, whatever else is said of it; the first of them that fails decides. */
const FROM_LAYERS = [
  layerOrder,
  waterBarrier,
  vaporTrap,
  retarderSide,
  humidAir,
  monthlyCondensation,
  claddingGap,
] as const;

/** What happens inside a wall, for which a composite sheet is its parts. */
const INSIDE: ReadonlySet<LayerRule> = new Set([
  vaporTrap,
  retarderSide,
  humidAir,
  monthlyCondensation,
]);

/** What a rule finds of a wall for its judgment. */
export const findingOf = (rule: LayerRule, assessment: LayerAssessment): Finding | null =>
  rule.judge(INSIDE.has(rule) ? moistureOf(assessment) : assessment);

const decided = (id: string, { title }: Finding): Decision => ({
  moisture: 'fail',
  decides: { id, text: say`${title}.` },
  relies: [],
});

/** What rules have found of a wall, by their ids. */
export type Found = Map<string, Finding | null>;

/** What runs answer better: wood shut in, and vapor from outdoors. */
export const ANSWERED_BY_RUNS: readonly string[] = [vaporTrap.id, humidAir.id];

/**
 * What decides alone.
 *
 * @param spared ids of rules that an hourly run has answered
 * @param found takes what the rules find, for others to look at
 * @returns null where nothing does
 */
export function decidesAlone(
  assessment: LayerAssessment,
  spared: readonly string[] = [],
  found?: Found,
): Decision | null {
  for (const rule of FROM_LAYERS) {
    if (spared.includes(rule.id)) continue;
    const finding = findingOf(rule, assessment);
    found?.set(rule.id, finding);
    if (finding?.status === 'fail') return decided(rule.id, finding);
  }
  return null;
}

/** The inner surface, which needs the section. */
export function surfaceDecides(assessment: Assessment): Decision | null {
  const finding = innerSurface.judge(assessment);
  return finding?.status === 'fail' ? decided(innerSurface.id, finding) : null;
}
