<script setup lang="ts">
import { useElementSize } from '@vueuse/core';
import { computed, ref, useId } from 'vue';
import { INCH, type UnitSystem, tapeText } from '@eldrun/core/units';
import {
  jacksOf,
  nextOnLayout,
  snapOpening,
  type ElevationLayout,
  type HeadLine,
} from '@eldrun/core/layout';
import type { Elevation, Opening, Practice, Service } from '@eldrun/core/house';
import { elevationScene, plateScene, type ElevationLayer } from '@eldrun/drawing';
import { SceneMarks } from '../../components/SceneMarks.ts';
import { sizeText } from '../../components/lengths.ts';
import ServiceMarks from './ServiceMarks.vue';
import { ARROWS } from './arrows.ts';

/** A wall to scale as seen from outdoors, its openings to be moved by hand and by key, and its plate below it. */
const props = defineProps<{
  layout: ElevationLayout;
  layers: ReadonlySet<ElevationLayer>;
  selected: string;
  heads: HeadLine;
  units: UnitSystem;
  practice: Practice;
  /** Openings that something is wrong with. */
  flagged: ReadonlySet<string>;
  plate: boolean;
  /** How many times larger than it fits. */
  zoom: number;
}>();
const emit = defineEmits<{
  select: [id: string];
  /** While it is dragged. */
  drag: [opening: Opening];
  /** Let go, or moved by a key. */
  place: [opening: Opening];
  cancel: [];
  draw: [place: { x: number; z: number; width: number; height: number }];
  remove: [id: string];
  zoom: [to: number];
  dragService: [service: Service];
  placeService: [service: Service];
  removeService: [id: string];
}>();

const uid = useId();
const box = ref<HTMLElement | null>(null);
const { width } = useElementSize(box);

/** Room around the wall, px; beside it at the least. */
const LEAST_SIDE = 30;
const OVER = 16;
const UNDER = 10;
/** The drawing is no higher, px. */
const HIGHEST = 350;
const PLATE_ROOM = 62;

const scene = computed(() => elevationScene(props.layout, props.layers));
const scale = computed(
  () =>
    props.zoom *
    Math.max(
      8,
      Math.min(
        (Math.max(200, width.value) - 2 * LEAST_SIDE) / scene.value.width,
        HIGHEST / scene.value.height,
      ),
    ),
);
/** What is narrower than the page stands in its middle. */
const side = computed(() =>
  Math.max(LEAST_SIDE, (width.value - scene.value.width * scale.value) / 2),
);
const drawnWidth = computed(() =>
  Math.max(width.value, scene.value.width * scale.value + 2 * LEAST_SIDE),
);
const height = computed(() => scene.value.height * scale.value + OVER + UNDER);
const px = (x: number): number => side.value + x * scale.value;
const py = (z: number): number => OVER + (-z - scene.value.y) * scale.value;
const elevation = computed<Elevation>(() => props.layout.elevation);
const openings = computed(() => elevation.value.openings ?? []);
const head = computed(() =>
  props.heads.level === null ? null : props.heads.level - (elevation.value.datum ?? 0),
);

const plateBox = computed(() => plateScene(props.layout));
const plateY = computed(() => height.value + 24);
/** The plate is drawn so high whatever its scale, px. */
const PLATE_HEIGHT = 24;
const tape = computed(() => tapeMarks());

interface TapeMark {
  x: number;
  text: string;
}

