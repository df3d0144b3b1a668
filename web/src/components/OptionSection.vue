<script setup lang="ts">
import { computed, useId } from 'vue';
import { formatText, type UnitSystem } from '@eldrun/core/units';
import type { ResolvedWall } from '@eldrun/core/build-up';
import { layerBands, wallSection } from '@eldrun/drawing';
import { SceneMarks } from './SceneMarks.ts';

/** A wall among others: its plan section at their common scale, standing on their common inner face. */
const props = defineProps<{
  wall: ResolvedWall;
  name: string;
  width: number;
  height: number;
  /** px a metre. */
  scale: number;
  units: UnitSystem;
  /** Ids of layers that the baseline has none like. */
  apart: ReadonlySet<string>;
}>();
const uid = useId();

/** Left of the section: the marks of what differs. Right of it: the thickness. px */
const MARKS = 12;
const BRACKET = 18;

const drawn = computed(() => props.width - MARKS - BRACKET);
const scene = computed(() => wallSection(props.wall, drawn.value / props.scale));
const thickness = computed(() => props.wall.layers.reduce((sum, one) => sum + one.thickness, 0));
const base = computed(() => props.height - 6);
const top = computed(() => base.value - thickness.value * props.scale);

/** A mark is no lower than this: a membrane has one as well, px. */
const LEAST = 4;
const marks = computed(() => {
  const bands = layerBands(props.wall.layers);
  return props.wall.layers.flatMap(({ id }, i) => {
    if (!props.apart.has(id)) return [];
    const { y, height } = bands[i]!;
    const high = Math.max(LEAST, height * props.scale);
    return [{ id, y: base.value + (y + height / 2) * props.scale - high / 2, height: high }];
  });
});
const label = computed(
  () =>
    `Plan section of ${props.name}, ${formatText('length', thickness.value, props.units)} thick${
      marks.value.length > 0 ? `; ${marks.value.length} of its layers differ from the baseline` : ''
    }`,
);
</script>

<template>
  <svg class="option" :width="width" :height="height" role="img" :aria-label="label">
    <clipPath :id="`${uid}-stretch`">
      <rect :x="MARKS" y="0" :width="drawn" :height="height" />
    </clipPath>
    <g :clip-path="`url(#${uid}-stretch)`">
      <SceneMarks :scene="scene" :uid="uid" :scale="scale" :x="MARKS" :y="base" />
    </g>
    <rect
      v-for="mark in marks"
      :key="mark.id"
      class="apart"
      x="1"
      :y="mark.y"
      width="7"
      :height="mark.height"
    />
    <path class="bracket" :d="`M${width - 10} ${top}h8m-4 0V${base}m-4 0h8`" />
    <path class="face" :d="`M0 ${base}H${width}`" />
  </svg>
</template>

<style scoped>
.option {
  display: block;
}

.apart {
  fill: var(--marker);
  stroke: var(--ink);
}

.bracket,
.face {
  fill: none;
  stroke: var(--ink);
}
</style>
