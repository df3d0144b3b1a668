<script setup lang="ts">
import { computed, ref, shallowRef } from 'vue';
import { inUnits, fromUnits, fixed, formatText, parseNumber } from '@eldrun/core/units';
import {
  emptyBay,
  judgedStrip,
  simulatedCamera,
  type JudgedBay,
  type ThermalCamera,
  type ThermalStrip,
} from '@eldrun/core/instruments';
import ChoiceField from '../../components/ChoiceField.vue';
import StatusMark from '../../components/StatusMark.vue';
import TextField from '../../components/TextField.vue';
import { temperatureColor } from '../../charts/temperature-scale.ts';
import { useSite } from './site-state.ts';

/** A strip of a thermal camera along a wall: find the bay that nobody filled, before the board hides it. */
const state = useSite();
const elevation = ref(state.elevations.value[0]?.id ?? '');
const options = computed(() =>
  state.elevations.value.map(({ id, name }) => ({ label: name, value: id })),
);
const indoor = ref(20);
const outdoor = ref(2);
const look = shallowRef<{ strip: ThermalStrip; judged: JudgedBay[] } | null>(null);
const guess = ref<number | null>(null);
const camera: ThermalCamera = simulatedCamera(2);
const tooClose = computed(() => Math.abs(indoor.value - outdoor.value) < 10);

async function scan(): Promise<void> {
  const wall = state.wallOf(elevation.value);
  if (!wall) return;
  const strip = await camera.scan(wall, indoor.value, outdoor.value);
  const empty = emptyBay(wall, indoor.value, outdoor.value);
  look.value = { strip, judged: judgedStrip(strip, empty) };
  guess.value = null;
}

const WIDTH = 1040;
const HEIGHT = 64;
const scaled = computed(() => {
  const { strip } = look.value!;
  const low = Math.min(...strip.seen);
  const high = Math.max(...strip.seen);
  return { low, high, steps: [], width: WIDTH / strip.seen.length };
});
const fill = (value: number): string => temperatureColor(scaled.value, value);
const bays = computed(() => Array.from({ length: look.value?.strip.bays ?? 0 }, (_, bay) => bay));
const line = computed(() => {
  const { strip } = look.value!;
  const { low, high } = scaled.value;
  const y = (value: number): number => 60 - ((value - low) / Math.max(1e-6, high - low)) * 54;
  const path = (values: readonly number[]): string =>
    values
      .map(
        (value, n) =>
          `${n ? 'L' : 'M'}${fixed(n * scaled.value.width, 1).replace('−', '-')} ${y(value).toFixed(1)}`,
      )
      .join('');
  return { seen: path(strip.seen), expected: path(strip.expected) };
});
/** How a guess is marked: it is practice, no finding. */
const GUESSED = { right: 'pass', wrong: 'caution' } as const;

const verdict = computed(() => {
  if (!look.value || guess.value === null) return null;
  const { defect } = look.value.strip;
  const said = look.value.judged.filter(({ suspect }) => suspect).map(({ bay }) => bay + 1);
  const right = guess.value === (defect ?? -1);
  return {
    right: right ? ('right' as const) : ('wrong' as const),
    text: `${right ? 'Right' : 'No'}: ${defect === null ? 'every bay is filled' : `the fill is missing in bay ${defect + 1}`}; by the section solver ${
      said.length > 0
        ? `bay ${said.join(', ')} is colder than designed`
        : 'no bay is colder than designed'
    }.`,
  };
});
const celsius = (text: string, name: string): number => {
  const value = parseNumber(text, name, -60, 140);
  return fromUnits('temperature', value, state.project.units);
};
const setIndoors = (text: string): void => void (indoor.value = celsius(text, 'indoors'));
const setOutdoors = (text: string): void => void (outdoor.value = celsius(text, 'outdoors'));
const degree = computed(() => (state.project.units === 'metric' ? '°C' : '°F'));
const degrees = (value: number): string =>
  fixed(inUnits('temperature', value, state.project.units), 0);
</script>

<template>
  <section class="paper panel" aria-label="Thermal camera" data-thermal>
    <h2>Thermal camera</h2>
    <div class="acts">
      <ChoiceField label="Wall" :value="elevation" :options="options" @take="elevation = $event" />
      <TextField :label="`Indoors, ${degree}`" :value="degrees(indoor)" :take="setIndoors" />
      <TextField :label="`Outdoors, ${degree}`" :value="degrees(outdoor)" :take="setOutdoors" />
      <button type="button" class="action" @click="scan">Scan the simulated wall</button>
      <p v-if="tooClose"><StatusMark status="caution" /> less than 10 K apart: nothing will show</p>
    </div>
    <template v-if="look">
      <svg
        :viewBox="`0 0 ${WIDTH} ${HEIGHT + 66}`"
        class="strip"
        role="img"
        :aria-label="`Surface temperatures along ${look.strip.bays} bays from ${formatText('temperature', scaled.low, state.project.units)} to ${formatText('temperature', scaled.high, state.project.units)}`"
      >
        <rect
          v-for="(value, n) in look.strip.seen"
          :key="n"
          :x="n * scaled.width"
          y="0"
          :width="scaled.width + 0.5"
          :height="HEIGHT"
          :fill="fill(value)"
        />
        <g :transform="`translate(0 ${HEIGHT + 4})`">
          <path class="expected" :d="line.expected" />
          <path class="seen" :d="line.seen" />
        </g>
      </svg>
      <p class="small soft">
        Color and line: the surface from
        {{ formatText('temperature', scaled.low, state.project.units) }} to
        {{ formatText('temperature', scaled.high, state.project.units) }}; dotted: as designed, by
        the section solver. The studs show as the regular dips.
      </p>
      <div class="acts" role="group" aria-label="Which bay is empty?">
        Which bay is empty?
        <button
          v-for="bay in bays"
          :key="bay"
          type="button"
          class="action"
          :aria-pressed="guess === bay"
          @click="guess = bay"
        >
          {{ bay + 1 }}
        </button>
        <button type="button" class="action" :aria-pressed="guess === -1" @click="guess = -1">
          none
        </button>
      </div>
      <p v-if="verdict" role="status" data-verdict>
        <StatusMark :status="GUESSED[verdict.right]" /> {{ verdict.text }}
      </p>
    </template>
  </section>
</template>

<style scoped>
.strip {
  width: 100%;
}

.seen {
  fill: none;
  stroke: var(--ink);
}

.expected {
  fill: none;
  stroke: var(--soft);
  stroke-dasharray: 2 4;
}

[aria-pressed='true'] {
  background: var(--marker);
}
</style>
