import { onScopeDispose, ref, shallowRef, watch, type Ref } from 'vue';
import type { House } from '@eldrun/core/house';
import type { Material } from '@eldrun/core/materials';
import type { Takeoff, TakeoffChoices } from '@eldrun/core/takeoff';
import { Newest } from '../../compute/newest.ts';

/** A takeoff that is worked out beside the page: what it is of, how far it is, what came of it. */
export interface TakeoffRun {
  takeoff: Ref<Takeoff | null>;
  /** Whether it is worked out now. */
  running: Ref<boolean>;
  /** 0 to 1 where it takes longer than a moment; null else. */
  share: Ref<number | null>;
  problem: Ref<string>;
  stopped: Ref<boolean>;
  start: () => void;
  stop: () => void;
}

/** What takes no longer shows no progress, ms. */
const MOMENT = 300;

/**
 * Takes a house off again whenever it changes. An older run is dropped; what was there stays until the new one is.
 *
 * @param of the house with its walls, null where there is none; the materials, and by what it is taken off
 */
export function useTakeoff(
  of: () => {
    file: House;
    materials: Record<string, Material>;
    choices: TakeoffChoices;
  } | null,
): TakeoffRun {
  const worker = new Newest('house', 'shown');
  const takeoff = shallowRef<Takeoff | null>(null);
  const running = ref(false);
  const share = ref<number | null>(null);
  const problem = ref('');
  const stopped = ref(false);

  async function start(): Promise<void> {
    const asked = of();
    stopped.value = false;
    if (!asked || asked.file.elevations.length === 0) {
      worker.drop();
      takeoff.value = null;
      done();
      return;
    }
    running.value = true;
    const started = performance.now();
    try {
      const answer = await worker.ask({ wanted: 'takeoff', ...asked }, (part) => {
        if (performance.now() - started > MOMENT) share.value = part.share;
      });
      // A newer one is under way.
      if (!answer) return;
      done();
      problem.value = 'problem' in answer ? answer.problem : '';
      if ('takeoff' in answer) takeoff.value = answer.takeoff;
    } catch (error) {
      done();
      problem.value = (error as Error).message;
    }
  }

  function done(): void {
    running.value = false;
    share.value = null;
  }

  function stop(): void {
    worker.drop();
    done();
    stopped.value = true;
  }

  watch(of, () => void start(), { immediate: true });
  onScopeDispose(() => worker.drop());
  return { takeoff, running, share, problem, stopped, start: () => void start(), stop };
}
