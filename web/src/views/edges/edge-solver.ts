import { onScopeDispose, ref, shallowReactive, watch } from 'vue';
import type { EdgeSection } from '@eldrun/core';
import { EdgesWorker } from '../../workers/edges.ts';
import type { EdgeFound } from '../../workers/edges-job.ts';

/** The same section gives the same key. */
export const keyOf = ({ thermal, frame }: Pick<EdgeSection, 'thermal' | 'frame'>): string =>
  JSON.stringify([thermal, frame]);

/** The most sections that are remembered. */
const REMEMBERED = 400;

/**
 * Solves sections beside the page. What was solved before is remembered: an edit solves what it changed.
 *
 * @param wanted sections, what is looked at first
 */
export function useEdgeSolver(wanted: () => readonly EdgeSection[]) {
  const worker = new EdgesWorker();
  const known = shallowReactive(new Map<string, EdgeFound>());
  const running = ref(false);
  const problem = ref('');

  async function start(sections: readonly EdgeSection[]): Promise<void> {
    const missing = new Map<string, EdgeSection>();
    for (const section of sections) {
      const key = keyOf(section);
      if (section.thermal && !known.has(key)) missing.set(key, section);
    }
    if (missing.size === 0) {
      worker.drop();
      running.value = false;
      return;
    }
    running.value = true;
    try {
      const edges = [...missing].map(([key, { thermal, pieces, frame }]) => ({
        key,
        thermal,
        pieces,
        frame,
      }));
      const answer = await worker.ask({ edges }, ({ found }) => {
        if (known.size >= REMEMBERED) known.delete(known.keys().next().value!);
        known.set(found.key, found);
      });
      // A newer one is under way.
      if (!answer) return;
      problem.value = '';
    } catch (error) {
      problem.value = (error as Error).message;
    }
    running.value = false;
  }

  watch(wanted, (sections) => void start(sections), { immediate: true });
  onScopeDispose(() => worker.close());
  return {
    running,
    problem,
    found: (section: EdgeSection): EdgeFound | null => known.get(keyOf(section)) ?? null,
  };
}
