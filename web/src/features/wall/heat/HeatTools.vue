<script setup lang="ts">
import { computed, ref } from 'vue';
import { formatText } from '@eldrun/core/units';
import type { Command } from '@eldrun/core/wall';
import { FLOW_BANDS } from '../../../charts/field.ts';
import {
  degrees,
  SCALE_GRADIENT,
  shareOf,
  type TemperatureScale,
} from '../../../charts/temperature-scale.ts';
import { momentName } from '../../../components/labels.ts';
import { useBench } from '../bench.ts';
import { useHeat } from './heat.ts';
import { useProject } from '../../../project/project.ts';
import CorrectionsDialog from './CorrectionsDialog.vue';

/** The legend of the field, what of it is shown, and the temperatures on both sides. */
const props = defineProps<{ scale: TemperatureScale }>();
defineEmits<{ run: [name: string, commands: Command[]] }>();
const bench = useBench();
const heat = useHeat();
const project = useProject();
const correctionsShown = ref(false);

const ticks = computed(() => {
  const every = props.scale.steps.length > 6 ? 2 : 1;
  return props.scale.steps
    .filter((_, i) => i % every === 0)
    .map((step) => ({
      left: `${100 * shareOf(props.scale, step)}%`,
      text: degrees(step, project.units).replace(/ .*/, '°'),
    }));
});

const SIDES = [
  { side: 'outdoor', label: 'Outdoors', min: -40, max: 50 },
  { side: 'indoor', label: 'Indoors', min: 10, max: 30 },
] as const;

const byHand = computed(() => Object.keys(bench.chosen).length > 0);

/** Heat that each band between two flow lines carries. */
const band = computed(() => {
  if (!heat.section || !heat.air) return '';
  const through = heat.section.u * Math.abs(heat.air.indoor - heat.air.outdoor);
  return formatText('heatFlux', through, project.units);
});

function set(side: 'indoor' | 'outdoor', event: Event): void {
  bench.chosen = { ...bench.chosen, [side]: Number((event.target as HTMLInputElement).value) };
}
</script>

<template>
  <div class="tools">
    <div class="legend" aria-label="Scale of temperature" role="img">
      <div class="bar" :style="{ background: SCALE_GRADIENT }"></div>
      <span
        v-for="tick in ticks"
        :key="tick.left"
        class="tick small"
        :style="{ left: tick.left }"
        >{{ tick.text }}</span
      >
    </div>
    <label class="toggle"><input v-model="heat.isothermsShown" type="checkbox" />Isotherms</label>
    <label class="toggle"><input v-model="heat.flowShown" type="checkbox" />Heat flow</label>
    <button class="action quiet small" type="button" @click="correctionsShown = true">
      Screws and voids
    </button>
    <label v-for="{ side, label, min, max } in SIDES" :key="side" class="slider small">
      <span
        >{{ label }}
        <strong>{{ heat.air ? degrees(heat.air[side], project.units) : '' }}</strong></span
      >
      <input
        type="range"
        :min="min"
        :max="max"
        step="0.5"
        :value="heat.air?.[side]"
        :aria-valuetext="heat.air ? degrees(heat.air[side], project.units) : ''"
        @input="set(side, $event)"
      />
    </label>
    <button v-if="byHand" class="action quiet small" type="button" @click="bench.chosen = {}">
      Back to {{ momentName(bench.moment) }}
    </button>
    <p class="small soft note" role="status">
      <template v-if="heat.computing">Solving; the last field is shown.</template>
      <template v-else-if="heat.flowShown">
        {{ FLOW_BANDS }} bands of equal heat in each spacing; {{ band }} on average.
      </template>
    </p>
    <CorrectionsDialog
      v-model:visible="correctionsShown"
      @run="(name, commands) => $emit('run', name, commands)"
    />
  </div>
</template>

<style scoped>
.tools {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0 16px;
}

.legend {
  position: relative;
  width: 220px;
  height: 30px;
  margin-right: 8px;
}

.bar {
  height: 12px;
  border: 1px solid var(--ink);
}

.tick {
  position: absolute;
  top: 13px;
  transform: translateX(-50%);
}

.toggle,
.slider {
  display: flex;
  align-items: center;
  gap: 6px;
  min-height: 44px;
}

.slider input {
  width: 110px;
}

.slider span {
  white-space: nowrap;
}

.note {
  flex-basis: 100%;
  min-height: 1.4em;
}
</style>
