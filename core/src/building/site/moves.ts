import { say, type Message } from '../../common/units/index.ts';
import { ancestors, type GraphStep } from './graph.ts';
import type { Move, SiteProblem } from './types.ts';

/** Why one step cannot come before another. */
export interface Refusal {
  message: Message;
  /** Whether a name and a reason can override it: only what one rule says directly. */
  canOverride: boolean;
}

/**
 * Whether a step may come before another, and if not, why.
 *
 * @param steps with what they wait for
 * @returns null where it may
 */
export function refusalOf(
  steps: readonly GraphStep[],
  { step, before }: Pick<Move, 'step' | 'before'>,
): Refusal | null {
  const name = (id: string): string => id.replace('/', ' / ');
  const earlier = steps.find(({ id }) => id === step);
  if (step === before)
    return { message: say`${name(step)} cannot come before itself`, canOverride: false };
  if (!earlier || !ancestors(steps)(step).has(before)) return null;
  const direct = earlier.after.find((one) => one.step === before);
  const through = direct ?? earlier.after.find((one) => ancestors(steps)(one.step).has(before))!;
  const rest = direct && ancestors(without(steps, step, before))(step).has(before);
  return {
    message: direct
      ? say`${name(step)} waits for ${name(before)}: ${direct.why}`
      : say`${name(step)} waits for ${name(through.step)}, which waits for ${name(before)}: ${through.why}`,
    canOverride: direct !== undefined && !rest,
  };
}

const without = (steps: readonly GraphStep[], step: string, before: string): GraphStep[] =>
  steps.map((one) =>
    one.id === step ? { ...one, after: one.after.filter((other) => other.step !== before) } : one,
  );

/**
 * Steps with somebody's own order. What goes against a rule needs a name and a reason; what cannot be done is left out and
 * named.
 */
export function withMoves(
  steps: readonly GraphStep[],
  moves: readonly Move[],
): { steps: GraphStep[]; problems: SiteProblem[] } {
  let moved = [...steps];
  const problems: SiteProblem[] = [];
  moves.forEach((move, n) => {
    const at = `moves[${n}]`;
    const gone = [move.step, move.before].find((id) => !moved.some((one) => one.id === id));
    if (gone !== undefined) {
      problems.push({ at, message: say`there is no step “${gone}” any more` });
      return;
    }
    const refusal = refusalOf(moved, move);
    const named = Boolean(move.by && move.reason);
    if (refusal && !(refusal.canOverride && named)) {
      problems.push({ at, message: refusal.message });
      return;
    }
    if (refusal) moved = without(moved, move.step, move.before);
    moved = moved.map((one) =>
      one.id === move.before && !one.after.some((other) => other.step === move.step)
        ? {
            ...one,
            after: [
              ...one.after,
              { step: move.step, why: say`${move.reason ?? 'so it was put here'}`, move },
            ],
          }
        : one,
    );
  });
  return { steps: moved, problems };
}
