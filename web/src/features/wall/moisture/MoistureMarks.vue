<script setup lang="ts">
import { computed } from 'vue';
import {
  dryingOf,
  HUMID_DAY,
  innerPlaneOf,
  type DryingWay,
  type MonthlyBalance,
} from '@eldrun/core/steady-moisture';
import { formatText } from '@eldrun/core/units';
import { layerDepth } from '@eldrun/core/build-up';
import { wave, wetPlaces } from '../../../charts/moisture.ts';
import { CLASS_NAMES, filmText } from '../../../components/labels.ts';
import type { WallFrame } from '../frame.ts';

/** What the lens Moisture draws over the layers: wet planes, the condensing plane, and the ways in which wood dries. */
const props = defineProps<{
  frame: WallFrame;
  balance: MonthlyBalance;
  month: number;
  /** Id of the layer that is selected: if it is wood, its drying is drawn. */
  selected: string | null;
}>();

const resolved = computed(() => props.frame.assessment.wall);
const axis = computed(() => props.frame.axis);
const width = computed(() => props.frame.width);

/** Labels closer than this would lie on one another, px. */
const LABEL_ROOM = 16;

const wet = computed(() => {
  let last = Infinity;
  return wetPlaces(resolved.value, props.balance, axis.value, props.month)
    .toSorted((a, b) => b.y - a.y)
    .map((place) => {
      const labelY = Math.min(place.y + place.height + 13, last - LABEL_ROOM);
      last = labelY;
      const { units } = props.frame;
      const text =
        place.held > 0
          ? `${formatText('waterPerArea', place.held, units)}, ${filmText(place.held, units)}`
          : `${formatText('waterPerArea', -place.condensed, units)} dried off`;
      return { ...place, text, labelY };
    });
});

const plane = computed(() => {
  const condensing = props.frame.assessment.moisture.condensingPlane;
  if (!condensing) return null;
  const index = resolved.value.layers.findIndex(({ id }) => id === condensing.layer);
  const margin = condensing.margin[props.month]!;
  return {
    y: axis.value.y(layerDepth(resolved.value, index)),
    atRisk: margin < 0,
    text: `${margin < 0 ? '' : '+'}${formatText('temperatureDifference', margin, props.frame.units)} to the indoor dew point`,
  };
});

/** Where the house is cooled: the retarder inside against the outdoor dew point. */
const inner = computed(() => {
  const found = innerPlaneOf(resolved.value);
  const { indoorTemperature, outdoorTemperature } = resolved.value.months[props.month]!;
  if (!found || outdoorTemperature <= indoorTemperature) return null;
  const margin = found.margin[props.month]!;
  return {
    y: axis.value.y(layerDepth(resolved.value, found.layer.index + 1)),
    atRisk: margin < HUMID_DAY,
    text: `${margin < 0 ? '' : '+'}${formatText('temperatureDifference', margin, props.frame.units)} to the outdoor dew point`,
  };
});

const planes = computed(() => [plane.value, inner.value].filter((one) => one !== null));

/** Below this width words are short and stand at the left, px. */
const NARROW = 440;
const narrow = computed(() => width.value < NARROW);

/** Width of a drying arrow by class, px; class I is a bar that it stops at. */
const STROKE = { I: 0, II: 2, III: 5, open: 9 } as const;

/** The wood whose drying is drawn: the one selected, else the outermost panel, else the frame. */
const drying = computed(() => {
  const all = dryingOf(resolved.value);
  const found =
    all.find(({ layer }) => layer.id === props.selected) ??
    all.findLast(({ layer }) => layer.source.kind === 'sheet') ??
    all.at(-1);
  if (!found) return null;
  const from = layerDepth(resolved.value, found.layer.index);
  const way = (side: 'inward' | 'outward', dry: DryingWay) => {
    const start = axis.value.y(side === 'inward' ? from : from + found.layer.thickness);
    const end =
      side === 'inward'
        ? axis.value.y(0) + 22
        : axis.value.y(layerDepth(resolved.value, resolved.value.counted)) - 18;
    const permeance = Number.isFinite(dry.permeance)
      ? `, ${formatText('permeance', dry.permeance, props.frame.units)}`
      : '';
    return {
      side,
      start,
      end,
      stroke: STROKE[dry.class],
      text: narrow.value
        ? `${side}: ${CLASS_NAMES[dry.class]}`
        : `dries ${side}: ${CLASS_NAMES[dry.class]}${permeance}`,
    };
  };
  return { ways: [way('outward', found.outward), way('inward', found.inward)] };
});

const arrowX = computed(() => width.value - 44);
</script>

<template>
  <g class="marks">
    <g v-for="place in wet" :key="place.key" class="wet" :data-wet="place.layer">
      <rect x="0" :y="place.y" :width="width" :height="place.height" />
      <path :d="wave(place.y + place.height, width)" />
      <text x="8" :y="place.labelY">{{ place.text }}</text>
    </g>
    <g v-for="one in planes" :key="one.text" :class="one.atRisk ? 'risk' : 'safe'" data-plane>
      <path class="plane" :d="`M0 ${one.y}H${width}`" />
      <rect v-if="one.atRisk" class="at" :x="width / 2 - 5" :y="one.y - 5" width="10" height="10" />
      <circle v-else class="at" :cx="width / 2" :cy="one.y" r="5" />
      <text class="margin bold" :x="narrow ? 8 : width / 2 + 10" :y="one.y - 6">{{
        one.text
      }}</text>
    </g>
    <template v-if="drying">
      <g v-for="way in drying.ways" :key="way.side" class="way" :data-dries="way.side">
        <title>{{ way.text }}</title>
        <path
          v-if="way.stroke > 0"
          class="shaft"
          :stroke-width="way.stroke"
          :d="`M${arrowX} ${way.start}V${way.end + (way.side === 'inward' ? -8 : 8)}`"
        />
        <path
          v-if="way.stroke > 0"
          class="head"
          :d="`M${arrowX} ${way.end}l-9 ${way.side === 'inward' ? -11 : 11}h18z`"
        />
        <path
          v-else
          class="bar"
          :d="`M${arrowX - 10} ${way.start + (way.side === 'inward' ? 10 : -10)}h20M${arrowX} ${way.start}v${way.side === 'inward' ? 10 : -10}`"
        />
        <text class="word" :x="width - 2" :y="way.side === 'inward' ? axis.y(0) + 35 : way.end - 5">
          {{ way.text }}
        </text>
      </g>
    </template>
  </g>
</template>

<style scoped>
text {
  font-size: 12px;
  paint-order: stroke;
  stroke: var(--sheet);
  stroke-width: 4px;
  stroke-linejoin: round;
  fill: var(--ink);
}

.wet rect {
  fill: var(--water);
  fill-opacity: 0.35;
}

.wet path {
  fill: none;
  stroke: var(--water);
  stroke-width: 2;
}

.wet text {
  font-weight: 700;
}

.plane {
  fill: none;
  stroke: currentColor;
  stroke-width: 2;
  stroke-dasharray: 9 5;
}

.at {
  fill: currentColor;
  stroke: var(--sheet);
}

.risk {
  color: var(--fail);
}

.safe {
  color: var(--pass);
}

.shaft,
.bar {
  fill: none;
  stroke: var(--ink);
}

.bar {
  stroke-width: 3;
}

.head {
  fill: var(--ink);
  stroke: var(--sheet);
  stroke-width: 1;
}

.word {
  text-anchor: end;
}
</style>
