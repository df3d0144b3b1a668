<script setup lang="ts">
import { useElementSize } from '@vueuse/core';
import { computed, useTemplateRef } from 'vue';
import { faceDepths, layerDepth } from '@eldrun/core/build-up';
import { formatText } from '@eldrun/core/units';
import { MONTHS } from '@eldrun/core/climate';
import type { MonthlyBalance } from '@eldrun/core/steady-moisture';
import { layerTitle } from '@eldrun/core/explain';
import { moisturePlots, stateAt } from '../../../charts/moisture.ts';
import TableDialog from '../../../components/TableDialog.vue';
import DepthReading from '../DepthReading.vue';
import type { WallFrame } from '../frame.ts';

/** Temperature and dew point beside vapor pressure and saturation, in the month shown, with what condensed counted. */
const props = defineProps<{ frame: WallFrame; balance: MonthlyBalance; month: number }>();
const box = useTemplateRef<HTMLElement>('box');
const { width } = useElementSize(box);
const axis = computed(() => props.frame.axis);

/** Room between the two plots and at the left, px. */
const GAP = 22;
const LEFT = 12;

const half = computed(() => Math.max(40, (width.value - LEFT - GAP - 8) / 2));
const counted = computed(() => faceDepths(props.balance.parts).at(-1)!);
const plots = computed(() =>
  moisturePlots(props.balance, axis.value, props.month, half.value, props.frame.units),
);
const resolved = computed(() => props.frame.assessment.wall);

const PLOTS = computed(() => [
  { ...plots.value.temperature, at: LEFT, unit: props.frame.units === 'imperial' ? '°F' : '°C' },
  { ...plots.value.vapor, at: LEFT + half.value + GAP, unit: 'Pa' },
]);

const faces = computed(() =>
  resolved.value.layers
    .slice(0, resolved.value.counted)
    .map(({ index }) => axis.value.y(layerDepth(resolved.value, index))),
);

/** The condensing plane's temperature against the indoor dew point. */
const plane = computed(() => {
  const { condensingPlane, indoorDewPoint } = props.frame.assessment.moisture;
  if (!condensingPlane) return null;
  const index = resolved.value.layers.findIndex(({ id }) => id === condensingPlane.layer);
  const { temperature } = plots.value;
  const hold = (value: number): number => Math.min(half.value, Math.max(0, temperature.x(value)));
  return {
    y: axis.value.y(layerDepth(resolved.value, index)),
    from: hold(condensingPlane.temperature[props.month]!),
    to: hold(indoorDewPoint[props.month]!),
    atRisk: condensingPlane.margin[props.month]! < 0,
  };
});

function reading(depth: number): string {
  const at = stateAt(props.balance, props.month, depth);
  const { units } = props.frame;
  return `${formatText('temperature', at.temperature, units)}, dew point ${formatText('temperature', at.dewPoint, units)}, ${formatText('relativeHumidity', Math.min(1, at.pressure / at.saturation), units)} RH, ${formatText('vaporPressure', at.pressure, units)} of ${formatText('vaporPressure', at.saturation, units)}, at ${formatText('length', depth, units)}`;
}

/** The faces of the layers, outdoors first. */
function table() {
  const { units, material } = props.frame;
  const row = (name: string, depth: number) => {
    const at = stateAt(props.balance, props.month, depth);
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
  const rows = [
    ...layers.map(({ source, index }) =>
      row(
        `Inner face of ${layerTitle(source, material, units)}`,
        layerDepth(resolved.value, index),
      ),
    ),
    row('Outer surface', counted.value),
  ].toReversed();
  return { columns: ['Temperature', 'Dew point', 'RH', 'Vapor', 'Saturation'], rows };
}
</script>

<template>
  <div ref="box" class="traces">
    <svg :width="width" :height="axis.height" class="plot" aria-hidden="true">
      <text class="tick head" :x="LEFT" y="11">
        {{ MONTHS[props.month] }}{{ half > 75 ? ', wet planes counted' : '' }}
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
      </g>
    </svg>
    <DepthReading
      :axis="axis"
      :width="width"
      :pointer="frame.pointer"
      label="Temperature and vapor pressure at a depth from the inner surface, mm"
      :counted="counted"
      :text="reading"
      :plots="PLOTS.map(({ at }) => [at, at + half] as const)"
    >
      <span><i class="line"></i>temperature · vapor pressure</span>
      <span><i class="line dashed"></i>dew point · saturation</span>
      <span v-if="plane"><i class="line dotted"></i>indoor dew point</span>
    </DepthReading>
    <p class="actions">
      <TableDialog :title="`${MONTHS[props.month]}, wet planes counted`" :table="table" />
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

:deep(.legend),
:deep(.reading) {
  min-height: 52px;
}

:deep(.legend) {
  display: grid;
  align-content: start;
}
</style>
