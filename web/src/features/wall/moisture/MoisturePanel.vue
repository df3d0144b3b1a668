<script setup lang="ts">
import { defineAsyncComponent, ref } from 'vue';
import type { Command } from '@eldrun/core/wall';
import { useMoisture } from './moisture.ts';
import RatioPanel from './RatioPanel.vue';

/** What the year says below the drawing: another strategy, more insulation outside, the course of the months. */
const emit = defineEmits<{ run: [name: string, commands: Command[]] }>();
const moisture = useMoisture();
const swapShown = ref(false);

/** The charts come with their library, the dialog when it is opened. */
const YearCharts = defineAsyncComponent(() => import('./YearCharts.vue'));
const SwapDialog = defineAsyncComponent(() => import('./SwapDialog.vue'));

const run = (name: string, commands: Command[]): void => emit('run', name, commands);
</script>

<template>
  <p v-if="moisture.unsaid" class="soft">
    Nobody has said how much vapor {{ moisture.unsaid }} lets through: the year of water waits for
    that figure.
  </p>
  <div v-else class="spaced">
    <p class="strategy">
      <button type="button" class="action" @click="swapShown = true">Swap strategy…</button>
      <span class="soft small"
        >between vapor-open boards with a variable retarder and foam that dries inward, with before
        and after</span
      >
    </p>
    <RatioPanel @run="run" />
    <YearCharts />
    <SwapDialog v-if="swapShown" v-model:visible="swapShown" @run="run" />
  </div>
</template>

<style scoped>
.strategy {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 4px 12px;
}
</style>
