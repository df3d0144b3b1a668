<script setup lang="ts">
import { useElementSize } from '@vueuse/core';
import { computed, ref, useTemplateRef, watch } from 'vue';
import { format, type UnitSystem } from '@eldrun/core/units';
import type { Measures } from '@eldrun/core/options';
import type { Swept } from '@eldrun/core/exploration';
import { scaleOver, type Brush, type MeasureAxis } from './measure-axes.ts';

/** One of the walls that none beats, in the chart. */
interface FrontierDot {
  number: number;
  measures: Measures;
  simulated: boolean;
}

/**
 * Every wall of an exploration as a dot: on a canvas, since a hundred thousand of them are drawn while they stream in.
 * Frontier, the wall as it is, the picked one and the brushed part lie over it.
 */
const props = defineProps<{
  swept: Swept;
  /** Changes with what is swept. */
  version: number;
  /** Whether each meets the limits. */
  meets: Uint8Array;
  x: MeasureAxis;
  y: MeasureAxis;
  frontier: readonly FrontierDot[];
  now: Measures | null;
  /** Number of the picked combination. */
  picked: number | null;
  brush: Brush | null;
  units: UnitSystem;
}>();
const emit = defineEmits<{
  pick: [at: number];
  point: [at: number | null];
  brush: [part: Brush | null];
}>();

const HEIGHT = 470;
const LEFT = 58;
const RIGHT = 14;
const TOP = 10;
const BOTTOM = 26;
/** Size of a dot, px; a pointer this near points at it. */
const DOT = 3;
const NEAR = 12;

const box = useTemplateRef<HTMLElement>('box');
const canvas = useTemplateRef<HTMLCanvasElement>('canvas');
const { width } = useElementSize(box);

/** A measure of every wall; R from U. */
const columnOf = ({ key }: MeasureAxis): Float64Array => {
  if (key !== 'r') return props.swept[key];
  return props.swept.u.map((u) => 1 / u);
};
const columns = computed(() => {
  void props.version;
  return { x: columnOf(props.x), y: columnOf(props.y) };
});

function scaleOf(axis: MeasureAxis, column: Float64Array, start: number, end: number) {
  let [low, high] = [Infinity, -Infinity];
  for (const value of column) {
    if (value < low) low = value;
    if (value > high) high = value;
  }
  const own = props.now?.[axis.key];
  if (own !== undefined && own !== null) [low, high] = [Math.min(low, own), Math.max(high, own)];
  if (!(low <= high)) [low, high] = [0, axis.unit[props.units]];
  return scaleOver(low, high, axis.unit[props.units], start, end);
}
const scales = computed(() => ({
  x: scaleOf(props.x, columns.value.x, LEFT, Math.max(LEFT + 40, width.value - RIGHT)),
  y: scaleOf(props.y, columns.value.y, HEIGHT - BOTTOM, TOP),
}));
const ticksOf = (axis: MeasureAxis, ticks: readonly number[]): string[] =>
  ticks.map((tick) => format(axis.quantity, tick, props.units).text.replace(/\.0+$/, ''));
const unitOf = (axis: MeasureAxis): string => {
  const { unit } = format(axis.quantity, axis.unit[props.units], props.units);
  return axis.key === 'r' && props.units === 'imperial' ? '' : unit;
};

function draw(): void {
  const target = canvas.value;
  if (!target || width.value < 40) return;
  const ratio = window.devicePixelRatio || 1;
  target.width = width.value * ratio;
  target.height = HEIGHT * ratio;
  const pen = target.getContext('2d')!;
  pen.scale(ratio, ratio);
  const { x, y } = columns.value;
  const { x: across, y: up } = scales.value;
  for (const meeting of [0, 1]) {
    pen.fillStyle = meeting ? 'rgba(22, 33, 30, 0.5)' : 'rgba(74, 90, 86, 0.17)';
    for (let at = 0; at < x.length; at++) {
      if (props.meets[at] !== meeting || Number.isNaN(x[at]!) || Number.isNaN(y[at]!)) continue;
      pen.fillRect(across.px(x[at]!) - DOT / 2, up.px(y[at]!) - DOT / 2, DOT, DOT);
    }
  }
}
watch([canvas, width, columns, scales, () => props.meets], draw, { flush: 'post' });

