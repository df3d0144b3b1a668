<script setup lang="ts">
import { useElementSize } from '@vueuse/core';
import { computed, useTemplateRef } from 'vue';
import { faceDepths } from '@eldrun/core/build-up';
import { faceWords } from '@eldrun/core/simulation';
import { formatText } from '@eldrun/core/units';
import { dayTrace } from '../../../charts/years.ts';
import TableDialog from '../../../components/TableDialog.vue';
import type { ShownRun } from './simulation.ts';
import type { WallFrame } from '../frame.ts';

/** Temperature and humidity through the wall on the day looked at, beside the drawing. */
const props = defineProps<{
  frame: WallFrame;
  run: ShownRun;
  /** The wall on the day shown. */
  state: { depth: number[]; temperature: number[]; rh: number[] };
  /** The face that is charted. */
  face: number;
}>();
const axis = computed(() => props.frame.axis);
const box = useTemplateRef<HTMLElement>('box');
const { width } = useElementSize(box);

const LEFT = 12;
const inner = computed(() => Math.max(60, width.value - LEFT - 14));
const trace = computed(() => dayTrace(props.state, axis.value, inner.value));

/** Depth of each face, indoors first. */
const faces = computed(() => faceDepths(props.run.file.wall.layers));

function table() {
  const { depth, temperature, rh } = props.state;
  const rows = faces.value
    .map((at, i) => {
      const node = Math.max(
        0,
        depth.findIndex((one) => one >= at - 1e-9),
      );
      return {
        name: faceWords(props.run.faces[i]!, props.run.layerName),
        cells: [
          formatText('temperature', temperature[node]!, props.frame.units),
          formatText('relativeHumidity', rh[node]!, props.frame.units),
        ],
      };
    })
    .toReversed();
  return { columns: ['Temperature', 'RH'], rows };
}

const temperatureText = (celsius: number): string =>
  formatText('temperature', celsius, props.frame.units);
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
        <path class="limit wrong" :d="`M${0.8 * inner} ${axis.y(axis.thickness)}V${axis.y(0)}`" />
        <path class="light humidity" :d="trace.humidity" />
        <path class="strong" :d="trace.temperature" />
        <path class="limit" :d="`M0 ${axis.y(faces[face] ?? 0)}H${inner}`" />
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
      <TableDialog title="The day shown" :table="table" />
    </p>
  </div>
</template>

<style scoped src="../traces.css"></style>

<style scoped>
.humidity {
  stroke: var(--water);
}

.tick.start {
  text-anchor: start;
}

.tick.end {
  text-anchor: end;
}
</style>
