<script setup lang="ts">
import { computed } from 'vue';
import { dateText } from '../../../charts/dates.ts';
import { useSimulation } from './simulation.ts';

/** The day of the run that the drawing and its trace show. */
const simulation = useSimulation();

const last = computed(() => Math.max(0, (simulation.current?.field.days ?? 1) - 1));
const text = computed(() => {
  const run = simulation.current;
  if (!simulation.state || !run) return '';
  const { day } = simulation.state;
  return `${dateText(run.file.transient.start + day * 24)}, day ${day + 1}`;
});
</script>

<template>
  <label v-if="simulation.state" class="strip">
    <span>{{ text }}</span>
    <input
      :key="last"
      v-model.number="simulation.day"
      type="range"
      min="0"
      :max="last"
      aria-label="Day shown in the drawing"
      :aria-valuetext="text"
    />
  </label>
</template>

<style scoped>
.strip {
  display: flex;
  align-items: center;
  gap: 12px;
  min-height: 44px;
}

.strip input {
  flex: 1;
  accent-color: var(--ink);
}

.strip span {
  min-width: 150px;
  font-weight: 600;
}
</style>