const place = (measures: Measures): { x: number; y: number } | null => {
  const [x, y] = [measures[props.x.key], measures[props.y.key]];
  return x === null || y === null ? null : { x: scales.value.x.px(x), y: scales.value.y.px(y) };
};
const dots = computed(() =>
  props.frontier.flatMap((dot) => {
    const at = place(dot.measures);
    return at ? [{ ...dot, ...at }] : [];
  }),
);
const ownPlace = computed(() => props.now && place(props.now));
const pickedPlace = computed(() => {
  void props.version;
  const at = props.swept.numbers.indexOf(props.picked ?? -1);
  if (at < 0) return null;
  const { x, y } = columns.value;
  return { x: scales.value.x.px(x[at]!), y: scales.value.y.px(y[at]!) };
});

/** The wall nearest to a place, of those under the pointer; frontier members come first. */
function nearest(px: number, py: number): number | null {
  const { x, y } = columns.value;
  const { x: across, y: up } = scales.value;
  let best: number | null = null;
  let least = NEAR ** 2;
  for (let at = 0; at < x.length; at++) {
    const distance = (across.px(x[at]!) - px) ** 2 + (up.px(y[at]!) - py) ** 2;
    if (distance < least) [least, best] = [distance, at];
  }
  const dot = dots.value.find((one) => (one.x - px) ** 2 + (one.y - py) ** 2 < NEAR ** 2);
  return dot ? props.swept.numbers.indexOf(dot.number) : best;
}

const drag = ref<{ x: number; y: number; toX: number; toY: number } | null>(null);
const spot = (event: PointerEvent): { x: number; y: number } => {
  const frame = box.value!.getBoundingClientRect();
  return { x: event.clientX - frame.left, y: event.clientY - frame.top };
};
function down(event: PointerEvent): void {
  const { x, y } = spot(event);
  drag.value = { x, y, toX: x, toY: y };
  (event.currentTarget as Element).setPointerCapture(event.pointerId);
}
function move(event: PointerEvent): void {
  const { x, y } = spot(event);
  if (drag.value) drag.value = { ...drag.value, toX: x, toY: y };
  else emit('point', nearest(x, y));
}
function up(): void {
  const dragged = drag.value;
  drag.value = null;
  if (!dragged) return;
  const { x, y, toX, toY } = dragged;
  if (Math.abs(toX - x) < 6 && Math.abs(toY - y) < 6) {
    const at = nearest(x, y);
    if (at === null) emit('brush', null);
    else emit('pick', at);
    return;
  }
  const between = (value: (px: number) => number, a: number, b: number) => {
    const [one, other] = [value(a), value(b)];
    return [Math.min(one, other), Math.max(one, other)] as const;
  };
  emit('brush', {
    x: between(scales.value.x.value, x, toX),
    y: between(scales.value.y.value, y, toY),
  });
}
const brushed = computed(() => {
  if (drag.value) {
    const { x, y, toX, toY } = drag.value;
    return {
      x: Math.min(x, toX),
      y: Math.min(y, toY),
      width: Math.abs(toX - x),
      height: Math.abs(toY - y),
    };
  }
  if (!props.brush) return null;
  const { x, y } = props.brush;
  const [left, right] = x.map(scales.value.x.px) as [number, number];
  const [bottom, top] = y.map(scales.value.y.px) as [number, number];
  return { x: left, y: top, width: right - left, height: bottom - top };
});
</script>

