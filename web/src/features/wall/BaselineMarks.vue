<script setup lang="ts">
import { computed } from 'vue';
import { formatText, type UnitSystem } from '@eldrun/core/units';
import { layerName } from '@eldrun/core/verdicts';
import { plainName } from '@eldrun/core/build-up';
import type { Assessment } from '@eldrun/core/assessment';
import { layerBands } from '@eldrun/drawing';
import type { DepthAxis } from '../../charts/axis.ts';

/** The baseline's layers laid over the drawing, from the same inner face. */
const props = defineProps<{
  axis: DepthAxis;
  width: number;
  assessment: Assessment;
  name: string;
  units: UnitSystem;
}>();

/** The lines begin here across the drawing: left of it stand the words of the wall that is drawn. */
const from = computed(() => Math.round(props.width * 0.36));

/** A band lower than this has no room for its name, px. */
const NAMED = 16;

const bands = computed(() => {
  const { axis, assessment } = props;
  return layerBands(assessment.wall.layers).map((band, i) => {
    const height = band.height * axis.scale;
    return {
      y: axis.y(0) + band.y * axis.scale,
      height,
      name: height < NAMED ? '' : plainName(layerName(assessment, assessment.wall.layers[i]!)),
    };
  });
});

const caption = computed(
  () =>
    `${props.name}, ${formatText('length', props.assessment.quantities.thickness, props.units)}`,
);
</script>

<template>
  <g class="baseline" data-baseline>
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
