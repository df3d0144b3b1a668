import { onScopeDispose, ref, shallowRef, watch, type Ref } from 'vue';
import type { Alternative, GraphStep, LateItem, SitePlan } from '@eldrun/core/site';
import { alike } from '@eldrun/project';
import type { SiteQuestion } from '../../compute/jobs/site.ts';
import { Newest } from '../../compute/newest.ts';

/** Before the first plan is there. */
export const NO_PLAN: SitePlan = {
  steps: [],
  clocks: [],
  checks: [],
  leaveBehinds: [],
  crews: [],
  problems: [],
  today: '',
  finish: null,
};

/** What takes no longer shows no progress, ms. */
const MOMENT = 300;

/** The plan of a site that is worked out beside the page; what was there stays until the new one is. */
export interface PlanRun {
  plan: Ref<SitePlan | null>;
  steps: Ref<GraphStep[]>;
  late: Ref<LateItem[]>;
  others: Ref<Alternative[]>;
  /** Whether it takes longer than a moment. */
  slow: Ref<boolean>;
  problem: Ref<string>;
}

/**
 * Plans a site again whenever something that its plan hangs on changes.
 *
 * @param of what the plan and its steps are made from; null where that is not known yet
 */
export function usePlan(of: () => SiteQuestion | null): PlanRun {
  const worker = new Newest('site', 'edit');
  const plan = shallowRef<SitePlan | null>(null);
  const steps = shallowRef<GraphStep[]>([]);
  const late = shallowRef<LateItem[]>([]);
  const others = shallowRef<Alternative[]>([]);
  const slow = ref(false);
  const problem = ref('');
  let asked: SiteQuestion | null = null;
  let timer: ReturnType<typeof setTimeout> | undefined;

  function done(): void {
    clearTimeout(timer);
    slow.value = false;
  }

  async function start(question: SiteQuestion): Promise<void> {
    clearTimeout(timer);
    timer = setTimeout(() => (slow.value = true), MOMENT);
    try {
      const answer = await worker.ask(question, (part) => {
        done();
        problem.value = '';
        plan.value = part.plan;
        steps.value = part.steps;
      });
      // A newer one is under way.
      if (!answer) return;
      if ('problem' in answer) problem.value = answer.problem;
      else {
        late.value = answer.late;
        others.value = answer.others;
      }
    } catch (error) {
      problem.value = (error as Error).message;
    }
    done();
  }

  watch(
    of,
    (question) => {
      if (!question) return;
      // What was written in the log plans nothing.
      if (asked && alike(asked.plan, question.plan) && alike(asked.steps, question.steps)) return;
      asked = question;
      void start(question);
    },
    { immediate: true },
  );
  onScopeDispose(() => {
    done();
    worker.drop();
  });
  return { plan, steps, late, others, slow, problem };
}
