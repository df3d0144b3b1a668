<script setup lang="ts">
import { useElementSize } from '@vueuse/core';
import { computed, useTemplateRef } from 'vue';
import { formatText, MONTHS } from '@eldrun/core';
import type { DepthAxis } from '../../../drawing/axis.ts';
import { faceDepths, layerDepth, moisturePlots, stateAt } from '../../../drawing/moisture.ts';
import { layerTitle } from '../../../labels.ts';
import TableDialog from '../../../parts/TableDialog.vue';
import { useBench } from '../../../stores/bench.ts';
import { useMoisture } from '../../../stores/moisture.ts';
import { useProject } from '../../../stores/project.ts';
import { useWall } from '../../../stores/wall.ts';

/** Temperature and dew point beside vapor pressure and saturation, in the month shown, with what condensed counted. */
const props = defineProps<{ axis: DepthAxis }>();
const project = useProject();
const wall = useWall();
const bench = useBench();
const moisture = useMoisture();
const box = useTemplateRef<HTMLElement>('box');
const { width } = useElementSize(box);

/** Room between the two plots and at the left, px. */
const GAP = 22;
const LEFT = 12;

const half = computed(() => Math.max(40, (width.value - LEFT - GAP - 8) / 2));
const counted = computed(() => faceDepths(moisture.balance!).at(-1)!);
const plots = computed(() =>
  moisturePlots(moisture.balance!, props.axis, moisture.month, half.value, project.units),
);
const resolved = computed(() => wall.assessment!.wall);

const PLOTS = computed(() => [
  { ...plots.value.temperature, at: LEFT, unit: project.units === 'imperial' ? '°F' : '°C' },
  { ...plots.value.vapor, at: LEFT + half.value + GAP, unit: 'Pa' },
]);

const faces = computed(() =>
  resolved.value.layers
    .slice(0, resolved.value.counted)
    .map(({ index }) => props.axis.y(layerDepth(resolved.value, index))),
);

/** The condensing plane's temperature against the indoor dew point. */
const plane = computed(() => {
  const { condensingPlane, indoorDewPoint } = wall.assessment!.moisture;
  if (!condensingPlane) return null;
  const index = resolved.value.layers.findIndex(({ id }) => id === condensingPlane.layer);
  const { temperature } = plots.value;
  const hold = (value: number): number => Math.min(half.value, Math.max(0, temperature.x(value)));
  return {
    y: props.axis.y(layerDepth(resolved.value, index)),
    from: hold(condensingPlane.temperature[moisture.month]!),
    to: hold(indoorDewPoint[moisture.month]!),
    atRisk: condensingPlane.margin[moisture.month]! < 0,
  };
});

const readingText = computed(() => {
  if (bench.depth === null) return '';
  const depth = Math.min(bench.depth, counted.value);
  const at = stateAt(moisture.balance!, moisture.month, depth);
  const { units } = project;
  return `${formatText('temperature', at.temperature, units)}, dew point ${formatText('temperature', at.dewPoint, units)}, ${formatText('relativeHumidity', Math.min(1, at.pressure / at.saturation), units)} RH, ${formatText('vaporPressure', at.pressure, units)} of ${formatText('vaporPressure', at.saturation, units)}, at ${formatText('length', depth, units)}`;
});

/** The faces of the layers, outdoors first. */
const table = computed(() => {
  const { units } = project;
  const row = (name: string, depth: number) => {
    const at = stateAt(moisture.balance!, moisture.month, depth);
    return {
      name,
      cells: [
        formatText('temperature', at.temperature, units),
        formatText('temperature', at.dewPoint, units),
        formatText('relativeHumidity', Math.min(1, at.pressure / at.saturation), units),
        formatText('vaporPressure', at.pressure, units),
        formatText('vaporPressure', at.saturation, units),
      ],
    };
  };
  const layers = resolved.value.layers.slice(0, resolved.value.counted);
  return [
    ...layers.map(({ source, index }) =>
      row(
        `Inner face of ${layerTitle(source, wall.material, units)}`,
        layerDepth(resolved.value, index),
      ),
    ),
    row('Outer surface', counted.value),
  ].toReversed();
});

