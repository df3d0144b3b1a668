import { onScopeDispose, ref, shallowReactive, watch } from 'vue';
import type { EdgeSection } from '@eldrun/core/edges';
import type { EdgeFound } from '../../compute/jobs/edges.ts';
import { Newest } from '../../compute/newest.ts';

const keys = new WeakMap<object, string>();

/** The same section gives the same key, written once for each object. */
export function keyOf(section: Pick<EdgeSection, 'thermal' | 'frame'>): string {
  let key = keys.get(section);
  if (key === undefined) {
    key = JSON.stringify([section.thermal, section.frame]);
    keys.set(section, key);
  }
  return key;
}

/** What takes no longer shows no progress, ms. */
const MOMENT = 300;

/** The most sections that are remembered. */
const REMEMBERED = 400;

/**
 * Solves sections beside the page. What was solved before is remembered: an edit solves what it changed.
 *
 * @param wanted sections, what is looked at first
 */
export function useEdgeSolver(wanted: () => readonly EdgeSection[]) {
  const worker = new Newest('edges', 'shown');
  const known = shallowReactive(new Map<string, EdgeFound>());
  /** 0 to 1 where solving takes longer than a moment; null else. */
  const share = ref<number | null>(null);
  const stopped = ref(false);
  const problem = ref('');

  async function start(sections: readonly EdgeSection[]): Promise<void> {
    const missing = new Map<string, EdgeSection>();
    for (const section of sections) {
      const key = keyOf(section);
      if (section.thermal && !known.has(key)) missing.set(key, section);
    }
    stopped.value = false;
    share.value = null;
    if (missing.size === 0) {
      worker.drop();
      return;
    }
    const began = performance.now();
    let done = 0;
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
        done++;
        if (performance.now() - began > MOMENT) share.value = done / edges.length;
      });
      // A newer one is under way.
      if (!answer) return;
      problem.value = '';
    } catch (error) {
      problem.value = (error as Error).message;
    }
    share.value = null;
  }

  function stop(): void {
    worker.drop();
    share.value = null;
    stopped.value = true;
  }

  watch(wanted, (sections) => void start(sections), { immediate: true });
  onScopeDispose(() => worker.drop());
  return {
    share,
    stopped,
    problem,
    stop,
    start: () => void start(wanted()),
    found: (section: EdgeSection): EdgeFound | null => known.get(keyOf(section)) ?? null,
  };
}
