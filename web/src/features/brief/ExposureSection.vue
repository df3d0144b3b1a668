<script setup lang="ts">
import { computed } from 'vue';
import { MONTHS } from '@eldrun/core/climate';
import { parseNumber, trimmed } from '@eldrun/core/units';
import { STANDARD_EXPOSURE } from '@eldrun/core/judgment';
import type { Exposure } from '@eldrun/core/build-up';
import ChoiceField from '../../components/ChoiceField.vue';
import TextField from '../../components/TextField.vue';

/** What every wall of the project is exposed to for its judgment. */
const props = defineProps<{ exposure: Exposure | undefined }>();
const emit = defineEmits<{ change: [exposure: Exposure | undefined] }>();

const now = computed(() => ({ ...STANDARD_EXPOSURE, ...props.exposure }));

type Side = NonNullable<Exposure['sides']>[number];
const SIDES: { value: Side; label: string }[] = [
  { value: 'north', label: 'North' },
  { value: 'rain', label: 'Where rain comes from' },
  { value: 'east', label: 'East' },
  { value: 'south', label: 'South' },
  { value: 'west', label: 'West' },
];

const FIRST_DAYS = [0, 31, 59, 90, 120, 151, 181, 212, 243, 273, 304, 334];
const STARTS = MONTHS.map((month, m) => ({ value: FIRST_DAYS[m]! * 24, label: `1 ${month}` }));

const set = (change: Exposure): void => emit('change', { ...props.exposure, ...change });

function setSide(side: Side, wanted: boolean): void {
  const sides = SIDES.map(({ value }) => value).filter((value) =>
    value === side ? wanted : now.value.sides.includes(value),
  );
  if (sides.length > 0) set({ sides });
}
</script>

<template>
  <p class="soft small">
    Two years hour by hour on each side, air-dry at first; air leaks either way by stack, wind and
    fans; a cladding without a drained gap lets some of the driven rain through to the water
    barrier, none where a gap or laps drain it (EN 15026, ASHRAE 160). The second year is judged.
  </p>
  <div class="pair">
    <TextField
      label="Rain that gets behind"
      :value="`${trimmed(100 * now.rain, 2)} %`"
      :take="(text: string) => set({ rain: parseNumber(text, 'exposure.rain', 0, 100, '%') / 100 })"
      hint="of the driven rain; 1 % is usual"
    />
    <TextField
      label="Humidity at the start"
      :value="`${Math.round(100 * now.relativeHumidity)} %`"
      :take="
        (text: string) =>
          set({
            relativeHumidity: parseNumber(text, 'exposure.relativeHumidity', 1, 100, '%') / 100,
          })
      "
    />
    <ChoiceField
      label="Starts on"
      :value="now.start"
      :options="STARTS"
      @take="(start: number) => set({ start })"
    />
  </div>
  <fieldset class="sides">
    <legend class="small soft">Sides that are run</legend>
    <label v-for="side in SIDES" :key="side.value" class="check">
      <input
        type="checkbox"
        :checked="now.sides.includes(side.value)"
        :disabled="now.sides.length === 1 && now.sides.includes(side.value)"
        @change="setSide(side.value, ($event.target as HTMLInputElement).checked)"
      />
      {{ side.label }}
    </label>
  </fieldset>
  <button v-if="exposure" type="button" class="action quiet" @click="emit('change', undefined)">
    Back to the standard exposure
  </button>
</template>

<style scoped>
.pair {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(170px, 1fr));
  gap: 12px;
}

.sides {
  display: flex;
  flex-wrap: wrap;
  gap: 0 16px;
  padding: 0;
  border: 0;
}

.check input {
  accent-color: var(--ink);
}
</style>