function point(event: PointerEvent): void {
  const area = (event.currentTarget as SVGElement).getBoundingClientRect();
  bench.depth = props.axis.depthAt(event.clientY - area.top);
}

function step(by: number): void {
  const from = bench.depth ?? counted.value / 2;
  bench.depth = Math.min(counted.value, Math.max(0, from + (by * counted.value) / 80));
}
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
      aria-label="Temperature and vapor pressure at a depth from the inner surface, mm"
      :aria-valuemin="0"
      :aria-valuemax="Math.round(counted * 1000)"
      :aria-valuenow="Math.round((bench.depth ?? 0) * 1000)"
      :aria-valuetext="readingText || 'no depth chosen'"
      @pointermove="point"
      @pointerleave="bench.depth = null"
      @keydown.up.prevent.stop="step(1)"
      @keydown.down.prevent.stop="step(-1)"
    >
      <text class="tick head" :x="LEFT" y="11">
        {{ MONTHS[moisture.month] }}{{ half > 75 ? ', wet planes counted' : '' }}
      </text>
      <g v-for="one in PLOTS" :key="one.unit" :transform="`translate(${one.at} 0)`">
        <rect
          class="frame"
          x="0"
          :y="axis.y(counted)"
          :width="half"
          :height="axis.y(0) - axis.y(counted)"
        />
        <path v-for="(y, i) in faces" :key="i" class="grid" :d="`M0 ${y}H${half}`" />
        <g v-for="tick in one.ticks" :key="tick.label">
          <path class="grid" :d="`M${tick.x} ${axis.y(counted)}V${axis.y(0)}`" />
          <text class="tick" :class="{ last: tick.x > half - 10 }" :x="tick.x" :y="axis.y(0) + 15">
            {{ tick.label }}
          </text>
        </g>
        <text class="tick unit" :x="half" :y="axis.y(0) + 29">{{ one.unit }}</text>
        <path
          v-for="(line, i) in one.lines"
          :key="line.name"
          :class="i === (one.unit === 'Pa' ? 1 : 0) ? 'strong' : 'light'"
          :d="line.path"
        />
        <g v-if="plane && one.unit !== 'Pa'" :class="plane.atRisk ? 'risk' : 'safe'">
          <path class="margin" :d="`M${plane.from} ${plane.y}H${plane.to}`" />
          <rect
            v-if="plane.atRisk"
            class="at"
            :x="plane.from - 4"
            :y="plane.y - 4"
            width="8"
            height="8"
          />
          <circle v-else class="at" :cx="plane.from" :cy="plane.y" r="4" />
          <path class="limit" :d="`M${plane.to} ${plane.y}V${axis.y(0)}`" />
        </g>
        <line
          v-if="bench.depth !== null"
          class="pointer"
          x1="0"
          :x2="half"
          :y1="axis.y(Math.min(bench.depth, counted))"
          :y2="axis.y(Math.min(bench.depth, counted))"
        />
      </g>
    </svg>
    <p v-if="readingText" class="small reading">{{ readingText }}</p>
    <p v-else class="legend small soft">
      <span><i class="line"></i>temperature · vapor pressure</span>
      <span><i class="line dashed"></i>dew point · saturation</span>
      <span v-if="plane"><i class="line dotted"></i>indoor dew point</span>
    </p>
    <p class="actions">
      <TableDialog
        :title="`${MONTHS[moisture.month]}, wet planes counted`"
        :columns="['Temperature', 'Dew point', 'RH', 'Vapor', 'Saturation']"
        :rows="table"
      />
    </p>
  </div>
</template>

<style scoped src="../traces.css"></style>

<style scoped>
.tick.last,
.tick.unit {
  text-anchor: end;
}

.tick.head {
  text-anchor: start;
}

.legend,
.reading {
  min-height: 52px;
}

.legend {
  display: grid;
  align-content: start;
}
</style>
