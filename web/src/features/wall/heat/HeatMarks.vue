<script setup lang="ts">
import { computed, useId } from 'vue';
import type { WallSection } from '@eldrun/core/steady-heat';
import { wallSection } from '@eldrun/drawing';
import {
  faceStrip,
  fieldRaster,
  flowLines,
  isothermPlaces,
  isotherms as isothermLines,
  type FaceStrip,
} from '../../../charts/field.ts';
import { sectionDepth, type Air } from '../../../charts/section-place.ts';
import {
  degrees,
  shareOf,
  temperatureColor,
  temperatureScale,
  type TemperatureScale,
} from '../../../charts/temperature-scale.ts';
import type { WallFrame } from '../frame.ts';

/** What the lens Heat draws over the field: outlines, isotherms, flow lines and both faces. */
const props = defineProps<{
  frame: WallFrame;
  section: WallSection;
  air: Air;
  scale: TemperatureScale;
  isotherms: boolean;
  flow: boolean;
}>();
const uid = useId();
const axis = computed(() => props.frame.axis);
const width = computed(() => props.frame.width);

const outlines = computed(() => {
  const { scale } = axis.value;
  const bottom = axis.value.y(0);
  return wallSection(props.frame.assessment.wall, width.value / scale)
    .parts.filter(({ faint }) => !faint)
    .flatMap(({ marks }) => marks)
    .map((mark) =>
      mark.shape === 'rect'
        ? `M${mark.x * scale} ${bottom + mark.y * scale}h${mark.width * scale}v${mark.height * scale}h${-mark.width * scale}z`
        : '',
    )
    .join('');
});

const raster = computed(() => fieldRaster(props.section, axis.value, width.value));

const lines = computed(() =>
  props.isotherms ? isothermLines(raster.value, props.air, props.scale.steps).join('') : '',
);

/** px from the left edge at which isotherms carry their temperature. */
const LABEL = 8;

const names = computed(() =>
  props.isotherms
    ? isothermPlaces(raster.value, props.air, props.scale.steps, LABEL).map(
        ({ y, temperature }) => ({
          y,
          text: degrees(temperature, props.frame.units).replace(/ .*/, '°'),
        }),
      )
    : [],
);

const flowPath = computed(() =>
  props.flow ? flowLines(props.section, axis.value, width.value).join('') : '',
);

/** A face's own scale spans at least this, so that an even face looks even, K. */
const MIN_RANGE = 3;

const faces = computed(() => {
  const { section, air } = props;
  const outer = axis.value.y(sectionDepth(section));
  const inner = axis.value.y(0);
  return [
    { name: 'Outdoor face', surface: section.outer, y: outer - 12, label: outer - 16 },
    { name: 'Indoor face', surface: section.inner, y: inner + 3, label: inner + 23 },
  ].map(({ name, surface, y, label }) => {
    const strip = faceStrip(section, surface, air, axis.value, width.value);
    const { coldest, warmest } = strip;
    const spare = Math.max(0, MIN_RANGE - (warmest.temperature - coldest.temperature)) / 2;
    const own = temperatureScale(
      coldest.temperature - spare,
      warmest.temperature + spare,
      props.frame.units,
    );
    const spot = ({ x, temperature }: { x: number; temperature: number }) => ({
      x: Math.min(width.value - 34, Math.max(34, x)),
      at: x,
      text: degrees(temperature, props.frame.units),
    });
    return {
      name,
      y,
      label,
      pieces: merged(strip.pieces, own),
      even:
        degrees(warmest.temperature, props.frame.units) ===
        degrees(coldest.temperature, props.frame.units),
      cold: spot(coldest),
      warm: spot(warmest),
    };
  });
});

/** Shades of a face: neighbors of the same shade are one piece. */
const SHADES = 40;

function merged(pieces: FaceStrip['pieces'], own: TemperatureScale) {
  const shade = (temperature: number): number =>
    Math.round(shareOf(own, temperature) * SHADES) / SHADES;
  const wide: { x: number; width: number; shade: number }[] = [];
  for (const { x, width, temperature } of pieces) {
    const last = wide.at(-1);
    if (last && last.shade === shade(temperature)) last.width += width;
    else wide.push({ x, width, shade: shade(temperature) });
  }
  return wide.map(({ x, width, shade: share }) => ({
    x,
    width,
    color: temperatureColor(own, own.low + share * (own.high - own.low)),
  }));
}
</script>

<template>
  <g class="marks">
    <clipPath :id="uid">
      <rect x="-1" y="0" :width="width + 2" :height="axis.height" />
    </clipPath>
    <path class="halo" :d="outlines" :clip-path="`url(#${uid})`" />
    <path class="outline" :d="outlines" :clip-path="`url(#${uid})`" />
    <path class="halo" :d="lines" />
    <path class="isotherm" :d="lines" />
    <text v-for="{ y, text } in names" :key="y" class="name" :x="LABEL" :y="y - 3">{{ text }}</text>
    <path class="halo" :d="flowPath" />
    <path class="flow" :d="flowPath" />
    <g v-for="face in faces" :key="face.name" :data-face="face.name">
      <title>
        {{ face.name }}: {{ face.cold.text }} to {{ face.warm.text }}, on a scale of its own
      </title>
      <rect
        v-for="(piece, i) in face.pieces"
        :key="i"
        :x="piece.x"
        :y="face.y"
        :width="piece.width + 0.5"
        height="9"
        :fill="piece.color"
      />
      <rect class="edge" x="0.5" :y="face.y" :width="width - 1" height="9" />
      <template v-if="face.even">
        <text class="spot" :x="width / 2" :y="face.label" data-spot="even">
          even, {{ face.cold.text }}
        </text>
      </template>
      <template v-else>
        <path class="tick" :d="`M${face.cold.at} ${face.y}v9`" />
        <path class="tick" :d="`M${face.warm.at} ${face.y}v9`" />
        <text class="spot bold" :x="face.cold.x" :y="face.label" data-spot="coldest">
          coldest {{ face.cold.text }}
        </text>
        <text class="spot" :x="face.warm.x" :y="face.label" data-spot="warmest">
          warmest {{ face.warm.text }}
        </text>
      </template>
    </g>
  </g>
</template>

<style scoped>
path,
.edge {
  fill: none;
}

.halo {
  stroke: #ffffff;
  stroke-opacity: 0.6;
  stroke-width: 3;
}

.outline,
.edge {
  stroke: var(--ink);
  stroke-width: 0.8;
}

.isotherm {
  stroke: var(--ink);
  stroke-width: 1;
  stroke-dasharray: 5 4;
}

.flow {
  stroke: var(--ink);
  stroke-width: 1.8;
}

.tick {
  stroke: var(--ink);
  stroke-width: 2;
}

.spot {
  font-size: 12px;
  text-anchor: middle;
  fill: var(--ink);
}

.name {
  font-size: 12px;
}

.name {
  fill: var(--ink);
  stroke: #ffffff;
  stroke-width: 3.5;
  paint-order: stroke;
}
</style>
