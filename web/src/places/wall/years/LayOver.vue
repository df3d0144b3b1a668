<script setup lang="ts">
import Select from 'primevue/select';
import { computed } from 'vue';
import { ventilatedGap, type RunChoices } from '@eldrun/core';
import { useProject } from '../../../stores/project.ts';
import { useWall } from '../../../stores/wall.ts';
import { useYears } from '../../../stores/years.ts';

/** A second run to lay over the current one: the same wall with something changed, or another wall. */
const project = useProject();
const wall = useWall();
const years = useYears();

type Second = { change: Partial<RunChoices> } | { wall: string };

/** Air that leaks in where a run is laid over with a leak, m³/(m²·s). */
const LEAK = 2e-5;

const options = computed(() => {
  const { side, leak, rainShare, path } = years.choices;
  const variants: { label: string; value: Second }[] = [];
  const add = (label: string, change: Partial<RunChoices>): void => {
    variants.push({ label, value: { change } });
  };
  if (wall.assessment && ventilatedGap(wall.assessment.wall))
    add('without the gap’s air', { gapBy: 'changes', airChanges: 0 });
  if (leak === 0) add('with an air leak from indoors', { leak: LEAK });
  add(
    rainShare === 0 ? 'with 1 % of the rain' : 'without rain that gets in',
    rainShare === 0 ? { rainShare: 0.01 } : { rainShare: 0 },
  );
  for (const other of ['north', 'east', 'south', 'west'] as const)
    if (other !== side) add(`facing ${other}`, { side: other });
  if (wall.assessment?.wall.mainFrame && path === 'cavity')
    add('through the members', { path: 'member' });
  return [
    { label: 'This wall', items: variants },
    {
      label: 'Another wall of the project',
      items: project.walls
        .filter(({ id }) => id !== wall.id)
        .map(({ id, name }) => ({ label: name, value: { wall: id } })),
    },
  ].filter(({ items }) => items.length > 0);
});

async function take(second: Second): Promise<void> {
  if ('wall' in second) await years.layOverWall(second.wall);
  else await years.layOver(second.change);
}
</script>

<template>
  <p class="over">
    <span id="lay-over">Lay over it</span>
    <Select
      :model-value="null"
      :options="options"
      option-label="label"
      option-value="value"
      option-group-label="label"
      option-group-children="items"
      aria-labelledby="lay-over"
      placeholder="a second run…"
      :disabled="years.busy"
      @update:model-value="take"
    />
    <button
      v-if="years.other && !years.running"
      type="button"
      class="action quiet"
      @click="years.other = null"
    >
      Take it off
    </button>
  </p>
</template>

<style scoped>
.over {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px 12px;
}

.over > span {
  font-weight: 600;
}
</style>
