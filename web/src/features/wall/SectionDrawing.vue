<script setup lang="ts">
import { computed, useId } from 'vue';
import { mainMember, type Conditions, type ResolvedWall } from '@eldrun/core/build-up';
import { formatText, type UnitSystem } from '@eldrun/core/units';
import { saturationPressure } from '@eldrun/core/climate';
import { frameMarks, wallSection } from '@eldrun/drawing';
import { breakLine, type DepthAxis } from '../../charts/axis.ts';
import { SceneMarks } from '../../components/SceneMarks.ts';
import type { Lens } from './lens.ts';

/** The plan section to scale, outdoors at the top, with the air on both sides; the slot is drawn over it. */
const props = defineProps<{
  wall: ResolvedWall;
  axis: DepthAxis;
  width: number;
  units: UnitSystem;
  /** The air on both sides, told in words. */
  conditions: Conditions | null;
  /** Draws only the layers that do not count: a field takes the place of the others. */
  bare: boolean;
  room: NonNullable<Lens['room']>;
}>();
const uid = useId();

/** The stretch that is drawn grows by steps, so that a small change of scale draws no layer anew, m. */
const STRETCH_STEP = 0.25;

const stretch = computed(
  () => Math.ceil(props.width / props.axis.scale / STRETCH_STEP) * STRETCH_STEP,
);
const whole = computed(() => wallSection(props.wall, stretch.value));
const scene = computed(() =>
  props.bare
    ? { ...whole.value, parts: whole.value.parts.filter(({ faint }) => faint) }
    : whole.value,
);
const top = computed(() => props.axis.y(props.axis.thickness));
const bottom = computed(() => props.axis.y(0));

/** px of the main frame's center lines. */
const marks = computed(() =>
  props.room.noSpacing
    ? []
    : frameMarks(props.wall, props.width / props.axis.scale).map((x) => x * props.axis.scale),
);
const spacing = computed(() => {
  const member = mainMember(props.wall);
  return member ? `${formatText('length', member.shape.spacing, props.units)} o.c.` : '';
});

/** Drawings from this width on have room for the humidity of the air, px. */
const ROOMY = 300;

const air = computed(() => {
  const now = props.conditions;
  if (!now) return { outdoors: '', indoors: '' };
  const text = (temperature: number, pressure: number): string => {
    if (props.width < ROOMY) return formatText('temperature', temperature, props.units);
    const humidity = pressure / saturationPressure(temperature);
    return `${formatText('temperature', temperature, props.units)}, ${formatText('relativeHumidity', humidity, props.units)} RH`;
  };
  return {
    outdoors: text(now.outdoorTemperature, now.outdoorVaporPressure),
    indoors: text(now.indoorTemperature, now.indoorVaporPressure),
  };
});

const below = computed(() => bottom.value + (props.room.below ?? 14));
const label = computed(
  () =>
    `Plan section to scale, ${formatText('length', props.axis.thickness, props.units)} thick; the layers are listed beside it`,
);
</script>

<template>
  <svg class="section" :width="width" :height="axis.height" role="img" :aria-label="label">
    <text x="2" :y="Math.max(12, top - (room.above ?? 10))" class="side">
      <tspan class="strong">OUTDOORS</tspan>
      {{ air.outdoors }}
    </text>
    <!-- A member may reach over the edge of the stretch that is drawn. -->
    <clipPath :id="`${uid}-stretch`">
      <rect x="-1" y="0" :width="width + 2" :height="axis.height" />
    </clipPath>
    <g :clip-path="`url(#${uid}-stretch)`">
      <SceneMarks :scene="scene" :uid="uid" :scale="axis.scale" :x="0" :y="bottom" />
    </g>
    <slot />
    <path class="break" :d="breakLine(0.5, top, bottom)" />
    <path class="break" :d="breakLine(width - 0.5, top, bottom)" />
    <g v-for="(x, i) in marks" :key="i">
      <path class="oc" :d="`M${x} ${bottom + 2}v9`" />
      <text v-if="i === 0 && spacing" class="side" :x="x + 5" :y="below">{{ spacing }}</text>
    </g>
    <text
      :x="room.indoorsLeft ? 2 : width - 2"
      :y="room.indoorsLeft ? bottom + 30 : Math.min(axis.height - 2, below)"
      class="side"
      :class="{ end: !room.indoorsLeft }"
    >
      <tspan class="strong">INDOORS</tspan>
      {{ air.indoors }}
    </text>
  </svg>
</template>

<style scoped>
.section {
  position: relative;
  display: block;
  overflow: visible;
}

.break {
  fill: none;
  stroke: var(--ink);
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
