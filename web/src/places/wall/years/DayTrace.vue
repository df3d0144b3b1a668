<script setup lang="ts">
import { useElementSize } from '@vueuse/core';
import { computed, useTemplateRef } from 'vue';
import { faceWords, formatText } from '@eldrun/core';
import type { DepthAxis } from '../../../drawing/axis.ts';
import { dayTrace } from '../../../drawing/years.ts';
import TableDialog from '../../../parts/TableDialog.vue';
import { useProject } from '../../../stores/project.ts';
import { useYears } from '../../../stores/years.ts';

/** Temperature and humidity through the wall on the day looked at, beside the drawing. */
const props = defineProps<{ axis: DepthAxis }>();
const project = useProject();
const years = useYears();
const box = useTemplateRef<HTMLElement>('box');
const { width } = useElementSize(box);

const LEFT = 12;
const inner = computed(() => Math.max(60, width.value - LEFT - 14));
const trace = computed(() => dayTrace(years.state!, props.axis, inner.value));

/** Depth of each face, indoors first. */
const faces = computed(() => {
  const { wall } = years.current!.file;
  let depth = 0;
  return [0, ...wall.layers.map(({ thickness }) => (depth += thickness))];
});

const rows = computed(() => {
  const { depth, temperature, rh } = years.state!;
  return faces.value
    .map((at, i) => {
      const node = Math.max(
        0,
        depth.findIndex((one) => one >= at - 1e-9),
      );
      return {
        name: faceWords(years.current!.faces[i]!, years.current!.layerName),
        cells: [
          formatText('temperature', temperature[node]!, project.units),
          formatText('relativeHumidity', rh[node]!, project.units),
        ],
      };
    })
    .toReversed();
});

const temperatureText = (celsius: number): string =>
  formatText('temperature', celsius, project.units);
</script>

<template>
  <div ref="box" class="traces">
    <svg
      class="plot"
      :width="width"
      :height="axis.height"
      role="img"
      aria-label="Temperature and humidity through the wall on the day shown; the table has the figures"
    >
      <g :transform="`translate(${LEFT} 0)`">
        <rect
          class="frame"
          x="0"
          :y="axis.y(axis.thickness)"
          :width="inner"
          :height="axis.y(0) - axis.y(axis.thickness)"
        />
        <path v-for="(at, i) in faces" :key="i" class="grid" :d="`M0 ${axis.y(at)}H${inner}`" />
        <path class="limit humid" :d="`M${0.8 * inner} ${axis.y(axis.thickness)}V${axis.y(0)}`" />
        <path class="light humidity" :d="trace.humidity" />
        <path class="strong" :d="trace.temperature" />
        <path class="limit" :d="`M0 ${axis.y(faces[years.face] ?? 0)}H${inner}`" />
        <text class="tick start" x="0" :y="axis.y(0) + 16">
          {{ temperatureText(trace.coldest) }}
        </text>
        <text class="tick end" :x="inner" :y="axis.y(0) + 16">
          {{ temperatureText(trace.warmest) }}
        </text>
        <text class="tick start" x="0" :y="axis.y(axis.thickness) - 6">0 % RH</text>
        <text class="tick" :x="0.8 * inner" :y="axis.y(axis.thickness) - 6">80</text>
        <text class="tick end" :x="inner" :y="axis.y(axis.thickness) - 6">100</text>
      </g>
    </svg>
    <p class="legend small soft">
      <span><i class="line"></i>temperature</span>
      <span><i class="line dashed"></i>relative humidity</span>
      <span><i class="line dotted"></i>the face that is charted</span>
    </p>
    <p class="actions">
      <TableDialog title="The day shown" :columns="['Temperature', 'RH']" :rows="rows" />
    </p>
  </div>
</template>

<style scoped src="../traces.css"></style>

<style scoped>
.humidity {
  stroke: var(--water);
}

.humid {
  color: var(--fail);
}

.tick.start {
  text-anchor: start;
}

.tick.end {
  text-anchor: end;
}
</style>
