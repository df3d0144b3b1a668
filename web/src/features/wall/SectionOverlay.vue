<script setup lang="ts">
import { computed, ref, watch } from 'vue';
import { layerBands } from '@eldrun/drawing';
import type { WallFrame } from './frame.ts';
import type { LensPart as Part, PointReading } from './lens.ts';
import LensPart from './LensPart.vue';

/**
 * Points at the section: what is selected, what the pointer is over, and in some lenses a point that is read. It lies
 * over the drawing, which knows nothing of it.
 */
const props = defineProps<{
  frame: WallFrame;
  selected: string | null;
  overlay: (Part & { reading: PointReading }) | undefined;
}>();
const emit = defineEmits<{ select: [layer: string]; edit: [] }>();

const at = ref<{ x: number; y: number } | null>(null);

/** A layer thinner than this is marked as if it were so high, px. */
const THIN = 6;

const bands = computed(() => {
  const { axis, assessment } = props.frame;
  const { layers } = assessment.wall;
  return layerBands(layers).map(({ y, height }, i) => ({
    id: layers[i]!.id,
    y: axis.y(0) + y * axis.scale,
    height: height * axis.scale,
  }));
});
const marked = (id: string | null) => {
  const band = bands.value.find((one) => one.id === id);
  return (
    band && {
      y: Math.min(band.y, band.y + band.height / 2 - THIN / 2),
      height: Math.max(band.height, THIN),
    }
  );
};
const selectedBand = computed(() => marked(props.selected));
const hoveredBand = computed(() =>
  props.frame.pointer.layer === props.selected ? undefined : marked(props.frame.pointer.layer),
);

const top = computed(() => props.frame.axis.y(props.frame.axis.thickness));
const bottom = computed(() => props.frame.axis.y(0));

function read(x: number, y: number): void {
  at.value = {
    x: Math.min(props.frame.width, Math.max(0, x)),
    y: Math.min(bottom.value, Math.max(top.value, y)),
  };
}
watch(
  [at, () => props.overlay, () => props.overlay?.reading.follows(), () => props.frame.axis],
  () => props.overlay?.reading.read(at.value, props.frame),
);
watch(
  () => props.overlay,
  () => (at.value = null),
);

/** px that an arrow key moves the point. */
const STEP = 8;
const ARROWS: Record<string, [number, number]> = {
  ArrowLeft: [-STEP, 0],
  ArrowRight: [STEP, 0],
  ArrowUp: [0, -STEP],
  ArrowDown: [0, STEP],
};

function move(event: KeyboardEvent): void {
  const by = ARROWS[event.key];
  if (!props.overlay || !by || event.altKey) return;
  event.preventDefault();
  event.stopPropagation();
  const from = at.value ?? { x: props.frame.width / 2, y: (top.value + bottom.value) / 2 };
  read(from.x + by[0], from.y + by[1]);
}

function point(event: PointerEvent): void {
  const { pointer, axis } = props.frame;
  const box = (event.currentTarget as SVGElement).getBoundingClientRect();
  const y = event.clientY - box.top;
  if (props.overlay) read(event.clientX - box.left, y);
  const over = bands.value.find((band) => y >= band.y && y <= band.y + Math.max(band.height, 2));
  pointer.to({ depth: axis.depthAt(y), layer: over?.id ?? null });
}

function leave(): void {
  at.value = null;
  props.frame.pointer.to({ depth: null, layer: null });
}

function choose(): void {
  const { layer } = props.frame.pointer;
  if (layer) emit('select', layer);
}

const spoken = computed(() => props.overlay?.reading.spoken(props.frame) ?? '');
</script>

<template>
  <svg
    class="overlay"
    :width="frame.width"
    :height="frame.axis.height"
    :role="overlay ? 'application' : 'presentation'"
    :tabindex="overlay ? 0 : -1"
    :aria-label="overlay ? `${overlay.reading.label} ${spoken}` : undefined"
    @keydown="move"
    @blur="leave"
    @pointermove="point"
    @pointerleave="leave"
    @click="choose"
    @dblclick="emit('edit')"
  >
    <rect
      v-if="selectedBand"
      class="selected"
      :class="{ bare: overlay }"
      x="1"
      v-bind="selectedBand"
      :width="frame.width - 2"
    />
    <rect v-if="hoveredBand" class="hovered" x="1" v-bind="hoveredBand" :width="frame.width - 2" />
    <line
      v-if="frame.pointer.depth !== null && !at"
      class="pointer"
      x1="0"
      :x2="frame.width"
      :y1="frame.axis.y(frame.pointer.depth)"
      :y2="frame.axis.y(frame.pointer.depth)"
    />
    <LensPart v-if="overlay && at" :part="overlay" :frame="frame" />
  </svg>
  <p v-if="overlay" class="hidden-label" role="status">{{ spoken }}</p>
</template>

<style scoped>
.overlay {
  position: absolute;
  left: 0;
  top: 0;
  overflow: visible;
  touch-action: pan-y;
}

.selected {
  fill: var(--marker);
  fill-opacity: 0.35;
  stroke: var(--ink);
  stroke-width: 2;
}

/* Over a field only the edge: a tint would change its colors. */
.selected.bare {
  fill: none;
  stroke-width: 3;
}

.hovered {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.5;
}

.pointer {
  stroke: var(--ink);
  stroke-dasharray: 2 3;
}
</style>
