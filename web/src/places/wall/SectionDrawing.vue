<script setup lang="ts">
import { computed, ref, watch } from 'vue';
import { formatText, saturationPressure } from '@eldrun/core';
import type { DepthAxis } from '../../drawing/axis.ts';
import { modelX } from '../../drawing/field.ts';
import { breakLine, sectionOf } from '../../drawing/section.ts';
import { degrees, type TemperatureScale } from '../../drawing/temperature-scale.ts';
import { useBench } from '../../stores/bench.ts';
import { useHeat } from '../../stores/heat.ts';
import { useProject } from '../../stores/project.ts';
import { useWall } from '../../stores/wall.ts';
import HeatField from './heat/HeatField.vue';
import HeatMarks from './heat/HeatMarks.vue';
import MoistureMarks from './moisture/MoistureMarks.vue';
import YearsMarks from './years/YearsMarks.vue';
import BaselineMarks from './BaselineMarks.vue';
import HatchPatterns from './HatchPatterns.vue';

const props = defineProps<{
  axis: DepthAxis;
  width: number;
  /** Given in the lens Heat: the field lies under the lines then, and temperatures are read. */
  scale?: TemperatureScale | undefined;
  /** Whether the lens Moisture draws over the layers. */
  wet?: boolean;
  /** Whether the lens Years does. */
  damp?: boolean;
}>();
const project = useProject();
const wall = useWall();
const bench = useBench();
const heat = useHeat();

/** Where the crosshair of the lens Heat stands, px. */
const pointer = ref<{ x: number; y: number } | null>(null);

const section = computed(() => sectionOf(wall.assessment!.wall, props.axis, props.width));
const top = computed(() => props.axis.y(props.axis.thickness));
const bottom = computed(() => props.axis.y(0));

const spacing = computed(() => {
  const { layers, mainFrame } = wall.assessment!.wall;
  return layers.find(({ member }) => member && member.frame === mainFrame)?.member?.shape.spacing;
});

const air = computed(() => {
  const now = bench.conditions;
  if (!now) return { outdoors: '', indoors: '' };
  const text = (temperature: number, pressure: number): string => {
    const humidity = pressure / saturationPressure(temperature);
    return `${formatText('temperature', temperature, project.units)}, ${formatText('relativeHumidity', humidity, project.units)} RH`;
  };
  return {
    outdoors: text(now.outdoorTemperature, now.outdoorVaporPressure),
    indoors: text(now.indoorTemperature, now.indoorVaporPressure),
  };
});

/** In the lens Heat the counted layers are left to the field and its lines. */
const hatched = computed(() =>
  props.scale && heat.section
    ? section.value.layers.filter(({ leftOut }) => leftOut)
    : section.value.layers,
);

/** Where the words below the inner face stand: in the lens Heat under its strip and that strip's words. */
const below = computed(() => bottom.value + (props.scale ? 38 : 14));

function read(x: number, y: number): void {
  pointer.value = {
    x: Math.min(props.width, Math.max(0, x)),
    y: Math.min(bottom.value, Math.max(top.value, y)),
  };
}

watch([pointer, () => heat.section, () => props.axis], () => {
  heat.point =
    pointer.value && heat.section
      ? {
          along: modelX(heat.section, props.axis, pointer.value.x),
          depth: props.axis.depthAt(pointer.value.y),
        }
      : null;
});

/** px that an arrow key moves the crosshair. */
const STEP = 8;
const ARROWS: Record<string, [number, number]> = {
  ArrowLeft: [-STEP, 0],
  ArrowRight: [STEP, 0],
  ArrowUp: [0, -STEP],
  ArrowDown: [0, STEP],
};

function move(event: KeyboardEvent): void {
  const by = ARROWS[event.key];
  if (!props.scale || !by || event.altKey) return;
  event.preventDefault();
  event.stopPropagation();
  const from = pointer.value ?? { x: props.width / 2, y: (top.value + bottom.value) / 2 };
  read(from.x + by[0], from.y + by[1]);
}

const spoken = computed(() =>
  heat.reading !== null && heat.point
    ? `${degrees(heat.reading, project.units)}, ${formatText('length', heat.point.depth, project.units)} from the inner face`
    : '',
);

function point(event: PointerEvent): void {
  const box = (event.currentTarget as SVGElement).getBoundingClientRect();
  const y = event.clientY - box.top;
  if (props.scale) read(event.clientX - box.left, y);
  bench.depth = props.axis.depthAt(y);
  bench.hovered =
    section.value.layers.find((layer) => y >= layer.y && y <= layer.y + Math.max(layer.height, 2))
      ?.id ?? null;
}

function leave(): void {
  pointer.value = null;
  bench.depth = null;
  bench.hovered = null;
}

function choose(): void {
  if (bench.hovered) bench.selected = bench.hovered;
}

const label = computed(
  () =>
    `Plan section to scale, ${formatText('length', props.axis.thickness, project.units)} thick; the layers are listed beside it`,
);
</script>

