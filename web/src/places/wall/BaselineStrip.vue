<script setup lang="ts">
import Select from 'primevue/select';
import { computed } from 'vue';
import { useNotices } from '../../notices.ts';
import { useBaseline } from '../../stores/baseline.ts';
import { useProject } from '../../stores/project.ts';
import { useWall } from '../../stores/wall.ts';

/** What is laid over the drawing and the readings: chosen here, and taken off. */
const project = useProject();
const wall = useWall();
const baseline = useBaseline();
const notices = useNotices();

const options = computed(() => [
  { value: null, label: 'this wall as it was opened' },
  ...project.walls
    .filter(({ id }) => id !== wall.id)
    .map(({ id, name }) => ({ value: id, label: name })),
]);

async function choose(id: string | null): Promise<void> {
  try {
    await baseline.choose(id);
  } catch (error) {
    notices.wrong('It was not laid over', error);
  }
}
</script>

<template>
  <p v-if="baseline.shown && !baseline.held" class="strip">
    <span id="baseline-of">Baseline laid over</span>
    <Select
      :model-value="baseline.otherId"
      :options="options"
      option-label="label"
      option-value="value"
      aria-labelledby="baseline-of"
      @update:model-value="choose"
    />
    <span v-if="baseline.problem" role="alert">It cannot be computed: {{ baseline.problem }}</span>
    <button type="button" class="action" @click="baseline.takeOff">Take it off</button>
  </p>
</template>

<style scoped>
.strip {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 4px 16px;
  padding: 2px 8px;
  background: var(--marker);
}

.strip > span {
  font-weight: 600;
}
</style>