/** Marks with room for their text: studs first to last, a letter over kings and jacks. */
function tapeMarks(): { below: TapeMark[]; above: TapeMark[] } {
  const from = elevation.value.layout?.from ?? 'left';
  const at = (mark: { x: number }): number =>
    px(from === 'left' ? mark.x : elevation.value.length - mark.x);
  const letters: Record<string, string> = { king: 'K', jack: 'J', corner: 'C', backing: 'B' };
  const below: TapeMark[] = [];
  for (const mark of props.layout.plateSheet) {
    if (mark.kind !== 'stud') continue;
    const text = tapeText(mark.x, props.units);
    const x = at(mark);
    if (below.every((one) => Math.abs(one.x - x) > 3.5 * text.length + 16)) below.push({ x, text });
  }
  // Letters over what stands side by side are one text.
  const above: TapeMark[] = [];
  const half = (mark: { width: number }): number =>
    ((from === 'left' ? 1 : -1) * mark.width * scale.value) / 2;
  const lettered = props.layout.plateSheet
    .filter(({ kind }) => letters[kind])
    .map((mark) => ({ x: at(mark) + half(mark), text: letters[mark.kind]! }))
    .sort((one, other) => one.x - other.x);
  for (const mark of lettered) {
    const last = above.at(-1);
    if (last && mark.x - last.x < 6 + 5 * last.text.length)
      above[above.length - 1] = { x: (last.x + mark.x) / 2, text: last.text + mark.text };
    else above.push(mark);
  }
  return { below, above };
}

// Moving an opening.
const step = computed(() => (props.units === 'imperial' ? INCH : 0.01));
const HEAD_NEAR = 0.03;
let grabbed: { opening: Opening; x: number; y: number; moved: boolean } | null = null;

const framed = (opening: Opening) => ({
  width: opening.width,
  jacks: jacksOf(opening, props.practice),
});

function moved(opening: Opening, dx: number, dz: number): Opening {
  const x = snapOpening(
    opening.x + dx,
    framed(opening),
    elevation.value,
    props.layout.framing.sizes,
    step.value,
  );
  if (opening.kind === 'door') return { ...opening, x };
  const wanted = opening.sill + dz;
  const level = head.value;
  const sill =
    level !== null && Math.abs(wanted + opening.height - level) < HEAD_NEAR
      ? level - opening.height
      : Math.round(wanted / step.value) * step.value;
  return { ...opening, x, sill: Math.max(0, sill) };
}

function grab(event: PointerEvent, opening: Opening): void {
  if (event.button !== 0) return;
  (event.currentTarget as Element).setPointerCapture(event.pointerId);
  grabbed = { opening, x: event.clientX, y: event.clientY, moved: false };
  emit('select', opening.id);
}

function pull(event: PointerEvent): void {
  if (!grabbed) return;
  const dx = event.clientX - grabbed.x;
  const dy = event.clientY - grabbed.y;
  if (!grabbed.moved && Math.hypot(dx, dy) < 4) return;
  grabbed.moved = true;
  emit('drag', moved(grabbed.opening, dx / scale.value, -dy / scale.value));
}

function letGo(event: PointerEvent): void {
  if (!grabbed) return;
  const { opening, x, y, moved: was } = grabbed;
  grabbed = null;
  if (was)
    emit(
      'place',
      moved(opening, (event.clientX - x) / scale.value, -(event.clientY - y) / scale.value),
    );
}

function lose(): void {
  if (grabbed) emit('cancel');
  grabbed = null;
}

function press(event: KeyboardEvent, opening: Opening): void {
  if (event.key === 'Delete' || event.key === 'Backspace') {
    event.preventDefault();
    emit('remove', opening.id);
    return;
  }
  if (event.key === 'Escape' && grabbed) return lose();
  if (event.key === 'Enter' || event.key === ' ') {
    event.preventDefault();
    emit('select', opening.id);
    return;
  }
  const arrow = ARROWS[event.key];
  if (!arrow) return;
  event.preventDefault();
  const [along, up] = arrow;
  const { length } = elevation.value;
  const x =
    along !== 0 && event.shiftKey
      ? nextOnLayout(
          opening.x,
          framed(opening),
          elevation.value,
          props.layout.framing.sizes,
          along as 1 | -1,
        )
      : Math.max(0, Math.min(length - opening.width, opening.x + along * step.value));
  const sill = opening.kind === 'door' ? opening.sill : opening.sill + up * step.value;
  emit('place', { ...opening, x, sill: Math.max(0, sill) });
}

/** With Ctrl held, the wheel zooms. */
function wheel(event: WheelEvent): void {
  if (!event.ctrlKey) return;
  event.preventDefault();
  emit('zoom', props.zoom * (event.deltaY < 0 ? 1.25 : 0.8));
}

