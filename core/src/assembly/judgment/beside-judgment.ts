import { humidAir, STATUS_ORDER, type Verdict } from '../verdicts/index.ts';
import { say, type Message } from '../../common/units/index.ts';
import type { JudgmentFixes } from './fixes.ts';
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

/** Which way of building suits, by the rule that decided, where no single change does away with what it found. */
const SUITS: Readonly<Record<string, Message>> = {
  'wet-house': say`A room as damp as this suits a wall of masonry, or a frame left empty with all insulation outside a tight layer, and ventilation that takes the damp away.`,
  'humid-and-cold': say`A room as damp as this in such a cold suits a frame left empty with all insulation outside a tight layer.`,
  'humid-air': say`A room colder than the air outdoors suits insulation with taped joints, tight to vapor and air, outside the frame, and an open finish inside.`,
  'retarder-side': say`A cooled room suits an open finish inside, and what holds vapor back outside the frame.`,
  'cladding-gap': say`A drained gap or mat behind the cladding suits it, or a cladding that is hollow or stands off the wall.`,
  'inner-surface': say`More insulation outside the studs, or warmth and ventilation inside, suit it.`,
};
const USUALLY = say`A frame left empty with all insulation outside, a deeper frame with a variable retarder, or two rows of studs suit such a wall better.`;

/** What is said of a mend where none is offered. */
function withoutMend({ moisture, decides }: Judgment, fixes: JudgmentFixes | null): Message {
  if (!fixes || moisture === 'unknown' || fixes.fixes.length > 0) return [];
  return (
    fixes.refused ??
    say`No single change that was tried does away with it: air barrier, retarder, gap, skins, insulation outside. ${SUITS[decides.id] ?? USUALLY}`
  );
}

/** A sentence as a title. */
function asTitle(sentence: Message): Message {
  const last = sentence.at(-1);
  return typeof last === 'string' ? [...sentence.slice(0, -1), last.replace(/\.$/, '')] : sentence;
}

/** What decided, as a row of the list. */
function decidingRow(judgment: Judgment, fixes: JudgmentFixes | null): Verdict {
  const { moisture, basis, decides, relies } = judgment;
  const how =
    basis === 'hourly'
      ? say`By two years of hours in the standard exposure, the second one judged.`
      : say`An estimate without hours.`;
  const needs =
    relies.length > 0
      ? say` It relies on ${relies.flatMap((r, i) => (i > 0 ? ['; ', ...r] : r))}.`
      : '';
  const none = withoutMend(judgment, fixes);
  return {
    id: decides.id,
    status: moisture,
    title: asTitle(decides.text),
    reason: say`${how}${needs}${none.length > 0 ? say` ${none}` : ''}`,
    fixes: fixes?.fixes ?? [],
  };
}

/**
 * The verdicts as they stand beside a judgment. What it fails or cautions for stands among them, as it says it, with its
 * mends, or which way of building suits where there is none. Where hours were run, what a static method cautions inside the
 * wall is a note without a fix: the simulation says what counts.
 *
 * @param fixes of the judgment; null while none were looked for
 * @returns worst first
 */
export function besideJudgment(
  verdicts: readonly Verdict[],
  judgment: Judgment,
  fixes: JudgmentFixes | null = null,
): Verdict[] {
  const { basis, decides, moisture } = judgment;
  const shown = verdicts.map((verdict): Verdict => {
    if (verdict.id === decides.id && moisture !== 'pass')
      return {
        ...verdict,
        status: moisture,
        title: asTitle(decides.text),
        reason:
          verdict.fixes.length > 0
            ? verdict.reason
            : withMend(verdict, withoutMend(judgment, fixes)),
        fixes: verdict.fixes.length > 0 ? verdict.fixes : (fixes?.fixes ?? []),
      };
    const outranked =
      basis === 'hourly' &&
      INTERSTITIAL.has(verdict.id) &&
      (verdict.status === 'caution' || (verdict.id === humidAir.id && verdict.status === 'fail'));
    return outranked ? { ...verdict, status: 'info', fixes: [] } : verdict;
  });
  if (moisture !== 'pass' && !verdicts.some(({ id }) => id === decides.id))
    shown.unshift(decidingRow(judgment, fixes));
  return shown.toSorted((a, b) => STATUS_ORDER.indexOf(a.status) - STATUS_ORDER.indexOf(b.status));
}

const withMend = ({ reason }: Verdict, mend: Message): Message =>
  mend.length > 0 ? say`${reason} ${mend}` : reason;
