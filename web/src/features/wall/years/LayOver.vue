<script setup lang="ts">
import Select from 'primevue/select';
import { computed } from 'vue';
import { ventilatedGap } from '@eldrun/core/build-up';
import type { RunChoices } from '@eldrun/core/transient';
import { useProject } from '../../../project/project.ts';
import { useWall } from '../../../project/wall.ts';
import { useSimulation } from './simulation.ts';

/** A second run to lay over the current one: the same wall with something changed, or another wall. */
const project = useProject();
const wall = useWall();
const simulation = useSimulation();

type Second = { change: Partial<RunChoices> } | { wall: string };

/** q50 where a run is laid over with a larger leak, m³/(h·m²). */
const LEAK = 9;

const options = computed(() => {
  const { side, leak, rainShare, path } = simulation.choices;
  const variants: { label: string; value: Second }[] = [];
  const add = (label: string, change: Partial<RunChoices>): void => {
    variants.push({ label, value: { change } });
  };
  if (wall.assessment && ventilatedGap(wall.assessment.wall))
    add('without the gap’s air', { gapBy: 'changes', airChanges: 0 });
  if (leak === null || leak < LEAK) add('with three times the usual air leak', { leak: LEAK });
  if (leak !== 0) add('without an air leak', { leak: 0 });
  add(
    rainShare ? 'without rain that gets in' : 'with 1 % of the rain',
    rainShare ? { rainShare: 0 } : { rainShare: 0.01 },
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
  if ('wall' in second) await simulation.layOverWall(second.wall);
  else await simulation.layOver(second.change);
}
</script>

<template>
  <p class="over in-line">
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
      :disabled="simulation.busy"
      @update:model-value="take"
    />
    <button
      v-if="simulation.other && !simulation.running"
      type="button"
      class="action quiet"
      @click="simulation.other = null"
    >
      Take it off
    </button>
  </p>
</template>

<style scoped>
.over > span {
  font-weight: 600;
}
</style>