// Drawing one.
const drawn = ref<{ x: number; y: number; toX: number; toY: number } | null>(null);

const placeOf = (event: PointerEvent): { x: number; y: number } => {
  const { left, top } = box.value!.querySelector('svg')!.getBoundingClientRect();
  return { x: event.clientX - left, y: event.clientY - top };
};

function begin(event: PointerEvent): void {
  if (event.button !== 0 || event.pointerType === 'touch') return;
  (event.currentTarget as Element).setPointerCapture(event.pointerId);
  const { x, y } = placeOf(event);
  drawn.value = { x, y, toX: x, toY: y };
}

function stretch(event: PointerEvent): void {
  if (!drawn.value) return;
  const { x, y } = placeOf(event);
  drawn.value = { ...drawn.value, toX: x, toY: y };
}

/** What is drawn, in meters, to the next inch or centimeter. */
const rough = computed(() => {
  if (!drawn.value) return null;
  const { x, y, toX, toY } = drawn.value;
  const round = (value: number): number => Math.round(value / step.value) * step.value;
  const left = round((Math.min(x, toX) - side.value) / scale.value);
  const right = round((Math.max(x, toX) - side.value) / scale.value);
  const z = (at: number): number => round(-((at - OVER) / scale.value + scene.value.y));
  const low = z(Math.max(y, toY));
  return { x: left, z: low, width: right - left, height: z(Math.min(y, toY)) - low };
});

/** The least that is taken for an opening, m. */
const LEAST = 0.15;

function finish(): void {
  const one = rough.value;
  drawn.value = null;
  if (one && one.width >= LEAST && one.height >= LEAST) emit('draw', one);
  else emit('select', '');
}
</script>

