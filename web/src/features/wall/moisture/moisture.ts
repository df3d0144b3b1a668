import { useIntervalFn } from '@vueuse/core';
import { defineStore } from 'pinia';
import { computed, onScopeDispose, ref } from 'vue';
import { monthlyBalance } from '@eldrun/core/steady-moisture';
import { unsaidNames } from '@eldrun/core/verdicts';
import { useBench } from '../bench.ts';
import { useWall } from '../../../project/wall.ts';

/** How long a month stands while the year plays, ms. */
const PACE = 700;

/** What the lens Moisture shows: the year's balance at the month shown, and whether the year plays. */
export const useMoisture = defineStore('moisture', () => {
  const wall = useWall();
  const bench = useBench();
  const shown = ref(false);

  /** The materials whose vapor figure nobody has said; what follows from it is not shown. */
  const unsaid = computed(() => (wall.assessment ? unsaidNames(wall.assessment) : ''));

  const balance = computed(() =>
    shown.value && wall.assessment && wall.assessment.wall.counted > 0 && !unsaid.value
      ? monthlyBalance(wall.assessment.wall)
      : null,
  );

  /** 0 to 11; the design day stands in its month. */
  const month = computed(() =>
    bench.moment === 'design' ? (wall.assessment?.wall.coldestMonth ?? 0) : bench.moment,
  );

  const {
    isActive: playing,
    pause: stop,
    resume,
  } = useIntervalFn(() => bench.stepMonth(1), PACE, { immediate: false });

  function play(): void {
    bench.moment = month.value;
    resume();
  }

  function close(): void {
    shown.value = false;
    stop();
  }

  onScopeDispose(close);

  return { shown, unsaid, balance, month, playing, play, stop, close };
});
