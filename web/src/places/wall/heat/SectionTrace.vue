<script setup lang="ts">
import { useElementSize } from '@vueuse/core';
import { computed, useTemplateRef } from 'vue';
import { formatText, temperatureAt } from '@eldrun/core';
import type { DepthAxis } from '../../../drawing/axis.ts';
import { realTemperature, sectionDepth } from '../../../drawing/field.ts';
import { degrees, shareOf, type TemperatureScale } from '../../../drawing/temperature-scale.ts';
import { layerTitle, momentName } from '../../../labels.ts';
import TableDialog from '../../../parts/TableDialog.vue';
import { useBench } from '../../../stores/bench.ts';
import { useHeat } from '../../../stores/heat.ts';
import { useProject } from '../../../stores/project.ts';
import { useWall } from '../../../stores/wall.ts';

/** Temperature along two lines through the solved section: at the place read, else on the member's axis, and between members. */
const props = defineProps<{ axis: DepthAxis; scale: TemperatureScale }>();
const bench = useBench();
const heat = useHeat();
const project = useProject();
const wall = useWall();
const box = useTemplateRef<HTMLElement>('box');
const { width } = useElementSize(box);
const inner = computed(() => Math.max(60, width.value - 24));

/** How many points a line has. */
const POINTS = 120;

const place = computed(() => heat.point?.along ?? (heat.section?.width ?? 0) / 2);
const depth = computed(() => (heat.section ? sectionDepth(heat.section) : 0));

function line(along: number): string {
  const { section, air } = heat;
  if (!section || !air) return '';
  return Array.from({ length: POINTS + 1 }, (_, n) => {
    const at = (depth.value * n) / POINTS;
    const t = realTemperature(air, temperatureAt(section.field, along, at));
    return `${n ? 'L' : 'M'}${(shareOf(props.scale, t) * inner.value).toFixed(1)} ${props.axis.y(at).toFixed(1)}`;
  }).join('');
}

const here = computed(() => line(place.value));
const between = computed(() => line(0));
const beside = computed(() => {
  const off = Math.abs(place.value - (heat.section?.width ?? 0) / 2);
  return off < 0.001
    ? 'on the member’s axis'
    : `${formatText('length', off, project.units)} from it`;
});

/** The faces of the layers on both lines, outdoors first: the trace as a table. */
const faces = computed(() => {
  const { section, air } = heat;
  if (!section || !air) return [];
  const at = (along: number, y: number): string =>
    degrees(realTemperature(air, temperatureAt(section.field, along, y)), project.units);
  const row = (name: string, y: number) => ({
    name,
    cells: [at(section.width / 2, y), at(0, y)],
  });
  let y = 0;
  const layers = wall.document!.layers.slice(0, wall.assessment!.wall.counted).map((layer) => {
    const face = row(`Inner face of ${layerTitle(layer, wall.material, project.units)}`, y);
    y += layer.thickness;
    return face;
  });
  return [...layers, row('Outer surface', y)].toReversed();
});

const ticks = computed(() => {
  const every = props.scale.steps.length > 6 ? 2 : 1;
  return props.scale.steps
    .filter((_, i) => i % every === 0)
    .map((step) => ({
      x: shareOf(props.scale, step) * inner.value,
      text: degrees(step, project.units).replace(/ .*/, ''),
    }));
});
</script>

<template>
  <div ref="box" class="traces">
    <svg
      :width="width"
      :height="axis.height"
      role="img"
      aria-label="Temperature through the solved section"
    >
      <g transform="translate(12 0)">
        <rect
          class="frame"
          x="0"
          :y="axis.y(depth)"
          :width="inner"
          :height="axis.y(0) - axis.y(depth)"
        />
        <g v-for="tick in ticks" :key="tick.text">
          <path class="grid" :d="`M${tick.x} ${axis.y(depth)}V${axis.y(0)}`" />
          <text class="tick" :x="tick.x" :y="axis.y(0) + 16">{{ tick.text }}</text>
        </g>
        <path class="light" :d="between" />
        <path class="strong" :d="here" />
        <line
          v-if="heat.point"
          class="pointer"
          x1="0"
          :x2="inner"
          :y1="axis.y(Math.min(heat.point.depth, depth))"
          :y2="axis.y(Math.min(heat.point.depth, depth))"
        />
      </g>
      <text class="head" x="12" y="11">{{ momentName(bench.moment) }}, solved section</text>
    </svg>
    <p class="legend small soft">
      <span><i class="line"></i>{{ beside }}</span>
      <span><i class="line dashed"></i>between members</span>
    </p>
    <p class="actions">
      <slot />
      <TableDialog
        :title="`${momentName(bench.moment)}, solved section`"
        :columns="['On the member’s axis', 'Between members']"
        :rows="faces"
      />
    </p>
  </div>
</template>

<style scoped src="../traces.css"></style>
