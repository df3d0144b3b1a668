<script setup lang="ts">
import { computed } from 'vue';
import { formatText, layerName, plainName } from '@eldrun/core';
import type { DepthAxis } from '../../drawing/axis.ts';
import { layerBands } from '../../drawing/section.ts';
import { useBaseline } from '../../stores/baseline.ts';
import { useProject } from '../../stores/project.ts';

/** The baseline's layers laid over the drawing, from the same inner face. */
const props = defineProps<{ axis: DepthAxis; width: number }>();
const project = useProject();
const baseline = useBaseline();

/** The lines begin here across the drawing: left of it stand the words of the wall that is drawn. */
const from = computed(() => Math.round(props.width * 0.36));

/** A band lower than this has no room for its name, px. */
const NAMED = 16;

const bands = computed(() => {
  const { assessment } = baseline;
  if (!assessment) return [];
  return layerBands(assessment.wall.layers, props.axis).map((band, i) => ({
    ...band,
    name: band.height < NAMED ? '' : plainName(layerName(assessment, assessment.wall.layers[i]!)),
  }));
});

const caption = computed(() =>
  baseline.assessment
    ? `${baseline.name}, ${formatText('length', baseline.assessment.quantities.thickness, project.units)}`
    : '',
);
</script>

<template>
  <g v-if="bands.length > 0" class="baseline" data-baseline>
    <g v-for="(band, i) in bands" :key="i">
      <path class="halo" :d="`M${from} ${band.y}H${width}`" />
      <path class="face" :d="`M${from} ${band.y}H${width}`" />
      <text v-if="band.name" :x="width - 6" :y="band.y + band.height / 2 + 4">{{ band.name }}</text>
    </g>
    <text :x="from - 8" :y="Math.max(12, bands.at(-1)!.y + 4)">{{ caption }}</text>
  </g>
</template>

<style scoped>
.baseline {
  pointer-events: none;
}

.halo {
  fill: none;
  stroke: var(--marker);
  stroke-width: 4;
}

.face {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.5;
  stroke-dasharray: 6 3;
}

text {
  font-size: 12px;
  font-weight: 700;
  text-anchor: end;
  paint-order: stroke;
  stroke: var(--marker);
  stroke-width: 4px;
}
</style>
