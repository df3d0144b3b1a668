<script setup lang="ts">
import { useElementSize } from '@vueuse/core';
import { computed, useTemplateRef } from 'vue';
import { explainPoint, type Explanation, layerTitle } from '@eldrun/core/explain';
import { faceDepths } from '@eldrun/core/build-up';
import { formatText } from '@eldrun/core/units';
import { profileAt, type Profile } from '@eldrun/core/steady-moisture';
import type { Path } from '@eldrun/core/steady-heat';
import { tracesOf } from '../../charts/traces.ts';
import { momentName, PATH_NAMES, type Moment } from '../../components/labels.ts';
import TableDialog from '../../components/TableDialog.vue';
import DepthReading from './DepthReading.vue';
import type { WallFrame } from './frame.ts';
import TracePaths from './TracePaths.vue';

/** Temperature and dew point through the wall, beside the drawing. */
const props = defineProps<{
  frame: WallFrame;
  profile: Profile;
  moment: Moment;
  /** The line followed, and those to choose from. */
  path: Path | 'section';
  paths: readonly (keyof typeof PATH_NAMES)[];
  /** Temperatures set by hand are no month's: its margin is not theirs. */
  byHand: boolean;
}>();
const emit = defineEmits<{ path: [path: Path | 'section']; explain: [explanation: Explanation] }>();
const box = useTemplateRef<HTMLElement>('box');
const { width } = useElementSize(box);

/** Plots from this width on have room for their whole title, px. */
const ROOMY = 180;

/** Room at the left of the plot, px. */
const LEFT = 12;
const inner = computed(() => Math.max(60, width.value - 2 * LEFT));
const axis = computed(() => props.frame.axis);
const wall = computed(() => props.frame.assessment.wall);

/** Depths of the faces of the layers that count, indoors first. */
const faces = computed(() => faceDepths(wall.value.layers.slice(0, wall.value.counted)));
const counted = computed(() => faces.value.at(-1)!);

const plane = computed(() => {
  const { condensingPlane: condensing, indoorDewPoint } = props.frame.assessment.moisture;
  if (!condensing || props.path === 'member' || props.moment === 'design' || props.byHand)
    return null;
  const index = wall.value.layers.findIndex(({ id }) => id === condensing.layer);
  return {
    condensing,
    depth: faces.value[index]!,
    temperature: condensing.temperature[props.moment]!,
    dewPoint: indoorDewPoint[props.moment]!,
  };
});

const traces = computed(() =>
  tracesOf(props.profile, axis.value, inner.value, props.frame.units, plane.value),
);

function reading(depth: number): string {
  const at = profileAt(props.profile, depth);
  const { units } = props.frame;
  const humidity = at.vaporPressure / at.saturationPressure;
  return `${formatText('temperature', at.temperature, units)}, dew point ${formatText('temperature', at.dewPoint, units)}, ${formatText('relativeHumidity', humidity, units)} RH, at ${formatText('length', at.depth, units)}`;
}

function open(depth: number): void {
  emit('explain', explainPoint(props.profile, profileAt(props.profile, depth)));
}

/** The faces of the layers, outdoors first: the traces as a table. */
function table() {
  const { units, material } = props.frame;
  const rows = faces.value
    .map((depth, i) => {
      const at = profileAt(props.profile, depth);
      const layer = i < wall.value.counted ? wall.value.layers[i]!.source : null;
      return {
        name: layer ? `Inner face of ${layerTitle(layer, material, units)}` : 'Outer surface',
        cells: [
          formatText('temperature', at.temperature, units),
          formatText('temperature', at.dewPoint, units),
          formatText('relativeHumidity', at.vaporPressure / at.saturationPressure, units),
        ],
      };
    })
    .toReversed();
  return { columns: ['Temperature', 'Dew point', 'RH'], rows };
}

const title = computed(() => `${momentName(props.moment)}, ${PATH_NAMES[props.path]}`);
</script>

<template>
  <div ref="box" class="traces">
    <svg :width="width" :height="axis.height" class="plot" aria-hidden="true">
      <g :transform="`translate(${LEFT} 0)`">
        <rect
          class="frame"
          x="0"
          :y="axis.y(counted)"
          :width="inner"
          :height="axis.y(0) - axis.y(counted)"
        />
        <g v-for="tick in traces.ticks" :key="tick.label">
          <path class="grid" :d="`M${tick.x} ${axis.y(counted)}V${axis.y(0)}`" />
          <text class="tick" :x="tick.x" :y="axis.y(0) + 16">{{ tick.label }}</text>
        </g>
        <path class="grid" :d="faces.map((depth) => `M0 ${axis.y(depth)}H${inner}`).join('')" />
        <rect
          v-for="(band, i) in traces.crossings"
          :key="`crossing-${i}`"
          class="crossing"
          x="0"
          :y="band.y"
          :width="inner"
          :height="band.height"
        />
        <path class="light" :d="traces.dewPoint" />
        <path class="strong" :d="traces.temperature" />
        <g v-if="traces.plane" :class="traces.plane.atRisk ? 'risk' : 'safe'">
          <path class="limit" :d="`M${traces.plane.dewX} ${axis.y(0)}V${traces.plane.y}`" />
          <path class="margin" :d="`M${traces.plane.x} ${traces.plane.y}H${traces.plane.dewX}`" />
          <rect
            v-if="traces.plane.atRisk"
            class="at"
            :x="traces.plane.x - 4"
            :y="traces.plane.y - 4"
            width="8"
            height="8"
          />
          <circle v-else class="at" :cx="traces.plane.x" :cy="traces.plane.y" r="4" />
        </g>
      </g>
      <text class="head" :x="LEFT" y="11">{{ width < ROOMY ? momentName(moment) : title }}</text>
    </svg>
    <DepthReading
      :axis="axis"
      :width="width"
      :pointer="frame.pointer"
      label="Temperature and dew point at a depth from the inner surface, mm"
      :counted="counted"
      :text="reading"
      :plots="[[LEFT, LEFT + inner]]"
      @open="open"
    >
      <span><i class="line"></i>temperature</span>
      <span><i class="line dashed"></i>dew point</span>
      <span v-if="traces.plane"><i class="line dotted"></i>indoor dew point</span>
    </DepthReading>
    <p class="actions">
      <TracePaths :paths="paths" :path="path" @path="(chosen) => emit('path', chosen)" />
      <TableDialog :title="title" :table="table" />
    </p>
  </div>
</template>

<style scoped src="./traces.css"></style>

<style scoped>
.crossing {
  fill: var(--fail);
  fill-opacity: 0.14;
}
</style>
