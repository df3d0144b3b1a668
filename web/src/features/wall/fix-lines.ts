import { format, formatText, messageText, type UnitSystem } from '@eldrun/core/units';
import type { Fix } from '@eldrun/core/wall';
import type { JudgmentFix } from '@eldrun/core/judgment';
import type { LayerAssessment } from '@eldrun/core/assessment';

/** A fix in words: what it is, what it comes to, what it gives up. */
export interface FixLine {
  label: string;
  effect: string;
  gives: string;
  fix: Fix;
}

const AFTER = {
  fail: 'still fails',
  unknown: 'then unknown',
  caution: 'then a caution',
  pass: 'then passes',
} as const;

/** What a fix does to the wall that it was computed for. */
function effectText(
  fix: Fix | JudgmentFix,
  { quantities }: LayerAssessment,
  units: UnitSystem,
): string {
  const { effect: after } = fix;
  const parts: string[] = 'after' in fix ? [AFTER[fix.after]] : [];
  const thicker = after.thickness - quantities.thickness;
  if (Math.abs(thicker) > 1e-6)
    parts.push(`${thicker > 0 ? '+' : '−'}${formatText('length', Math.abs(thicker), units)}`);
  const r = format('resistance', after.effectiveR, units).text;
  parts.push(units === 'imperial' ? `R ${r}` : `R ${r} m²K/W`);
  const cost = after.cost - quantities.cost;
  if (Math.abs(cost) > 0.01)
    parts.push(`${cost > 0 ? '+' : '−'}${format('costPerArea', Math.abs(cost), units).text}`);
  return parts.join(' · ');
}

/**
 * Fixes in words.
 *
 * @param of the wall that they were computed for
 */
export function fixLines(
  fixes: readonly (Fix | JudgmentFix)[],
  of: LayerAssessment,
  units: UnitSystem,
): FixLine[] {
  return fixes.map((fix) => ({
    label: messageText(fix.label, units),
    effect: effectText(fix, of, units),
    gives: 'gives' in fix ? messageText(fix.gives, units) : '',
    fix,
  }));
}
