<script setup lang="ts">
import { useElementSize } from '@vueuse/core';
import { computed, useTemplateRef } from 'vue';
import { formatText } from '@eldrun/core/units';
import { temperatureAt } from '@eldrun/core/conduction';
import type { WallSection } from '@eldrun/core/steady-heat';
import { layerTitle } from '@eldrun/core/explain';
import { realTemperature, sectionDepth, type Air } from '../../../charts/section-place.ts';
import { linePath } from '../../../charts/lines.ts';
import { degrees, shareOf, type TemperatureScale } from '../../../charts/temperature-scale.ts';
import { momentName, type Moment, type PATH_NAMES } from '../../../components/labels.ts';
import TableDialog from '../../../components/TableDialog.vue';
import type { WallFrame } from '../frame.ts';
import TracePaths from '../TracePaths.vue';

/** Temperature along two lines through the solved section: at the place read, else on the member's axis, and between members. */
const props = defineProps<{
  frame: WallFrame;
  scale: TemperatureScale;
  section: WallSection | null;
  air: Air | null;
  /** The place read, m along the model and from the inner surface. */
  point: { along: number; depth: number } | null;
  moment: Moment;
  paths: readonly (keyof typeof PATH_NAMES)[];
}>();
const emit = defineEmits<{ path: [path: keyof typeof PATH_NAMES] }>();
const box = useTemplateRef<HTMLElement>('box');
const { width } = useElementSize(box);
const inner = computed(() => Math.max(60, width.value - 24));
const axis = computed(() => props.frame.axis);

/** How many points a line has. */
const POINTS = 120;

const place = computed(() => props.point?.along ?? (props.section?.width ?? 0) / 2);
const depth = computed(() => (props.section ? sectionDepth(props.section) : 0));

function line(along: number): string {
  const { section, air } = props;
  if (!section || !air) return '';
  return linePath(
    Array.from({ length: POINTS + 1 }, (_, n) => {
      const at = (depth.value * n) / POINTS;
      const t = realTemperature(air, temperatureAt(section.field, along, at));
      return [shareOf(props.scale, t) * inner.value, axis.value.y(at)];
    }),
  );
}

const here = computed(() => line(place.value));
const between = computed(() => line(0));
const beside = computed(() => {
  const off = Math.abs(place.value - (props.section?.width ?? 0) / 2);
  return off < 0.001
    ? 'on the member’s axis'
    : `${formatText('length', off, props.frame.units)} from it`;
});

/** The faces of the layers on both lines, outdoors first: the trace as a table. */
function table() {
  const columns = ['On the member’s axis', 'Between members'];
  const { section, air } = props;
  if (!section || !air) return { columns, rows: [] };
  const at = (along: number, y: number): string =>
    degrees(realTemperature(air, temperatureAt(section.field, along, y)), props.frame.units);
  const row = (name: string, y: number) => ({
    name,
    cells: [at(section.width / 2, y), at(0, y)],
  });
  let y = 0;
  const { wall } = props.frame.assessment;
  const layers = wall.layers.slice(0, wall.counted).map(({ source, thickness }) => {
    const name = `Inner face of ${layerTitle(source, props.frame.material, props.frame.units)}`;
    const face = row(name, y);
    y += thickness;
    return face;
  });
  return { columns, rows: [...layers, row('Outer surface', y)].toReversed() };
}

const ticks = computed(() => {
  const every = props.scale.steps.length > 6 ? 2 : 1;
  return props.scale.steps
    .filter((_, i) => i % every === 0)
    .map((step) => ({
      x: shareOf(props.scale, step) * inner.value,
      text: degrees(step, props.frame.units).replace(/ .*/, ''),
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
          v-if="point"
          class="pointer"
          x1="0"
          :x2="inner"
          :y1="axis.y(Math.min(point.depth, depth))"
          :y2="axis.y(Math.min(point.depth, depth))"
        />
      </g>
      <text class="head" x="12" y="11">{{ momentName(moment) }}, solved section</text>
    </svg>
    <p class="legend small soft">
      <span><i class="line"></i>{{ beside }}</span>
      <span><i class="line dashed"></i>between members</span>
    </p>
    <p class="actions">
      <TracePaths :paths="paths" path="section" @path="(chosen) => emit('path', chosen)" />
      <TableDialog :title="`${momentName(moment)}, solved section`" :table="table" />
    </p>
  </div>
</template>

<style scoped src="../traces.css"></style>
