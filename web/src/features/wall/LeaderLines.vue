<script setup lang="ts">
import { computed } from 'vue';
import { leaderLine } from '../../charts/callouts.ts';
import type { DepthAxis } from '../../charts/axis.ts';
import type { Pointer } from '../../components/pointer.ts';

/** The lines that lead from the rows to their layers in the drawing. */
const props = defineProps<{
  /** Outdoors first, as the rows stand: id, and depth of the middle from the inner surface, m. */
  layers: readonly { id: string; depth: number }[];
  axis: DepthAxis | null;
  width: number;
  height: number;
  rowHeight: number;
  /** How far the rows are scrolled, px. */
  scrolled: number;
  selected: string | null;
  pointer: Pointer;
}>();

const leaders = computed(() => {
  const { axis, layers, height, width, rowHeight, scrolled } = props;
  if (!axis) return [];
  return layers.flatMap(({ id, depth }, i) => {
    const rowY = (i + 0.5) * rowHeight - scrolled;
    // Rows that are scrolled away lead nowhere.
    if (rowY < 0 || rowY > height) return [];
    const upward = axis.y(depth) < rowY;
    const lane = upward ? i : layers.length - 1 - i;
    return { id, path: leaderLine(rowY, depth, axis, width, lane, layers.length) };
  });
});

/** The lines of what is selected and pointed at stand out: drawn once more over the others. */
const strong = computed(() =>
  leaders.value
    .filter(({ id }) => id === props.selected || id === props.pointer.layer)
    .map(({ path }) => path)
    .join(''),
);
const all = computed(() => leaders.value.map(({ path }) => path).join(''));
</script>

<template>
  <svg class="leaders" :width="width" :height="height" aria-hidden="true">
    <path :d="all" />
    <path class="on" :d="strong" />
  </svg>
</template>

<style scoped>
path {
  fill: none;
  stroke: var(--soft);
  stroke-width: 1;
}

.on {
  stroke: var(--ink);
  stroke-width: 2;
}
</style>
