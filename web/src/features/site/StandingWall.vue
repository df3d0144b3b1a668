<script setup lang="ts">
import { computed, useId } from 'vue';
import { drawnStage } from '@eldrun/drawing';
import { standingOn, type PlannedStep } from '@eldrun/core/site';
import type { ResolvedWall } from '@eldrun/core/build-up';
import type { UnitSystem } from '@eldrun/core/units';
import { SceneMarks } from '../../components/SceneMarks.ts';

/** A wall as it stands at the end of a day: the same section, what is up in ink, the rest faint. */
const props = defineProps<{
  wall: ResolvedWall;
  name: string;
  steps: readonly PlannedStep[];
  day: string;
  units: UnitSystem;
  width: number;
  height: number;
}>();
const uid = useId();

/** What is up at the end of the day: layers, and framed ones whose fill is not in. */
const standing = computed(() => {
  const { up, filled } = standingOn(props.steps, props.day);
  const framing = props.steps.find(({ kind }) => kind === 'framing')?.layers ?? [];
  return {
    up,
    hollow: new Set(framing.filter((id) => !filled.has(id))),
  };
});
const everything = computed(() => new Set(props.wall.layers.map(({ id }) => id)));
const whole = computed(() => drawnStage(props.wall, props.units, everything.value).scene);
const now = computed(
  () => drawnStage(props.wall, props.units, standing.value.up, standing.value.hollow).scene,
);
const scale = computed(() =>
  Math.min(props.width / whole.value.width, (props.height - 8) / whole.value.height),
);
const place = computed(() => ({
  x: (props.width - whole.value.width * scale.value) / 2,
  y: props.height - 4,
}));
const label = computed(
  () =>
    `${props.name} at the end of the day: ${standing.value.up.size} of ${everything.value.size} layers are up`,
);
</script>

<template>
  <svg :width="width" :height="height" role="img" :aria-label="label">
    <g opacity="0.16">
      <SceneMarks :scene="whole" :uid="`${uid}-all`" :scale="scale" :x="place.x" :y="place.y" />
    </g>
    <SceneMarks :scene="now" :uid="`${uid}-up`" :scale="scale" :x="place.x" :y="place.y" />
  </svg>
</template>
