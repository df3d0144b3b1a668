<script setup lang="ts">
import { computed } from 'vue';
import { formatText } from '@eldrun/core/units';
import { humidityBands } from '../../../charts/years.ts';
import type { WallFrame } from '../frame.ts';

/** What the lens Years draws over the layers: how damp each depth is on the day looked at. */
const props = defineProps<{
  frame: WallFrame;
  state: { depth: number[]; temperature: number[]; rh: number[] };
}>();

const bands = computed(() => humidityBands(props.state.depth, props.state.rh, props.frame.axis));
const width = computed(() => props.frame.width);

const wettest = computed(() => {
  const { state, frame } = props;
  const most = Math.max(...state.rh);
  const i = state.rh.indexOf(most);
  return {
    y: frame.axis.y(state.depth[i]!),
    text: `${formatText('relativeHumidity', most, frame.units)} RH, ${formatText('temperature', state.temperature[i]!, frame.units)}`,
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
    <g data-dampest>
      <path class="at" :d="`M${width * 0.55} ${wettest.y}h${width * 0.45}`" />
      <text :x="width - 4" :y="wettest.y - 5">{{ wettest.text }}</text>
    </g>
  </g>
</template>

<style scoped>
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
