<script setup lang="ts">
import { computed } from 'vue';
import {
  formatText,
  parseAirLeak,
  parseNumber,
  trimmed,
  type UnitSystem,
} from '@eldrun/core/units';
import { leakAtFifty } from '@eldrun/core/steady-moisture';
import type { Airtightness } from '@eldrun/core/build-up';
import ChoiceField from '../../components/ChoiceField.vue';
import TextField from '../../components/TextField.vue';

/** How much air leaks through the walls, stated or from an airtightness test, and which way the fans press it. */
const props = defineProps<{
  leak: Airtightness | undefined;
  /** Indoors less outdoors, Pa. */
  pressure: number;
  units: UnitSystem;
}>();
const emit = defineEmits<{ change: [leak: Airtightness | undefined]; press: [pressure: number] }>();

const KINDS = [
  { value: 0, label: 'Not stated' },
  { value: 4, label: 'Leak at 4 Pa' },
  { value: 50, label: 'Test result at 50 Pa' },
];

/** What a new entry starts from at its pressure, m³/(s·m²). */
const FIRST: Record<number, number> = { 4: 1e-4, 50: 5e-4 };

const kind = computed(() => props.leak?.pressure ?? 0);

function setKind(pressure: number): void {
  emit('change', pressure === 0 ? undefined : { flow: FIRST[pressure]!, pressure });
}

function setFlow(text: string): void {
  emit('change', { ...props.leak!, flow: parseAirLeak(text, props.units, 'airtightness.flow') });
}
</script>

<template>
  <div class="pair">
    <ChoiceField label="Air leak" :value="kind" :options="KINDS" @take="setKind" />
    <TextField
      v-if="leak"
      label="By area of the envelope"
      :value="formatText('airLeak', leak.flow, units)"
      :take="setFlow"
      :hint="`that is ${formatText('leakAtFifty', leakAtFifty(leak), units)}; cfm/ft², L/(s·m²) or m³/(h·m²)`"
    />
    <TextField
      label="Pressure that fans keep up"
      :value="`${trimmed(pressure, 1)} Pa`"
      :take="(text: string) => emit('press', parseNumber(text, 'pressure', -50, 50, 'Pa'))"
      hint="indoors less outdoors; a cooled house that exhausts more than it takes in is at about −2"
    />
  </div>
</template>

<style scoped>
.pair {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(170px, 1fr));
  gap: 12px;
}
</style>
