<script setup lang="ts">
import { computed } from 'vue';
import type { DepthAxis } from '../../../drawing/axis.ts';
import {
  faceStrip,
  fieldRaster,
  flowLines,
  isothermPlaces,
  isotherms,
  sectionDepth,
  type FaceStrip,
} from '../../../drawing/field.ts';
import type { Section } from '../../../drawing/section.ts';
import {
  degrees,
  shareOf,
  temperatureColor,
  temperatureScale,
  type TemperatureScale,
} from '../../../drawing/temperature-scale.ts';
import { useHeat } from '../../../stores/heat.ts';
import { useProject } from '../../../stores/project.ts';

/** What the lens Heat draws over the field: outlines, isotherms, flow lines, both faces and the point read. */
const props = defineProps<{
  axis: DepthAxis;
  width: number;
  scale: TemperatureScale;
  section: Section;
  pointer: { x: number; y: number } | null;
}>();
const heat = useHeat();
const project = useProject();

const outlines = computed(() =>
  props.section.layers
    .filter(({ leftOut }) => !leftOut)
    .flatMap((layer) => [layer, ...layer.members.flatMap(({ pieces }) => pieces)])
    .map(({ x, y, width, height }) => `M${x} ${y}h${width}v${height}h${-width}z`)
    .join(''),
);

const raster = computed(() =>
  heat.section ? fieldRaster(heat.section, props.axis, props.width) : null,
);

const lines = computed(() =>
  heat.isothermsShown && raster.value && heat.air
    ? isotherms(raster.value, heat.air, props.scale.steps).join('')
    : '',
);

/** px from the left edge at which isotherms carry their temperature. */
const LABEL = 8;

const names = computed(() =>
  heat.isothermsShown && raster.value && heat.air
    ? isothermPlaces(raster.value, heat.air, props.scale.steps, LABEL).map(
        ({ y, temperature }) => ({
          y,
          text: degrees(temperature, project.units).replace(/ .*/, '°'),
        }),
      )
    : [],
);

const flow = computed(() =>
  heat.flowShown && heat.section ? flowLines(heat.section, props.axis, props.width).join('') : '',
);

/** A face's own scale spans at least this, so that an even face looks even, K. */
const LEAST_RANGE = 3;

const faces = computed(() => {
  const { section, air } = heat;
  if (!section || !air) return [];
  const outer = props.axis.y(sectionDepth(section));
  const inner = props.axis.y(0);
  return [
    { name: 'Outdoor face', surface: section.outer, y: outer - 12, label: outer - 16 },
    { name: 'Indoor face', surface: section.inner, y: inner + 3, label: inner + 23 },
  ].map(({ name, surface, y, label }) => {
    const strip = faceStrip(section, surface, air, props.axis, props.width);
    const { coldest, warmest } = strip;
    const spare = Math.max(0, LEAST_RANGE - (warmest.temperature - coldest.temperature)) / 2;
    const own = temperatureScale(
      coldest.temperature - spare,
      warmest.temperature + spare,
      project.units,
    );
    const spot = ({ x, temperature }: { x: number; temperature: number }) => ({
      x: Math.min(props.width - 34, Math.max(34, x)),
      at: x,
      text: degrees(temperature, project.units),
    });
    return {
      name,
      y,
      label,
      pieces: merged(strip.pieces, own),
      even:
        degrees(warmest.temperature, project.units) === degrees(coldest.temperature, project.units),
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

const reading = computed(() => (heat.reading === null ? '' : degrees(heat.reading, project.units)));
</script>

<template>
  <g class="marks">
    <path class="halo" :d="outlines" clip-path="url(#stretch)" />
    <path class="outline" :d="outlines" clip-path="url(#stretch)" />
    <path class="halo" :d="lines" />
    <path class="isotherm" :d="lines" />
    <text v-for="{ y, text } in names" :key="y" class="name" :x="LABEL" :y="y - 3">{{ text }}</text>
    <path class="halo" :d="flow" />
    <path class="flow" :d="flow" />
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
        <text class="spot strong" :x="face.cold.x" :y="face.label" data-spot="coldest">
          coldest {{ face.cold.text }}
        </text>
        <text class="spot" :x="face.warm.x" :y="face.label" data-spot="warmest">
          warmest {{ face.warm.text }}
        </text>
      </template>
    </g>
    <g v-if="pointer && reading">
      <path class="halo" :d="`M${pointer.x - 7} ${pointer.y}h14m-7 -7v14`" />
      <path class="cross" :d="`M${pointer.x - 7} ${pointer.y}h14m-7 -7v14`" />
      <text
        class="reading"
        :x="pointer.x + (pointer.x > width - 80 ? -10 : 10)"
        :y="pointer.y - 8"
        :text-anchor="pointer.x > width - 80 ? 'end' : 'start'"
      >
        {{ reading }}
      </text>
    </g>
  </g>
</template>

<style scoped>
.marks {
  pointer-events: none;
}

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

.tick,
.cross {
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

.name,
.reading {
  fill: var(--ink);
  stroke: #ffffff;
  stroke-width: 3.5;
  paint-order: stroke;
}

.strong,
.reading {
  font-weight: 700;
}

.reading {
  font-size: 16px;
}
</style>
