<script setup lang="ts">
import { computed } from 'vue';
import type { HouseState } from '../project/house.ts';
import { useProject } from '../project/project.ts';
import StatusMark from './StatusMark.vue';

/** Walls of the house that cannot be laid out, each with why, and where to mend it: none of them vanishes. */
const props = defineProps<{ house: HouseState }>();

const project = useProject();
const problems = computed(() =>
  Object.entries(props.house.problems.value).map(([assembly, why]) => ({
    assembly,
    why,
    label: props.house.assemblyLabel(assembly),
    wall: props.house.house.value.assemblies[assembly],
    listed: project.walls.some(({ id }) => id === props.house.house.value.assemblies[assembly]),
    elevations: props.house.house.value.elevations
      .filter((one) => one.assembly === assembly)
      .map(({ id, name }) => name ?? id),
  })),
);
</script>

<template>
  <ul v-if="problems.length > 0" role="alert" data-wall-problems>
    <li v-for="one in problems" :key="one.assembly">
      <StatusMark status="fail" />
      <RouterLink
        v-if="one.listed"
        :to="{ name: 'build-up', params: { project: project.id, wall: one.wall } }"
        >{{ one.label }}</RouterLink><strong v-else>{{ one.label }}</strong> is left out:
      {{ one.why
      }}<template v-if="one.elevations.length > 0"
        >. It is built at {{ one.elevations.join(', ') }}</template
      >.
    </li>
  </ul>
</template>