<template>
  <HeatField v-if="scale && heat.section" :axis="axis" :width="width" :scale="scale" />
  <svg
    class="section"
    :width="width"
    :height="axis.height"
    :role="scale ? 'application' : 'img'"
    :tabindex="scale ? 0 : -1"
    :aria-label="scale ? `Temperature field, read with the arrow keys. ${spoken}` : label"
    @keydown="move"
    @blur="leave"
    @pointermove="point"
    @pointerleave="leave"
    @click="choose"
    @dblclick="bench.editing = bench.selected"
  >
    <HatchPatterns />
    <text x="2" :y="Math.max(12, top - (scale ? 24 : 10))" class="side">
      <tspan class="strong">OUTDOORS</tspan>
      {{ air.outdoors }}
    </text>
    <!-- A member may reach over the edge of the stretch that is drawn. -->
    <clipPath id="stretch">
      <rect x="-1" y="0" :width="width + 2" :height="axis.height" />
    </clipPath>
    <g
      v-for="layer in hatched"
      :key="layer.id"
      clip-path="url(#stretch)"
      :class="{ 'left-out': layer.leftOut }"
    >
      <rect
        :x="layer.x"
        :y="layer.thin ? layer.y + layer.height / 2 - 1.5 : layer.y"
        :width="layer.width"
        :height="layer.thin ? 3 : layer.height"
        :fill="`url(#hatch-${layer.hatch})`"
        class="outline"
        :class="{ thin: layer.thin }"
      />
      <path
        v-if="layer.lengthwise"
        :d="`M0 ${layer.y + layer.height / 2}H${width}`"
        class="lengthwise"
      />
      <g v-for="(member, i) in layer.members" :key="i">
        <rect
          v-for="(piece, k) in member.pieces"
          :key="k"
          v-bind="piece"
          :fill="`url(#hatch-${member.hatch})`"
          :class="member.hatch === 'metal' ? 'steel' : 'outline'"
        />
        <path
          v-if="member.crossed"
          class="cross"
          :d="`M${member.pieces[0]!.x} ${member.pieces[0]!.y}l${member.pieces[0]!.width} ${member.pieces[0]!.height}m0 ${-member.pieces[0]!.height}l${-member.pieces[0]!.width} ${member.pieces[0]!.height}`"
        />
      </g>
    </g>
    <HeatMarks
      v-if="scale && heat.section"
      :axis="axis"
      :width="width"
      :scale="scale"
      :section="section"
      :pointer="pointer"
    />
    <YearsMarks v-if="damp" :axis="axis" :width="width" />
    <MoistureMarks v-if="wet" :axis="axis" :width="width" />
    <BaselineMarks :axis="axis" :width="width" />
    <template v-for="layer in section.layers" :key="`mark-${layer.id}`">
      <rect
        v-if="layer.id === bench.selected"
        class="selected"
        :class="{ bare: scale }"
        x="1"
        :y="Math.min(layer.y, layer.y + layer.height / 2 - 3)"
        :width="width - 2"
        :height="Math.max(layer.height, 6)"
      />
      <rect
        v-else-if="layer.id === bench.hovered"
        class="hovered"
        x="1"
        :y="Math.min(layer.y, layer.y + layer.height / 2 - 3)"
        :width="width - 2"
        :height="Math.max(layer.height, 6)"
      />
    </template>
    <path class="break" :d="breakLine(0.5, top, bottom)" />
    <path class="break" :d="breakLine(width - 0.5, top, bottom)" />
    <line
      v-if="bench.depth !== null && !pointer"
      class="pointer"
      x1="0"
      :x2="width"
      :y1="axis.y(bench.depth)"
      :y2="axis.y(bench.depth)"
    />
    <!-- In the lens Heat the strip's own marks stand there. -->
    <g v-for="(x, i) in scale ? [] : section.marks" :key="i">
      <path class="oc" :d="`M${x} ${bottom + 2}v9`" />
      <text v-if="i === 0 && spacing" class="side" :x="x + 5" :y="below">
        {{ formatText('length', spacing, project.units) }} o.c.
      </text>
    </g>
    <text
      :x="wet ? 2 : width - 2"
      :y="wet ? bottom + 30 : Math.min(axis.height - 2, below)"
      class="side"
      :class="{ end: !wet }"
    >
      <tspan class="strong">INDOORS</tspan>
      {{ air.indoors }}
    </text>
  </svg>
  <p v-if="scale" class="hidden-label" role="status">{{ spoken }}</p>
</template>

<style scoped>
.section {
  position: relative;
  display: block;
  overflow: visible;
  touch-action: pan-y;
}

.outline {
  stroke: var(--ink);
  stroke-width: 1;
}

.outline.thin {
  stroke: var(--sheet);
  stroke-width: 0.5;
}

.steel {
  stroke: none;
}

.left-out {
  opacity: 0.75;
}

.cross,
.lengthwise {
  fill: none;
  stroke: var(--ink);
  stroke-width: 0.8;
}

.lengthwise {
  stroke-dasharray: 8 5;
}

.selected {
  fill: var(--marker);
  fill-opacity: 0.35;
  stroke: var(--ink);
  stroke-width: 2;
}

/* Over the field only the edge: a tint would change temperatures. */
.selected.bare {
  fill: none;
  stroke-width: 3;
}

.hovered {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.5;
}

.break {
  fill: none;
  stroke: var(--ink);
}

.pointer {
  stroke: var(--ink);
  stroke-dasharray: 2 3;
}

.oc {
  stroke: var(--ink);
}

.side {
  font-size: 12px;
  fill: var(--soft);
}

.side.end {
  text-anchor: end;
}

.strong {
  font-weight: 700;
  font-stretch: 88%;
}
</style>
