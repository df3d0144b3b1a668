<script setup lang="ts">
import { computed } from 'vue';
import { formatText } from '@eldrun/core/units';
import { wallDifferences } from '@eldrun/core/wall';
import type { Layer, ProjectWall } from '@eldrun/core/build-up';
import { layerTitle } from '@eldrun/core/explain';
import { useProject } from '../project/project.ts';
import { useWall } from '../project/wall.ts';

/** Two states of a wall and what differs, a line for each difference. */
const props = defineProps<{
  first: ProjectWall;
  firstName: string;
  second: ProjectWall;
  secondName: string;
}>();
const project = useProject();
const wall = useWall();

/** What a person calls the fields of a wall beside its layers. */
const FIELD_NAMES: Record<string, string> = {
  name: 'The name differs',
  convention: 'The convention differs',
  indoor: 'The indoor air differs',
  outdoor: 'The climate differs',
  targets: 'The targets differ',
  airtightness: 'The air leak differs',
  pressure: 'The pressure of the fans differs',
  exposure: 'The exposure differs',
  code: 'The code differs',
  loads: 'Wind and seismic category differ',
  fasteners: 'The fasteners differ',
  pointBridges: 'The brackets differ',
  attachment: 'The cladding is held otherwise',
  joints: 'The joints are made with something else',
  proof: 'The documents differ',
  mixedParts: 'Who answers for mixed parts differs',
  installation: 'The installation differs',
  materials: 'Materials of the wall’s own differ',
};

const size = (layer: Layer): string =>
  `${layerTitle(layer, wall.material, project.units)}, ${formatText('length', layer.thickness, project.units)}`;

const differences = computed(() => {
  const { layers, fields } = wallDifferences(props.first, props.second);
  const lines = layers.map(({ id, change, first, second }) => {
    const [was, is] = [first && size(first), second && size(second)];
    switch (change) {
      case 'added':
        return { id, text: `Only in the second: ${is}` };
      case 'removed':
        return { id, text: `Only in the first: ${was}` };
      case 'moved':
        return { id, text: `In another place: ${is}` };
      case 'changed':
        return {
          id,
          text: was === is ? `Set otherwise: ${is}` : `In the first ${was}; in the second ${is}`,
        };
    }
  });
  return [...lines, ...fields.map((field) => ({ id: field, text: FIELD_NAMES[field] ?? field }))];
});

const summary = ({ name, layers }: ProjectWall): string => `“${name}”, ${layers.length} layers`;
</script>

<template>
  <p>
    <strong>{{ firstName }}:</strong> {{ summary(first) }}
  </p>
  <p>
    <strong>{{ secondName }}:</strong> {{ summary(second) }}
  </p>
  <ul class="differences" aria-label="What differs">
    <li v-for="one in differences" :key="one.id">{{ one.text }}</li>
  </ul>
</template>

<style scoped>
.differences {
  max-height: 220px;
  overflow: auto;
  padding: 4px 10px;
  border-left: 3px solid var(--ink);
}
</style>