<template>
  <div ref="box" class="cloud" :style="{ height: `${HEIGHT}px` }">
    <svg class="under" :width="width" :height="HEIGHT" aria-hidden="true">
      <rect
        class="sheet"
        :x="LEFT"
        :y="TOP"
        :width="Math.max(0, width - LEFT - RIGHT)"
        :height="HEIGHT - TOP - BOTTOM"
      />
      <template v-for="(tick, i) in scales.x.ticks" :key="`x${i}`">
        <path class="grid" :d="`M${scales.x.px(tick)} ${TOP}V${HEIGHT - BOTTOM}`" />
        <text class="tick middle" :x="scales.x.px(tick)" :y="HEIGHT - 8">
          {{ ticksOf(x, scales.x.ticks)[i] }}
        </text>
      </template>
      <template v-for="(tick, i) in scales.y.ticks" :key="`y${i}`">
        <path class="grid" :d="`M${LEFT} ${scales.y.px(tick)}H${width - RIGHT}`" />
        <text class="tick end" :x="LEFT - 6" :y="scales.y.px(tick) + 4">
          {{ ticksOf(y, scales.y.ticks)[i] }}
        </text>
      </template>
    </svg>
    <canvas ref="canvas" class="dots"></canvas>
    <svg
      class="over"
      :width="width"
      :height="HEIGHT"
      role="img"
      :aria-label="`${y.label} against ${x.label} of every wall; the table has those that none beats`"
      @pointerdown="down"
      @pointermove="move"
      @pointerup="up"
      @pointerleave="emit('point', null)"
    >
      <rect v-if="brushed" class="brush" v-bind="brushed" />
      <circle
        v-for="dot in dots"
        :key="dot.number"
        class="member"
        :class="{ simulated: dot.simulated }"
        :cx="dot.x"
        :cy="dot.y"
        r="5"
      />
      <template v-if="ownPlace">
        <path class="now" :d="`M${ownPlace.x - 6} ${ownPlace.y - 6}l12 12m0 -12l-12 12`" />
        <text class="tick strong" :x="ownPlace.x + 9" :y="ownPlace.y - 5">now</text>
      </template>
      <circle v-if="pickedPlace" class="picked" :cx="pickedPlace.x" :cy="pickedPlace.y" r="9" />
    </svg>
    <span class="unit across small soft">{{ unitOf(x) }}</span>
    <span class="unit along small soft">{{ unitOf(y) }}</span>
  </div>
</template>

<style scoped>
.cloud {
  position: relative;
  touch-action: pan-y;
}

.cloud > svg,
.dots {
  position: absolute;
  inset: 0;
}

.dots {
  width: 100%;
  height: 100%;
  pointer-events: none;
}

.over {
  cursor: crosshair;
}

.sheet {
  fill: var(--sheet);
  stroke: var(--line);
}

.grid {
  stroke: var(--line);
  stroke-opacity: 0.5;
}

.tick {
  font-size: 12px;
  fill: var(--soft);
}

.tick.middle {
  text-anchor: middle;
}

.tick.end {
  text-anchor: end;
}

.tick.strong {
  paint-order: stroke;
  stroke: var(--sheet);
  stroke-width: 4px;
  fill: var(--ink);
  font-weight: 700;
}

.member {
  fill: var(--sheet);
  stroke: var(--ink);
  stroke-width: 1.5;
}

.member.simulated {
  fill: var(--ink);
}

.now {
  fill: none;
  stroke: var(--ink);
  stroke-width: 2;
}

.picked {
  fill: color-mix(in srgb, var(--marker) 70%, transparent);
  stroke: var(--ink);
  stroke-width: 2;
}

.brush {
  fill: color-mix(in srgb, var(--marker) 30%, transparent);
  stroke: var(--ink);
  stroke-dasharray: 4 3;
}

.unit {
  position: absolute;
  pointer-events: none;
}

.unit.across {
  right: 18px;
  bottom: 30px;
}

.unit.along {
  left: 64px;
  top: 14px;
}
</style>
