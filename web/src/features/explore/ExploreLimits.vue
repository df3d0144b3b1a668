<script setup lang="ts">
import { computed } from 'vue';
import {
  formatText,
  parseLength,
  parseNumber,
  parseResistance,
  POUND,
  SQUARE_FOOT,
} from '@eldrun/core/units';
import type { MoistureStatus } from '@eldrun/core/judgment';
import type { Objective } from '@eldrun/core/exploration';
import ChoiceField from '../../components/ChoiceField.vue';
import TextField from '../../components/TextField.vue';
import { useExploration } from './exploration.ts';
import { useProject } from '../../project/project.ts';
import { outText } from './explore-words.ts';

/** What every wall of an exploration must meet, with how many miss it, and what should be small. */
const project = useProject();
const exploration = useExploration();
const units = computed(() => project.units);

const limits = computed(() => exploration.setup.limits);
const NO_LIMIT = 'no limit';
const said = (text: string): boolean => text.trim() !== '' && text.trim() !== NO_LIMIT;
const setThickness = (text: string): void =>
  exploration.setLimit(
    'thickness',
    said(text) ? parseLength(text, units.value, 'limits.thickness') : null,
  );
const setR = (text: string): void =>
  exploration.setLimit('u', said(text) ? 1 / parseResistance(text, units.value, 'limits.r') : null);
/** A figure for a square metre, in the person's units. */
const perArea = (field: string, text: string, unit: number): number | null =>
  said(text)
    ? parseNumber(text.replace(/^\$/, '').replace(/\s*(per|lb|kg).*$/, ''), field, 0, 1e6) * unit
    : null;
const setCost = (text: string): void =>
  exploration.setLimit(
    'cost',
    perArea('limits.cost', text, units.value === 'imperial' ? 1 / SQUARE_FOOT : 1),
  );
const setCarbon = (text: string): void =>
  exploration.setLimit(
    'carbon',
    perArea('limits.carbon', text, units.value === 'imperial' ? POUND / SQUARE_FOOT : 1),
  );
const MOISTURE = [
  { label: 'Pass', value: 'pass' },
  { label: 'Pass or caution', value: 'caution' },
  { label: 'Any', value: 'fail' },
] satisfies { label: string; value: MoistureStatus }[];
const OBJECTIVE_NAMES: Record<Objective, string> = {
  cost: 'Cost',
  u: 'Heat loss',
  carbon: 'Carbon',
  thickness: 'Thickness',
};
const OBJECTIVE_CHOICES: { label: string; value: Objective[] }[] = [
  ['cost', 'u'],
  ['carbon', 'u'],
  ['thickness', 'u'],
  ['cost', 'carbon', 'u'],
  ['cost', 'thickness', 'u'],
].map((value) => ({
  label: (value as Objective[]).map((one) => OBJECTIVE_NAMES[one]).join(', '),
  value: value as Objective[],
}));
const objectives = computed(
  () =>
    OBJECTIVE_CHOICES.find(({ value }) => value.join() === exploration.setup.objectives.join()) ??
    OBJECTIVE_CHOICES[0]!,
);

const out = (limit: Parameters<typeof outText>[1]): string =>
  exploration.stale ? '' : outText(exploration.explored, limit);
</script>

<template>
  <h2>Limits</h2>
  <div class="limits">
    <TextField
      label="Thickness at most"
      :value="
        limits.thickness === undefined ? NO_LIMIT : formatText('length', limits.thickness, units)
      "
      :take="setThickness"
      :hint="out('thickness')"
    />
    <TextField
      label="Effective R at least"
      :value="limits.u === undefined ? NO_LIMIT : formatText('resistance', 1 / limits.u, units)"
      :take="setR"
      :hint="out('u')"
    />
    <TextField
      label="Cost at most"
      :value="limits.cost === undefined ? NO_LIMIT : formatText('costPerArea', limits.cost, units)"
      :take="setCost"
      :hint="out('cost') || out('prices')"
    />
    <TextField
      label="Carbon at most"
      :value="
        limits.carbon === undefined ? NO_LIMIT : formatText('carbonPerArea', limits.carbon, units)
      "
      :take="setCarbon"
      :hint="out('carbon')"
    />
    <ChoiceField
      class="whole"
      label="Moisture"
      :value="limits.moisture ?? 'fail'"
      :options="MOISTURE"
      @take="(status) => exploration.setLimit('moisture', status)"
    />
    <ChoiceField
      class="whole"
      label="Small should be"
      :value="objectives.value"
      :options="OBJECTIVE_CHOICES"
      @take="(chosen) => exploration.set({ objectives: chosen })"
    />
  </div>
  <p v-if="out('moisture')" class="small soft">Moisture: {{ out('moisture') }}</p>
</template>

<style scoped>
.limits {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 8px;
  align-items: start;
}
</style>
