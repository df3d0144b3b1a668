import { onScopeDispose, ref, shallowRef, watch } from 'vue';
import type { CavityChoice, LocalHeat } from '@eldrun/core/services';
import type { House } from '@eldrun/core/house';
import type { Material } from '@eldrun/core/materials';
import type { UnitSystem } from '@eldrun/core/units';
import { Newest } from '../../compute/newest.ts';

/**
 * What sits in a wall, solved beside the page: the heat of boxes and pipes, and a service cavity against none. What was there
 * stays until the new answer is.
 */
export function useServiceHeat(
  of: () => {
    file: House;
    materials: Record<string, Material>;
    elevation: string;
    system: UnitSystem;
  } | null,
) {
  const worker = new Newest('house', 'shown');
  const heat = shallowRef<readonly LocalHeat[]>([]);
  const cavity = shallowRef<CavityChoice | null>(null);
  const running = ref(false);
  const problem = ref('');

  async function start(): Promise<void> {
    const asked = of();
    if (!asked) {
      worker.drop();
      heat.value = [];
      cavity.value = null;
      running.value = false;
      return;
    }
    running.value = true;
    try {
      const answer = await worker.ask({ wanted: 'services', ...asked });
      // A newer one is under way.
      if (!answer) return;
      problem.value = 'problem' in answer ? answer.problem : '';
      if ('heat' in answer) {
        heat.value = answer.heat;
        cavity.value = answer.cavity;
      }
    } catch (error) {
      problem.value = (error as Error).message;
    }
    running.value = false;
  }
  watch(of, () => void start(), { immediate: true });
  onScopeDispose(() => worker.drop());
  return { heat, cavity, running, problem };
}
