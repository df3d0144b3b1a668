<script setup lang="ts">
/** The crosshair of the lens Heat, and the temperature at it. */
defineProps<{
  /** px from the upper left of the drawing. */
  at: { x: number; y: number };
  text: string;
  width: number;
}>();

/** Nearer to the right edge than this the words stand at the left, px. */
const EDGE = 80;
</script>

<template>
  <g v-if="text" class="marks">
    <path class="halo" :d="`M${at.x - 7} ${at.y}h14m-7 -7v14`" />
    <path class="cross" :d="`M${at.x - 7} ${at.y}h14m-7 -7v14`" />
    <text
      class="reading"
      :x="at.x + (at.x > width - EDGE ? -10 : 10)"
      :y="at.y - 8"
      :text-anchor="at.x > width - EDGE ? 'end' : 'start'"
    >
      {{ text }}
    </text>
  </g>
</template>

<style scoped>
path {
  fill: none;
}

.halo {
  stroke: var(--sheet);
  stroke-opacity: 0.6;
  stroke-width: 3;
}

.cross {
  stroke: var(--ink);
  stroke-width: 2;
}

.reading {
  font-size: 16px;
  font-weight: 700;
  fill: var(--ink);
  stroke: var(--sheet);
  stroke-width: 3.5;
  paint-order: stroke;
}
</style>
