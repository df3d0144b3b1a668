<script setup lang="ts">
import { useIntervalFn } from '@vueuse/core';
import { useNotices } from '../../persistence/notices.ts';
import { useExploration } from './exploration.ts';
import type { ExplorationRun } from '@eldrun/contract';

/** What the server evaluates of this wall, or has evaluated. */
const exploration = useExploration();
const notices = useNotices();

/** Those that nobody follows here are looked at so often, ms. */
const LOOKED_AT = 2000;
useIntervalFn(() => {
  if (exploration.runs.some(({ id, finishedAt }) => !finishedAt && id !== exploration.following))
    void exploration.listRuns();
}, LOOKED_AT);

const when = ({ createdAt }: ExplorationRun): string =>
  new Date(createdAt).toLocaleString('en-US', {
    month: 'short',
    day: 'numeric',
    hour: 'numeric',
    minute: '2-digit',
  });

function stateOf({ finishedAt, problem, done, parts }: ExplorationRun): string {
  if (problem) return 'failed';
  if (finishedAt) return 'done';
  return `${Math.floor((100 * done.length) / parts)} %`;
}

async function remove(run: ExplorationRun): Promise<void> {
  try {
    await exploration.removeRun(run.id);
  } catch (error) {
    notices.wrong('It was not taken away', error);
  }
}
</script>

<template>
  <section v-if="exploration.runs.length > 0" class="runs" aria-label="On the server">
    <h2>On the server</h2>
    <ul>
      <li v-for="run in exploration.runs" :key="run.id" :data-run="stateOf(run)">
        <span>
          {{ run.combinations.toLocaleString('en-US') }} walls{{ run.hourly ? ', simulated' : '' }}
          <span class="small soft">{{ when(run) }} · {{ stateOf(run) }}</span>
        </span>
        <button
          v-if="exploration.following !== run.id"
          type="button"
          class="action quiet small"
          @click="exploration.follow(run)"
        >
          Show
        </button>
        <button type="button" class="action quiet small" @click="remove(run)">
          {{ run.finishedAt ? 'Take away' : 'Stop' }}
        </button>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.runs h2 {
  font-size: var(--text-14);
}

li {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 2px 8px;
}

li > span {
  flex: 1;
}

li > span > span {
  display: block;
}
</style>
