<script setup lang="ts">
import { useElementSize } from '@vueuse/core';
import { computed, useTemplateRef } from 'vue';
import { explainPoint, formatText, profileAt } from '@eldrun/core';
import type { DepthAxis } from '../../drawing/axis.ts';
import { tracesOf } from '../../drawing/traces.ts';
import { layerTitle, momentName, PATH_NAMES } from '../../labels.ts';
import TableDialog from '../../parts/TableDialog.vue';
import { useBench } from '../../stores/bench.ts';
import { useProject } from '../../stores/project.ts';
import { useWall } from '../../stores/wall.ts';

const props = defineProps<{ axis: DepthAxis }>();
const project = useProject();
const wall = useWall();
const bench = useBench();
const box = useTemplateRef<HTMLElement>('box');
const { width } = useElementSize(box);

const inner = computed(() => Math.max(60, width.value - 24));
const profile = computed(() => bench.profile!);

const depthOf = (id: string): number => {
  let depth = 0;
  for (const layer of wall.document!.layers) {
    if (layer.id === id) return depth;
    depth += layer.thickness;
  }
  return depth;
};

/** Temperatures set by hand are no month's: its margin is not theirs. */
const byHand = computed(() => Object.keys(bench.chosen).length > 0);

const plane = computed(() => {
  const condensing = wall.assessment!.moisture.condensingPlane;
  if (!condensing || bench.path === 'member' || bench.moment === 'design' || byHand.value)
    return null;
  return {
    condensing,
    depth: depthOf(condensing.layer),
    temperature: condensing.temperature[bench.moment]!,
    dewPoint: wall.assessment!.moisture.indoorDewPoint[bench.moment]!,
  };
});

const traces = computed(() =>
  tracesOf(profile.value, props.axis, inner.value, project.units, plane.value),
);
const counted = computed(() => profile.value.points.at(-1)?.depth ?? 0);

const reading = computed(() =>
  bench.depth === null ? null : profileAt(profile.value, Math.min(bench.depth, counted.value)),
);

const readingText = computed(() => {
  const at = reading.value;
  if (!at) return '';
  const { units } = project;
  const humidity = at.vaporPressure / at.saturationPressure;
  return `${formatText('temperature', at.temperature, units)}, dew point ${formatText('temperature', at.dewPoint, units)}, ${formatText('relativeHumidity', humidity, units)} RH, at ${formatText('length', at.depth, units)}`;
});

function point(event: PointerEvent): void {
  const area = (event.currentTarget as SVGElement).getBoundingClientRect();
  bench.depth = props.axis.depthAt(event.clientY - area.top);
}

/** Reads through the wall by keyboard: an eightieth of it a step. */
function step(by: number): void {
  const from = bench.depth ?? counted.value / 2;
  bench.depth = Math.min(counted.value, Math.max(0, from + (by * counted.value) / 80));
}

function open(): void {
  if (reading.value) bench.explanation = explainPoint(profile.value, reading.value);
}

/** The faces of the layers, outdoors first: the traces as a table. */
const faces = computed(() => {
  let depth = 0;
  const layers = wall.document!.layers.slice(0, wall.assessment!.wall.counted);
  const rows = layers.map((layer) => {
    const at = profileAt(profile.value, depth);
    depth += layer.thickness;
    return { name: `Inner face of ${layerTitle(layer, wall.material, project.units)}`, at };
  });
  return [...rows, { name: 'Outer surface', at: profileAt(profile.value, depth) }].toReversed();
});

const table = computed(() =>
  faces.value.map(({ name, at }) => ({
    name,
    cells: [
      formatText('temperature', at.temperature, project.units),
      formatText('temperature', at.dewPoint, project.units),
      formatText('relativeHumidity', at.vaporPressure / at.saturationPressure, project.units),
    ],
  })),
);
</script>

<template>
  <div ref="box" class="traces">
    <svg
      :width="width"
      :height="axis.height"
      class="plot"
      role="slider"
      tabindex="0"
      aria-orientation="vertical"
      aria-label="Temperature and dew point at a depth from the inner surface, mm"
      :aria-valuemin="0"
      :aria-valuemax="Math.round(counted * 1000)"
      :aria-valuenow="Math.round((bench.depth ?? 0) * 1000)"
      :aria-valuetext="readingText || 'no depth chosen'"
      @pointermove="point"
      @pointerleave="bench.depth = null"
      @click="open"
      @keydown.up.prevent.stop="step(1)"
      @keydown.down.prevent.stop="step(-1)"
      @keydown.enter.prevent.stop="open"
    >
      <g transform="translate(12 0)">
        <rect
          class="frame"
          x="0"
          :y="axis.y(counted)"
          :width="inner"
          :height="axis.y(0) - axis.y(counted)"
        />
        <g v-for="tick in traces.ticks" :key="tick.label">
          <path class="grid" :d="`M${tick.x} ${axis.y(counted)}V${axis.y(0)}`" />
          <text class="tick" :x="tick.x" :y="axis.y(0) + 16">{{ tick.label }}</text>
        </g>
        <path
          v-for="face in faces"
          :key="face.name"
          class="grid"
          :d="`M0 ${axis.y(face.at.depth)}H${inner}`"
        />
        <rect
          v-for="(band, i) in traces.crossings"
          :key="`crossing-${i}`"
          class="crossing"
          x="0"
          :y="band.y"
          :width="inner"
          :height="band.height"
        />
        <path class="light" :d="traces.dewPoint" />
        <path class="strong" :d="traces.temperature" />
        <g v-if="traces.plane" :class="traces.plane.atRisk ? 'risk' : 'safe'">
          <path class="limit" :d="`M${traces.plane.dewX} ${axis.y(0)}V${traces.plane.y}`" />
          <path class="margin" :d="`M${traces.plane.x} ${traces.plane.y}H${traces.plane.dewX}`" />
          <rect
            v-if="traces.plane.atRisk"
            class="at"
            :x="traces.plane.x - 4"
            :y="traces.plane.y - 4"
            width="8"
            height="8"
          />
          <circle v-else class="at" :cx="traces.plane.x" :cy="traces.plane.y" r="4" />
        </g>
        <line
          v-if="bench.depth !== null"
          class="pointer"
          x1="0"
          :x2="inner"
          :y1="axis.y(Math.min(bench.depth, counted))"
          :y2="axis.y(Math.min(bench.depth, counted))"
        />
      </g>
      <text class="head" x="12" y="11">
        {{ momentName(bench.moment) }}, {{ PATH_NAMES[bench.path] }}
      </text>
    </svg>
    <!-- The reading takes the legend's place; the buttons below stay where they are. -->
    <p v-if="readingText" class="small reading">{{ readingText }}</p>
    <p v-else class="legend small soft">
      <span><i class="line"></i>temperature</span>
      <span><i class="line dashed"></i>dew point</span>
      <span v-if="traces.plane"><i class="line dotted"></i>indoor dew point</span>
    </p>
    <p class="actions">
      <slot />
      <TableDialog
        :title="`${momentName(bench.moment)}, ${PATH_NAMES[bench.path]}`"
        :columns="['Temperature', 'Dew point', 'RH']"
        :rows="table"
      />
    </p>
  </div>
</template>

<style scoped src="./traces.css"></style>

<style scoped>
.crossing {
  fill: var(--fail);
  fill-opacity: 0.14;
}
</style>
