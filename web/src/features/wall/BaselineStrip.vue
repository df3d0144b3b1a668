<script setup lang="ts">
import Select from 'primevue/select';
import { computed } from 'vue';
import { useNotices } from '../../persistence/notices.ts';
import { OPENED_STATE, useBaseline, type BaselineOf } from './baseline.ts';
import { useProject } from '../../project/project.ts';
import { useWall } from '../../project/wall.ts';

/** What is laid over the drawing and the readings: chosen here, and taken off. */
const project = useProject();
const wall = useWall();
const baseline = useBaseline();
const notices = useNotices();

const options = computed(() => {
  const { of } = baseline;
  const saved =
    'revision' in of && of.revision !== null
      ? [{ value: of, label: `this wall, rev. ${of.revision}` }]
      : [];
  return [
    { value: OPENED_STATE, label: 'this wall as it was opened' },
    ...saved,
    ...project.walls
      .filter(({ id }) => id !== wall.id)
      .map(({ id, name }) => ({ value: { wall: id }, label: name })),
  ];
});

async function choose(of: BaselineOf): Promise<void> {
  try {
    await baseline.choose(of);
  } catch (error) {
    notices.wrong('It was not laid over', error);
  }
}
</script>

<template>
  <p v-if="baseline.shown && !baseline.held" class="strip">
    <span id="baseline-of">Baseline laid over</span>
    <Select
      :model-value="baseline.of"
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
