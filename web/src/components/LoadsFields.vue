<script setup lang="ts">
import { computed } from 'vue';
import { format, formatText, type Quantity, type UnitSystem } from '@eldrun/core/units';
import {
  SEISMIC_CATEGORIES,
  type Loads,
  type Wind,
  type WindExposure,
} from '@eldrun/core/build-up';
import { suctionOf, USUAL_WIND } from '@eldrun/core/attachment';
import { quantityFrom } from './quantities.ts';
import ChoiceField from './ChoiceField.vue';
import TextField from './TextField.vue';

/** Wind suction, given or from the speed, and the seismic design category. */
const props = defineProps<{ loads: Loads | undefined; units: UnitSystem }>();
const emit = defineEmits<{ change: [loads: Loads | undefined, step: string] }>();

const loads = computed<Loads>(() => props.loads ?? {});
const wind = computed(() => loads.value.wind ?? null);
const bySpeed = computed(() => (wind.value && 'speed' in wind.value ? wind.value : null));
const kind = computed(() =>
  wind.value === null ? 'none' : 'suction' in wind.value ? 'suction' : 'speed',
);
const suction = computed(() => suctionOf(loads.value));

const KINDS = [
  { value: 'none', label: 'Not said: a usual one is taken' },
  { value: 'speed', label: 'By speed, exposure and height' },
  { value: 'suction', label: 'Suction, as an engineer gave it' },
];
const EXPOSURES: { value: WindExposure; label: string }[] = [
  { value: 'B', label: 'B: suburbs, woods' },
  { value: 'C', label: 'C: open country' },
  { value: 'D', label: 'D: shores of wide water' },
];
const ZONES: { value: 4 | 5; label: string }[] = [
  { value: 5, label: '5: ends of walls' },
  { value: 4, label: '4: between them' },
];
const SEISMIC = [
  { value: 'none', label: 'Not said' },
  ...SEISMIC_CATEGORIES.map((value) => ({ value: value, label: value })),
];

function put(next: Loads, step: string): void {
  emit('change', next.wind || next.seismic ? next : undefined, step);
}

function setWind(next: Wind | null, step = 'Wind'): void {
  const { wind: _, ...rest } = loads.value;
  put(next ? { ...rest, wind: next } : rest, step);
}

function setKind(to: string): void {
  setWind(
    to === 'none'
      ? null
      : to === 'speed'
        ? { ...USUAL_WIND }
        : { suction: Math.round(suction.value.suction) },
  );
}

function setSeismic(to: string): void {
  const { seismic: _, ...rest } = loads.value;
  const category = SEISMIC_CATEGORIES.find((one) => one === to);
  put(category ? { ...rest, seismic: category } : rest, 'Seismic design category');
}

/** SI of what was typed. @throws InputError */
const read = (
  text: string,
  quantity: 'windSpeed' | 'elevation' | 'pressure',
  path: string,
  range: readonly [number, number],
): number => quantityFrom(text, quantity, props.units, path, range);

const unit = (quantity: Quantity): string => format(quantity, 1, props.units).unit;

function setSpeed(text: string): void {
  const speed = read(text, 'windSpeed', 'loads.wind.speed', [10, 110]);
  setWind({ ...bySpeed.value!, speed }, 'Wind speed');
}

function setHeight(text: string): void {
  const height = read(text, 'elevation', 'loads.wind.height', [2, 18.288]);
  setWind({ ...bySpeed.value!, height }, 'Mean roof height');
}

function setSuction(text: string): void {
  setWind({ suction: read(text, 'pressure', 'loads.wind.suction', [0, 20_000]) }, 'Wind suction');
}
</script>

<template>
  <div class="loads">
    <ChoiceField label="Wind" :value="kind" :options="KINDS" @take="setKind" />
    <template v-if="bySpeed">
      <TextField
        :label="`Basic wind speed, ${unit('windSpeed')}`"
        :value="format('windSpeed', bySpeed.speed, units).text"
        :take="setSpeed"
        hint="of the adopted code’s map, 3-second gust"
      />
      <ChoiceField
        label="Exposure"
        :value="bySpeed.exposure"
        :options="EXPOSURES"
        @take="(exposure: WindExposure) => setWind({ ...bySpeed!, exposure }, 'Exposure')"
      />
      <TextField
        :label="`Mean roof height, ${unit('elevation')}`"
        :value="format('elevation', bySpeed.height, units).text"
        :take="setHeight"
      />
      <ChoiceField
        label="Zone of the wall"
        :value="bySpeed.zone"
        :options="ZONES"
        @take="(zone: 4 | 5) => setWind({ ...bySpeed!, zone }, 'Zone of the wall')"
      />
    </template>
    <TextField
      v-else-if="wind && 'suction' in wind"
      :label="`Suction, ${unit('pressure')}`"
      :value="format('pressure', wind.suction, units).text"
      :take="setSuction"
      hint="allowable stress: 0.6 W"
    />
    <ChoiceField
      label="Seismic design category"
      :value="loads.seismic ?? 'none'"
      :options="SEISMIC"
      @take="setSeismic"
    />
    <p class="small soft all whole">
      Suction {{ formatText('pressure', suction.suction, units)
      }}{{ suction.assumed ? ' is taken: 115 mph in suburbs, at the ends of walls' : '' }}. Hills,
      the roof’s shape and shielding are not counted.
    </p>
  </div>
</template>

<style scoped>
.loads {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(190px, 1fr));
  gap: 12px;
}
</style>
