<script setup lang="ts">
import { computed } from 'vue';
import { formatText, type UnitSystem } from '@eldrun/core/units';
import { dayText, type Wetting } from '@eldrun/core/site';

/** Moisture of wood day by day over the rain that falls on it. */
const props = defineProps<{ wetting: Wetting; units: UnitSystem }>();

const WIDTH = 720;
const HEIGHT = 150;
const LEFT = 44;
const BASE = 116;

const top = computed(() => Math.max(0.25, props.wetting.peak * 1.1));
const x = (n: number): number =>
  LEFT + ((n + 0.5) / props.wetting.days.length) * (WIDTH - LEFT - 8);
const y = (share: number): number => BASE - (share / top.value) * (BASE - 8);
const line = computed(() =>
  props.wetting.days.map(({ moisture }, n) => `${n ? 'L' : 'M'}${x(n)} ${y(moisture)}`).join(''),
);
const most = computed(() => Math.max(1, ...props.wetting.days.map(({ rain }) => rain)));
const step = computed(() => (WIDTH - LEFT - 8) / props.wetting.days.length);
const marks = computed(() =>
  props.wetting.days.map(({ day }, n) => ({ day, n })).filter(({ n }) => n % 5 === 0),
);
</script>

<template>
  <svg
    :viewBox="`0 0 ${WIDTH} ${HEIGHT}`"
    class="chart paper"
    role="img"
    :aria-label="`Moisture day by day, at most ${formatText('share', wetting.peak, units)}; the limit is ${formatText('share', wetting.limit, units)}`"
  >
    <rect
      v-for="({ rain, day }, n) in wetting.days"
      :key="day"
      class="rain"
      :x="x(n) - step / 2 + 1"
      :y="BASE - (rain / most) * 46"
      :width="step - 2"
      :height="(rain / most) * 46"
    />
    <path class="limit" :d="`M${LEFT} ${y(wetting.limit)}H${WIDTH - 8}`" />
    <text :x="LEFT - 6" :y="y(wetting.limit) + 4" text-anchor="end">
      {{ formatText('share', wetting.limit, units) }}
    </text>
    <path class="line" :d="line" />
    <path class="axis" :d="`M${LEFT} ${BASE}H${WIDTH - 8}`" />
    <text v-for="mark in marks" :key="mark.day" :x="x(mark.n)" :y="BASE + 16" text-anchor="middle">
      {{ dayText(mark.day) }}
    </text>
    <text :x="LEFT" :y="HEIGHT - 4">line: moisture of the wood · bars: rain of the day</text>
  </svg>
</template>

<style scoped>
.chart {
  width: 100%;
  max-width: 760px;
}

text {
  font-size: 12px;
  fill: var(--soft);
}

.rain {
  fill: var(--water);
  opacity: 0.35;
}

.limit {
  stroke: var(--fail);
  stroke-dasharray: 5 4;
}

.line {
  fill: none;
  stroke: var(--ink);
  stroke-width: 2;
}

.axis {
  stroke: var(--line);
}
</style>
