<script setup lang="ts">
import { computed } from 'vue';
import { format, formatText, type UnitSystem } from '@eldrun/core/units';
import type { HouseYear } from '@eldrun/core/energy';

/** Heat lost in a year by walls and by windows, and below it what the sun through windows makes up for. */
const props = defineProps<{
  year: HouseYear;
  /** What the full width stands for, kWh. */
  most: number;
  units: UnitSystem;
}>();

const part = (value: number): string => `${props.most > 0 ? (100 * value) / props.most : 0}%`;
const text = (value: number): string => formatText('energy', value, props.units);
const figure = (value: number): string => format('energy', value, props.units).text;
const name = computed(
  () =>
    `Walls lose ${text(props.year.wallLoss)}, windows ${text(props.year.windowLoss)}, sun gives ${text(props.year.sunUsed)}`,
);
</script>

<template>
  <div class="bars" role="img" :aria-label="name" :title="name">
    <span class="bar wall" :style="{ width: part(year.wallLoss) }"></span
    ><span class="bar window" :style="{ width: part(year.windowLoss) }"></span>
    <span class="bar sun" :style="{ width: part(year.sunUsed) }"></span>
    <span class="small soft words"
      >walls {{ figure(year.wallLoss) }}<br />windows {{ figure(year.windowLoss) }}<br />sun −{{
        figure(year.sunUsed)
      }}</span
    >
  </div>
</template>

<style scoped>
.bars {
  min-width: 96px;
  font-size: 0;
}

.bar {
  display: inline-block;
  height: 14px;
  vertical-align: top;
}

.wall {
  background: var(--ink);
}

.window {
  background: repeating-linear-gradient(135deg, var(--ink) 0 1.5px, var(--sheet) 1.5px 5px);
  outline: 1px solid var(--ink);
  outline-offset: -1px;
}

.sun {
  display: block;
  height: 8px;
  background: var(--marker);
  outline: 1px solid var(--ink);
  outline-offset: -1px;
}

.words {
  display: block;
  margin-top: 2px;
  font-size: var(--text-12);
}
</style>
