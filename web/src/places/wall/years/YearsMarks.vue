<script setup lang="ts">
import { computed } from 'vue';
import { formatText } from '@eldrun/core';
import type { DepthAxis } from '../../../drawing/axis.ts';
import { humidityBands } from '../../../drawing/years.ts';
import { useProject } from '../../../stores/project.ts';
import { useYears } from '../../../stores/years.ts';

/** What the lens Years draws over the layers: how damp each depth is on the day looked at. */
const props = defineProps<{ axis: DepthAxis; width: number }>();
const years = useYears();
const project = useProject();

const bands = computed(() => {
  const { state } = years;
  return state ? humidityBands(state.depth, state.rh, props.axis) : [];
});

const wettest = computed(() => {
  const { state } = years;
  if (!state) return null;
  const most = Math.max(...state.rh);
  const i = state.rh.indexOf(most);
  return {
    y: props.axis.y(state.depth[i]!),
    text: `${formatText('relativeHumidity', most, project.units)} RH, ${formatText('temperature', state.temperature[i]!, project.units)}`,
  };
});
</script>

<template>
  <g class="marks">
    <rect
      v-for="(band, i) in bands"
      :key="i"
      class="band"
      x="0"
      :y="band.y"
      :width="width"
      :height="band.height"
      :fill-opacity="band.opacity"
    />
    <g v-if="wettest" data-dampest>
      <path class="at" :d="`M${width * 0.55} ${wettest.y}h${width * 0.45}`" />
      <text :x="width - 4" :y="wettest.y - 5">{{ wettest.text }}</text>
    </g>
  </g>
</template>

<style scoped>
.marks {
  pointer-events: none;
}

.band {
  fill: var(--water);
}

.at {
  stroke: var(--ink);
  stroke-dasharray: 4 3;
  fill: none;
}

text {
  font-size: 12px;
  font-weight: 700;
  text-anchor: end;
  paint-order: stroke;
  stroke: var(--sheet);
  stroke-width: 4px;
}
</style>
