<script setup lang="ts">
import { computed } from 'vue';
import { formatText } from '@eldrun/core/units';
import { layerDepth, mainMember } from '@eldrun/core/build-up';
import type { AttachmentOf } from '@eldrun/core/attachment';
import { frameMarks } from '@eldrun/drawing';
import type { WallFrame } from '../frame.ts';

/** Screws and nails to scale in the section: how far they go, and how much of them bites. */
const props = defineProps<{ frame: WallFrame; held: AttachmentOf }>();

/** Drawings below this width have no room for words at a fastener, px. */
const ROOMY = 300;

/** The cladding's fastener stands beside the furring's, px. */
const BESIDE = 26;

const axis = computed(() => props.frame.axis);
const resolved = computed(() => props.frame.assessment.wall);

/** px of the studs' center lines, or the middle where there is none. */
const studs = computed(() => {
  const { scale } = axis.value;
  const marks = mainMember(resolved.value)
    ? frameMarks(resolved.value, props.frame.width / scale).map((x) => x * scale)
    : [];
  return marks.length > 0 ? marks : [props.frame.width / 2];
});

const fasteners = computed(() =>
  props.held.design.connections.map((connection) => {
    const { hung } = props.held.design;
    const layer = connection.place === 'furring' ? hung.strips[0]! : hung.cladding;
    // Lath stands in the plaster: its fastener’s head lies no further out than the lath.
    const deep = connection.input ? connection.stack - connection.input.gap : layer.thickness;
    const head = layerDepth(resolved.value, layer.index) + deep;
    const { units } = props.frame;
    const text = (value: number): string => formatText('length', value, units);
    const bad = props.held.findings.some(
      ({ place, status }) => place === connection.place && status === 'fail',
    );
    const shift = connection.into === 'strip' ? BESIDE : 0;
    return {
      place: connection.place,
      bad,
      head: axis.value.y(head),
      tip: axis.value.y(head - connection.length),
      /** Where what holds it begins. */
      from: axis.value.y(head - connection.stack),
      width: Math.max(3, connection.fastener.nominal * axis.value.scale),
      top: Math.max(9, connection.fastener.head * axis.value.scale),
      xs: studs.value.map((x) => x + shift).filter((x) => x > 8 && x < props.frame.width - 20),
      bites: connection.bite > 0,
      words:
        connection.bite > 0
          ? `${text(connection.length)}, bites ${text(connection.bite)}`
          : `${text(connection.length)}, ends before`,
    };
  }),
);

const roomy = computed(() => props.frame.width >= ROOMY);
</script>

<template>
  <g class="fasteners">
    <g
      v-for="one in fasteners"
      :key="one.place"
      :class="{ bad: one.bad }"
      :data-fastener="one.place"
    >
      <g v-for="(x, i) in one.xs" :key="i">
        <rect
          class="shank"
          :x="x - one.width / 2"
          :y="one.head"
          :width="one.width"
          :height="Math.max(0, one.tip - one.head - 5)"
        />
        <path
          class="shank"
          :d="`M${x - one.width / 2} ${one.tip - 5}h${one.width}L${x} ${one.tip}z`"
        />
        <path class="head" :d="`M${x - one.top / 2} ${one.head}h${one.top}v-4h${-one.top}z`" />
        <path
          v-if="one.bites"
          class="bite"
          :d="`M${x + 8} ${one.from}h6M${x + 11} ${one.from}V${one.tip}M${x + 8} ${one.tip}h6`"
        />
        <path
          v-else
          class="bite"
          :d="`M${x - 6} ${one.tip - 2}l12 12M${x + 6} ${one.tip - 2}l-12 12`"
        />
      </g>
      <text
        v-if="roomy && one.xs.length > 0"
        :x="one.xs[0]! + 18"
        :y="one.place === 'furring' ? one.tip + 4 : one.tip + 12"
      >
        {{ one.words }}
      </text>
    </g>
  </g>
</template>

<style scoped>
.fasteners {
  pointer-events: none;
}

.shank,
.head {
  fill: var(--ink);
  stroke: var(--sheet);
  stroke-width: 1;
}

.bite {
  fill: none;
  stroke: var(--ink);
  stroke-width: 2;
}

.bad .shank,
.bad .head {
  fill: var(--fail);
}

.bad .bite {
  stroke: var(--fail);
}

text {
  font-size: 12px;
  font-weight: 700;
  paint-order: stroke;
  stroke: var(--sheet);
  stroke-width: 4px;
  stroke-linejoin: round;
  fill: var(--ink);
}
</style>
