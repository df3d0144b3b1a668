<script setup lang="ts">
import { computed, useId } from 'vue';
import { formatText, type UnitSystem } from '@eldrun/core/units';
import type { EdgeHeat, EdgeSection } from '@eldrun/core/edges';
import { edgeParts, edgeScene, edgeNumbers } from '@eldrun/drawing';
import { contourPaths } from '../../charts/field.ts';
import { SceneMarks } from '../../components/SceneMarks.ts';
import type { EdgeRaster } from '../../compute/jobs/edges.ts';
import { isothermSteps } from './isotherms.ts';

/** An edge in section, to scale: its parts, the lines through it, where they break, and isotherms. */
const props = defineProps<{
  section: EdgeSection;
  /** px a meter. */
  scale: number;
  units: UnitSystem;
  heat: EdgeHeat | null;
  raster: EdgeRaster | null;
  isotherms: boolean;
  numbers: boolean;
  /** What is drawn, where several lie side by side, m. */
  frame?: EdgeSection['frame'];
  name: (id: string) => string;
}>();
const uid = useId();

/** Room around the drawing, px: for numbers and the words on both sides. */
const ROOM = computed(() => (props.numbers ? 26 : 6));
const upright = computed(() => props.section.view === 'upright');
const ABOVE = computed(() => (props.numbers && upright.value ? 42 : 18));
const BELOW = computed(() => (props.numbers && upright.value ? 26 : 20));

const frame = computed(() => props.frame ?? props.section.frame);
const drawn = computed(() => ({ ...props.section, frame: frame.value }));
const scene = computed(() => edgeScene(drawn.value, props.name));
const width = computed(() => scene.value.width * props.scale + 2 * ROOM.value);
const height = computed(() => scene.value.height * props.scale + ABOVE.value + BELOW.value);
const px = (x: number, y: number): readonly [number, number] => [
  (x - frame.value.x0) * props.scale + ROOM.value,
  (y - frame.value.y0) * props.scale + ABOVE.value,
];

const steps = computed(() =>
  props.isotherms && props.raster ? isothermSteps(props.section, props.units) : [],
);
/** Isotherms where it is solid. The raster lies over the section's own frame. */
const lines = computed(() => {
  const { raster, section } = props;
  if (!raster || steps.value.length === 0) return [];
  const [x, y] = px(section.frame.x0, section.frame.y0);
  const box = {
    x,
    y,
    width: (section.frame.x1 - section.frame.x0) * props.scale,
    height: (section.frame.y1 - section.frame.y0) * props.scale,
    columns: raster.columns,
    rows: raster.rows,
  };
  return steps.value.flatMap((step) =>
    contourPaths(box, raster.values, [step]).map((d) => ({ step, d })),
  );
});
const solid = computed(() =>
  (props.section.thermal?.section.rectangles ?? []).map((one) => {
    const [x, y] = px(one.x0, one.y0);
    return {
      x,
      y,
      width: (one.x1 - one.x0) * props.scale,
      height: (one.y1 - one.y0) * props.scale,
    };
  }),
);
const air = computed(() =>
  (props.section.thermal?.section.environments ?? []).map((one) => {
    const [x, y] = px(one.x0, one.y0);
    return {
      x,
      y,
      width: (one.x1 - one.x0) * props.scale,
      height: (one.y1 - one.y0) * props.scale,
    };
  }),
);

/** Corners have what they turn around at the lower right. */
const turned = computed(() => props.section.kind.startsWith('corner'));
const [first, second] = [
  computed(() => (props.section.kind === 'corner-inside' ? 'INDOORS' : 'OUTDOORS')),
  computed(() => (props.section.kind === 'corner-inside' ? 'OUTDOORS' : 'INDOORS')),
];

const joints = computed(() =>
  props.section.lines.flatMap((line) =>
    line.joints.map((joint) => ({ ...joint, p: px(...joint.at) })),
  ),
);
const coldest = computed(() => (props.heat ? px(...props.heat.at) : null));
const numbers = computed(() =>
  props.numbers ? edgeNumbers(edgeParts(drawn.value, props.name), drawn.value, px) : [],
);
const label = computed(
  () =>
    `${props.section.title}, to scale. ${props.section.lines
      .map(({ line, joints: all }) => {
        const open = all.filter(({ sealed }) => !sealed);
        return `${line} line ${open.length === 0 ? 'unbroken' : `broken at: ${open.map((joint) => joint.name).join(', ')}`}`;
      })
      .join('; ')}`,
);
</script>