<template>
  <div ref="box" class="box">
    <svg
      v-if="width > 0"
      :width="drawnWidth"
      :height="height + (plate ? PLATE_ROOM + 16 : 0)"
      role="group"
      :aria-label="`${elevation.name ?? elevation.id}, seen from outdoors`"
      class="drawing"
      @wheel="wheel"
      @pointermove="stretch"
      @pointerup="drawn && finish()"
      @pointercancel="drawn = null"
    >
      <SceneMarks :scene="scene" :uid="uid" :scale="scale" :x="side" :y="OVER - scene.y * scale" />
      <rect
        class="ground no-print"
        :x="side"
        :y="OVER"
        :width="scene.width * scale"
        :height="scene.height * scale"
        fill="transparent"
        @pointerdown="begin"
      />
      <template v-if="head !== null">
        <line
          class="head"
          :x1="px(0) - 22"
          :x2="px(elevation.length) + 8"
          :y1="py(head)"
          :y2="py(head)"
        />
        <text class="head-text" :x="px(elevation.length) + 4" :y="py(head) - 4">
          {{ tapeText(head, units) }}
        </text>
      </template>
      <g
        v-for="one in openings"
        :key="one.id"
        class="opening"
        :class="{ here: one.id === selected }"
        tabindex="0"
        role="button"
        :aria-pressed="one.id === selected"
        :aria-label="`${one.id}, ${one.kind} ${sizeText(one.width, one.height, units)}, left edge at ${tapeText(one.x, units)}`"
        @pointerdown.stop="grab($event, one)"
        @pointermove="pull"
        @pointerup="letGo"
        @pointercancel="lose"
        @focus="emit('select', one.id)"
        @keydown="press($event, one)"
      >
        <rect
          :x="px(one.x)"
          :y="py(one.sill + one.height)"
          :width="one.width * scale"
          :height="one.height * scale"
          :class="{ unframed: flagged.has(one.id) }"
        />
        <text
          :x="px(one.x + one.width / 2)"
          :y="py(one.sill + one.height / 2)"
          class="id"
          text-anchor="middle"
        >
          {{ one.id }}
        </text>
        <text
          v-if="one.width * scale > 64"
          :x="px(one.x + one.width / 2)"
          :y="py(one.sill + one.height / 2) + 16"
          class="size"
          text-anchor="middle"
        >
          {{ sizeText(one.width, one.height, units) }}
        </text>
        <path
          v-if="flagged.has(one.id)"
          class="flag"
          :transform="`translate(${px(one.x + one.width) - 18} ${py(one.sill + one.height) + 4})`"
          d="M8 0l8 8-8 8-8-8z"
        />
      </g>
      <ServiceMarks
        v-if="layers.has('services')"
        :services="elevation.services ?? []"
        :px="px"
        :py="py"
        :scale="scale"
        :step="step"
        :units="units"
        @drag="(service) => emit('dragService', service)"
        @place="(service) => emit('placeService', service)"
        @cancel="emit('cancel')"
        @remove="(id) => emit('removeService', id)"
      />
      <rect
        v-if="rough && rough.width > 0 && rough.height > 0"
        class="rough"
        :x="px(rough.x)"
        :y="py(rough.z + rough.height)"
        :width="rough.width * scale"
        :height="rough.height * scale"
      />
      <g v-if="plate" aria-hidden="true">
        <SceneMarks
          :scene="plateBox"
          :uid="`${uid}p`"
          :scale="scale"
          :x="side"
          :y="plateY"
          :stretch="PLATE_HEIGHT / (plateBox.height * scale)"
        />
        <text
          v-for="(mark, i) in tape.above"
          :key="`a${i}`"
          class="mark"
          :x="mark.x"
          :y="plateY - 4"
          text-anchor="middle"
        >
          {{ mark.text }}
        </text>
        <text
          v-for="(mark, i) in tape.below"
          :key="i"
          class="mark"
          :x="mark.x"
          :y="plateY + PLATE_HEIGHT + 14"
          text-anchor="middle"
        >
          {{ mark.text }}
        </text>
        <path
          v-for="(anchor, i) in elevation.anchors ?? []"
          :key="`b${i}`"
          class="anchor"
          :d="`M${px(anchor.x)} ${plateY + 5}v14m-5 -7h10`"
        />
        <circle
          v-for="(riser, i) in elevation.risers ?? []"
          :key="`r${i}`"
          class="riser"
          :cx="px(riser.x)"
          :cy="plateY + PLATE_HEIGHT / 2"
          :r="Math.max(4, Math.min(10, (riser.width * scale) / 2))"
        />
      </g>
    </svg>
  </div>
</template>

<style scoped>
/* Zoomed in, what is below stays in reach. */
.box {
  min-width: 0;
  max-height: calc(100vh - var(--header) - 100px);
  overflow: auto;
}

@media print {
  .box {
    max-height: none;
    overflow: visible;
  }
}

.drawing {
  display: block;
  touch-action: pan-y;
}

.ground {
  cursor: crosshair;
}

.head {
  stroke: var(--fail);
  stroke-width: 1.5;
  stroke-dasharray: 7 4;
}

.head-text {
  fill: var(--fail);
  font-size: var(--text-12);
  font-weight: 700;
}

.opening {
  cursor: grab;
  outline: none;
  touch-action: none;
}

.opening rect {
  fill: transparent;
  stroke: var(--ink);
  stroke-width: 1.5;
}

.opening rect.unframed {
  stroke: var(--caution);
  stroke-dasharray: 5 3;
  stroke-width: 2.5;
}

.opening.here rect,
.opening:focus-visible rect {
  stroke: var(--ink);
  stroke-width: 2.5;
  fill: color-mix(in srgb, var(--marker) 45%, transparent);
}

.id {
  font-size: var(--text-16);
  font-weight: 700;
  pointer-events: none;
}

.size {
  fill: var(--soft);
  font-size: var(--text-12);
  pointer-events: none;
}

.flag {
  fill: var(--caution);
}

.rough {
  fill: var(--marker);
  fill-opacity: 0.5;
  stroke: var(--ink);
}

.mark {
  font-size: 11px;
  font-stretch: 88%;
}

.anchor,
.riser {
  fill: var(--sheet);
  stroke: var(--ink);
  stroke-width: 1.5;
}
</style>
