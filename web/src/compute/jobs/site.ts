import { InputError } from '@eldrun/core/errors';
import type { Alternative, GraphStep, LateItem, SitePlan } from '@eldrun/core/site';
import { lateOnDay, othersOnDay, planOnDay, stepsOfSite, type InputsOf } from '@eldrun/project';
import type { Turn } from '../turn.ts';

/** What the plan of a site is worked out from, and its steps. */
export interface SiteQuestion {
  plan: InputsOf<typeof planOnDay>;
  steps: InputsOf<typeof stepsOfSite>;
}

/** The plan, then what follows from it: what comes too late, and other orders. */
export interface SitePart {
  plan: SitePlan;
  steps: GraphStep[];
}

export type SiteAnswer = { late: LateItem[]; others: Alternative[] } | { problem: string };

/** Plans a site. @returns null when it was dropped */
export async function answer(
  { plan: inputs, steps }: SiteQuestion,
  turn: Turn<SitePart>,
): Promise<SiteAnswer | null> {
  try {
    const plan = planOnDay.compute(inputs);
    turn.tell({ plan, steps: stepsOfSite.compute(steps) });
    await turn.pause();
    if (turn.isStale()) return null;
    const [site, house, walls, today] = inputs;
    const more = [site, house, walls, today, plan] as const;
    const late = lateOnDay.compute(more);
    await turn.pause();
    if (turn.isStale()) return null;
    return { late, others: othersOnDay.compute(more) };
  } catch (error) {
    if (error instanceof InputError) return { problem: error.message };
    throw error;
  }
}
