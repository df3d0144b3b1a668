<script setup lang="ts">
import { computed, ref, useId } from 'vue';
import { fixed } from '@eldrun/core/units';
import { MOST_HOURLY } from '@eldrun/contract';
import { useNotices } from '../../persistence/notices.ts';
import { MOST_EXPLORED, MOST_IN_PAGE, SAMPLE, useExploration } from './exploration.ts';
import WorkerRuns from './WorkerRuns.vue';

/** How many walls there are, what starts and stops their evaluation, and how far it is. */
const exploration = useExploration();

const seconds = (ms: number): string => (ms < 950 ? '1 s' : `${Math.round(ms / 1000)} s`);
const left = computed(() => {
  const { done, started, swept } = exploration;
  if (done < 50 || !swept) return '';
  const each = (performance.now() - started) / done;
  return `, about ${seconds(each * (swept.numbers.length - done))} left`;
});
const sampled = computed(() => exploration.count > MOST_EXPLORED);
const notices = useNotices();
const id = useId();
const hourly = ref(false);
/** Whether it is for the workers of the server: too much for a page, or each wall simulated. */
const forWorkers = computed(
  () => !sampled.value && (hourly.value || exploration.count > MOST_IN_PAGE),
);
const tooMany = computed(() => hourly.value && exploration.count > MOST_HOURLY);

async function start(): Promise<void> {
  if (!forWorkers.value) return exploration.run();
  try {
    await exploration.runOnServer(hourly.value);
  } catch (error) {
    notices.wrong('The server did not take it', error);
  }
}
</script>

<template>
  <p class="count" role="status">
    <strong>{{ exploration.count.toLocaleString('en-US') }}</strong>
    {{ exploration.count === 1 ? 'wall: nothing varies yet' : 'walls' }}
    <span v-if="sampled"
      >: more than are evaluated. A sample of {{ SAMPLE.toLocaleString('en-US') }}, evenly spread,
      is taken; or let less vary.</span
    >
  </p>
  <div class="in-line">
    <button
      v-if="!exploration.running"
      type="button"
      class="action ink"
      :disabled="exploration.count < 2 || tooMany"
      @click="start"
    >
      {{ sampled ? 'Explore a sample' : forWorkers ? 'Run on the server' : 'Explore' }}
    </button>
    <button
      v-else-if="!exploration.following"
      type="button"
      class="action"
      @click="exploration.stop"
    >
      Stop
    </button>
    <button v-if="exploration.simulating" type="button" class="action" @click="exploration.stop">
      Stop simulating
    </button>
    <progress
      v-if="exploration.running"
      :value="exploration.done"
      :max="exploration.swept?.numbers.length ?? 1"
      aria-label="Walls evaluated"
    ></progress>
  </div>
  <label class="hourly" :for="id">
    <input :id="id" v-model="hourly" type="checkbox" :disabled="sampled" />
    Simulate every wall, hour by hour
  </label>
  <p v-if="tooMany" class="wrong" role="status">
    Years of at most {{ MOST_HOURLY.toLocaleString('en-US') }} walls are run; let less vary.
  </p>
  <p v-else-if="forWorkers" class="small soft">
    The server evaluates it; simulating takes a few seconds a wall. This page may be closed
    meanwhile.
  </p>
  <WorkerRuns />
  <p v-if="exploration.problem" class="wrong" role="alert">{{ exploration.problem }}</p>
  <p v-if="exploration.swept" class="small" role="status" data-explored>
    <strong>
      {{ exploration.done.toLocaleString('en-US') }} of
      {{ exploration.swept.numbers.length.toLocaleString('en-US') }} walls<template
        v-if="exploration.took !== null"
      >
        in {{ seconds(exploration.took) }}</template
      ><template v-else-if="exploration.selecting">, looking for those that none beats</template
      ><template v-else-if="exploration.running">{{ left }}</template
      ><template v-else>, stopped</template>
    </strong>
    <span v-if="exploration.explored" class="soft block">
      Sections within {{ fixed(100 * exploration.worstError, 1) }} %, those that none beats solved.
      {{ exploration.explored.frontier.length }} that none beats,
      {{ exploration.simulated.size }} simulated hour by hour{{ exploration.simulating ? '…' : '' }}
    </span>
    <span v-if="exploration.stale" class="block">The setup changed since.</span>
    <span v-for="one in exploration.explored?.problems ?? []" :key="one.text" class="block">
      {{ one.count }} make no wall: {{ one.text }}
    </span>
  </p>
</template>

<style scoped>
progress {
  flex: 1;
  min-width: 60px;
  height: 8px;
  accent-color: var(--ink);
}

.hourly {
  display: flex;
  align-items: center;
  gap: 8px;
  min-height: 28px;
}

.block {
  display: block;
}
</style>
