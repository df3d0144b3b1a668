import { tradeOf } from '../../assembly/trade/index.ts';
import { measured, say } from '../../common/units/index.ts';
import {
  check,
  claddingChecks,
  draftsOf,
  GOODS,
  goodsCheck,
  surveyChecks,
  woodLimit,
  type CheckContext,
  type Draft,
} from './check-texts.ts';
import { nextOutside, outsideOf } from './clocks.ts';
import type { GraphStep } from './graph.ts';
import type { CheckResult, SiteCheck } from './types.ts';

/**
 * Whether what was measured lies within a check's tolerance. A least or a most is kept by its value alone: the moisture of
 * wood and water that stays are the less the better, bites and keep-outs the more.
 *
 * @param measured in the unit of the check
 * @returns null for a check without a number
 */
export function withinCheck(
  { value, tolerance, unit, id }: Pick<SiteCheck, 'value' | 'tolerance' | 'unit' | 'id'>,
  measured: number,
): boolean | null {
  if (value === null) return null;
  const slack = (tolerance ?? 0) + 1e-9;
  if (unit === 'kg/kg' || unit === 'share retained' || unit?.startsWith('m³'))
    return measured <= value + slack;
  if (/\/(bite|keep-outs|holes|laps|pan)$/.test(id)) return measured >= value - slack;
  if (/\/joints$/.test(id)) return measured <= value + slack;
  return Math.abs(measured - value) <= slack;
}

/** What was found at a check where something was measured. @param measured in the unit of the check */
export const measuredResult = (
  check: Pick<SiteCheck, 'value' | 'tolerance' | 'unit' | 'id'>,
  measured: number,
): CheckResult => (withinCheck(check, measured) ? 'pass' : 'fail');

/**
 * The checks of an elevation, each before the step that hides what it looks at.
 *
 * @param steps of the elevation
 */
export function checksOf(steps: readonly GraphStep[], context: CheckContext): SiteCheck[] {
  const trade = tradeOf(context.house);
  const outside = outsideOf(steps);
  const one = (family: string): GraphStep | undefined =>
    steps.find((step) => step.family === family);
  const windows = one('windows');
  const fill = one('cavity-fill');
  const finish = one('inner-finish');
  const inner = one('air-barrier-inside') ?? finish;
  const cladding = one('cladding');
  const hides = (step: GraphStep): GraphStep | undefined => {
    switch (step.family) {
      case 'framing':
        return outside[0] ?? fill ?? inner;
      case 'racking-inside':
        return fill ?? inner;
      case 'windows':
        return (
          outside.find(
            ({ family, after }) =>
              family === 'insulation' && after.some((other) => other.step === windows?.id),
          ) ?? cladding
        );
      case 'services':
        return fill ?? inner;
      case 'cavity-fill':
        return inner;
      case 'airtightness-test':
        return context.choices.airtightness === 'before-cover' ? inner : finish;
      case 'air-barrier-inside':
        return finish;
      default:
        return nextOutside(outside, step).next ?? undefined;
    }
  };
  const place = (
    step: GraphStep,
    { name, ...text }: Draft,
    before: GraphStep | undefined,
  ): SiteCheck => ({
    id: `${step.id}/${name}`,
    step: step.id,
    before: before?.id ?? null,
    ...text,
  });
  const checks = steps.flatMap((step) =>
    draftsOf(step, context).map((draft) => place(step, draft, hides(step))),
  );
  const framing = one('framing');
  const wood = framing?.layers.some(({ member }) => member && member.material.category !== 'metal');
  const closing = fill ?? inner;
  if (framing && wood && closing)
    checks.push(
      place(
        framing,
        check(
          'moisture',
          say`Wood dry before it is closed in: at most ${measured('share', woodLimit(fill?.layers ?? [], trade))} of its dry weight`,
          'moisture meter',
          'ten studs, both plates, the sheathing low on each side',
          [woodLimit(fill?.layers ?? [], trade), 'kg/kg', 0],
        ),
        closing,
      ),
    );
  if (context.first)
    for (const step of steps.filter(({ family }) => GOODS.has(family))) {
      const earlier = steps.find(({ id }) => id === step.after[0]?.step);
      if (earlier) checks.push(place(earlier, goodsCheck(step.kind), step));
    }
  if (framing && context.existing)
    checks.push(
      ...surveyChecks(context.existing, trade).map((draft) => place(framing, draft, framing)),
    );
  const behind = cladding && (outside[outside.indexOf(cladding) - 1] ?? framing);
  if (behind)
    checks.push(...claddingChecks(context, trade).map((draft) => place(behind, draft, cladding)));
  return checks;
}
