import { humidAir, STATUS_ORDER, type Verdict } from '../verdicts/index.ts';
import type { Judgment } from './types.ts';

/** Static checks of what happens inside the wall: an hourly run outranks them. */
const INTERSTITIAL = new Set([
  'monthly-condensation',
  'sheathing-moisture',
  'vapor-trap',
  'retarder-side',
  'humid-air',
  'sun-driven',
]);

/**
 * The verdicts as they stand beside a judgment: where hours were run, what a static method cautions inside the wall is a
 * note without a fix, and the simulation says what counts.
 *
 * @returns worst first
 */
export function besideJudgment(
  verdicts: readonly Verdict[],
  { basis, decides }: Judgment,
): Verdict[] {
  if (basis === 'static') return [...verdicts];
  return verdicts
    .map((verdict): Verdict =>
      INTERSTITIAL.has(verdict.id) &&
      verdict.id !== decides.id &&
      (verdict.status === 'caution' || verdict.id === humidAir.id)
        ? { ...verdict, status: 'info', fixes: [] }
        : verdict,
    )
    .toSorted((a, b) => STATUS_ORDER.indexOf(a.status) - STATUS_ORDER.indexOf(b.status));
}
