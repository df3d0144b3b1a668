<script setup lang="ts">
import { computed } from 'vue';
import type { DepthAxis } from '../../charts/axis.ts';
import type { Pointer } from '../../components/pointer.ts';

/** Reads traces at a depth, by pointer or by keyboard: lies over the plots, and takes the place of their legend. */
const props = defineProps<{
  axis: DepthAxis;
  width: number;
  pointer: Pointer;
  /** What is read, for those who do not see it. */
  label: string;
  /** Depth of what counts, m. */
  counted: number;
  /** What stands at a depth, in words. */
  text: (depth: number) => string;
  /** From where to where each plot reaches, px. */
  plots: readonly (readonly [from: number, to: number])[];
}>();
const emit = defineEmits<{ open: [depth: number] }>();

const depth = computed(() =>
  props.pointer.depth === null ? null : Math.min(props.pointer.depth, props.counted),
);
const reading = computed(() => (depth.value === null ? '' : props.text(depth.value)));

function point(event: PointerEvent): void {
  const area = (event.currentTarget as SVGElement).getBoundingClientRect();
  props.pointer.to({ depth: props.axis.depthAt(event.clientY - area.top) });
}

/** Reads through the wall by keyboard: an eightieth of it a step. */
function step(by: number): void {
  const from = props.pointer.depth ?? props.counted / 2;
  props.pointer.to({
    depth: Math.min(props.counted, Math.max(0, from + (by * props.counted) / 80)),
  });
}

function open(): void {
  if (depth.value !== null) emit('open', depth.value);
}
</script>

<template>
  <svg
    :width="width"
    :height="axis.height"
    class="overlay"
    role="slider"
    tabindex="0"
    aria-orientation="vertical"
    :aria-label="label"
    :aria-valuemin="0"
    :aria-valuemax="Math.round(counted * 1000)"
    :aria-valuenow="Math.round((pointer.depth ?? 0) * 1000)"
    :aria-valuetext="reading || 'no depth chosen'"
    @pointermove="point"
    @pointerleave="pointer.to({ depth: null })"
    @click="open"
    @keydown.up.prevent.stop="step(1)"
    @keydown.down.prevent.stop="step(-1)"
    @keydown.enter.prevent.stop="open"
  >
    <template v-if="depth !== null">
      <line
        v-for="[from, to] in plots"
        :key="from"
        class="pointer"
        :x1="from"
        :x2="to"
        :y1="axis.y(depth)"
        :y2="axis.y(depth)"
      />
    </template>
  </svg>
  <!-- The reading takes the legend's place; the buttons below stay where they are. -->
  <p v-if="reading" class="small reading">{{ reading }}</p>
  <p v-else class="legend small soft"><slot /></p>
</template>

<style scoped src="./traces.css"></style>

<style scoped>
/* The plot stands last, on a narrow page first. */
.overlay {
  position: absolute;
  left: 12px;
  bottom: 0;
  touch-action: pan-y;
}

@media (max-width: 1000px) {
  .overlay {
    inset: 0 auto auto 12px;
  }
}
</style>