<template>
  <svg
    class="edge"
    :width="width"
    :height="height"
    :viewBox="`0 0 ${width} ${height}`"
    role="img"
    :aria-label="label"
  >
    <clipPath :id="`${uid}-shown`">
      <rect :x="ROOM" :y="ABOVE" :width="scene.width * scale" :height="scene.height * scale" />
    </clipPath>
    <mask :id="`${uid}-solid`">
      <rect v-for="(one, i) in solid" :key="`s${i}`" v-bind="one" fill="white" />
      <rect v-for="(one, i) in air" :key="`a${i}`" v-bind="one" fill="black" />
    </mask>
    <g :clip-path="`url(#${uid}-shown)`">
      <SceneMarks
        :scene="scene"
        :uid="uid"
        :scale="scale"
        :x="ROOM - frame.x0 * scale"
        :y="ABOVE - frame.y0 * scale"
      />
      <g v-if="lines.length" :mask="`url(#${uid}-solid)`" class="isotherms">
        <path v-for="(one, i) in lines" :key="i" :d="one.d" />
      </g>
    </g>
    <text :x="upright ? 2 : ROOM" y="12" class="side">{{ first }}</text>
    <text
      :x="upright || turned ? width - 2 : ROOM"
      :y="upright ? 12 : height - 6"
      class="side"
      :class="{ end: upright || turned }"
    >
      {{ second }}
    </text>
    <g v-for="joint in joints" :key="`${joint.line}${joint.id}`" class="joint">
      <title>{{ joint.name }}{{ joint.sealed ? '' : ': not there' }}</title>
      <path
        v-if="!joint.sealed"
        class="broken"
        :d="`M${joint.p[0]} ${joint.p[1] - 8}l8 8-8 8-8-8z`"
      />
      <circle v-else :cx="joint.p[0]" :cy="joint.p[1]" r="3.2" class="sealed" />
    </g>
    <g v-for="one in numbers" :key="one.id" class="number">
      <path v-if="one.to" :d="`M${one.x} ${one.y}L${one.to[0]} ${one.to[1]}`" />
      <circle :cx="one.x" :cy="one.y" r="7.5" />
      <text :x="one.x" :y="one.y + 3.8">{{ one.n }}</text>
    </g>
    <g v-if="coldest && isotherms">
      <path
        class="coldest"
        :d="`M${coldest[0] - 6} ${coldest[1]}h12M${coldest[0]} ${coldest[1] - 6}v12`"
      />
      <text :x="coldest[0] + 24" :y="coldest[1] + 25" class="reading">
        {{ formatText('temperature', heat!.surface, units) }}
      </text>
    </g>
  </svg>
</template>

<style scoped>
.edge {
  display: block;
  margin-inline: auto;
  max-width: 100%;
  height: auto;
}

.side {
  font-size: 12px;
  font-weight: 700;
  font-stretch: 88%;
  fill: var(--soft);
}

.side.end {
  text-anchor: end;
}

.isotherms path {
  fill: none;
  stroke: #33413d;
  stroke-width: 0.9;
  opacity: 0.75;
}

.sealed {
  fill: var(--sheet);
  stroke: var(--ink);
}

.broken {
  fill: var(--fail);
  stroke: var(--sheet);
  stroke-width: 1.5;
}

.coldest {
  stroke: var(--sheet);
  stroke-width: 4;
  paint-order: stroke;
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.6;
}

.reading {
  font-size: 12px;
  font-weight: 700;
  fill: var(--ink);
  stroke: var(--sheet);
  stroke-width: 3;
  paint-order: stroke;
}

.number path {
  stroke: var(--ink);
  stroke-width: 0.8;
}

.number circle {
  fill: var(--sheet);
  stroke: var(--ink);
  stroke-width: 0.8;
}

.number text {
  font-size: 11px;
  text-anchor: middle;
  fill: var(--ink);
}
</style>
