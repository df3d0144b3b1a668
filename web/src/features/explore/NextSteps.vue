<script setup lang="ts">
import { computed, ref } from 'vue';
import { applyCommands } from '@eldrun/core/wall';
import { format, formatText, messageText, type UnitSystem } from '@eldrun/core/units';
import type { Measures } from '@eldrun/core/options';
import type { NextStep } from '@eldrun/core/exploration';
import type { WallFile } from '@eldrun/core/build-up';
import ChoiceField from '../../components/ChoiceField.vue';

/** Single changes of the wall as it is, by what R they gain for what they take. */
const props = defineProps<{
  steps: readonly NextStep[];
  now: Measures;
  file: WallFile;
  units: UnitSystem;
}>();
const emit = defineEmits<{ keep: [what: { file: WallFile; name: string; step: NextStep }] }>();

type By = 'cost' | 'thickness' | 'carbon';
const by = ref<By>('cost');
const BY: { label: string; value: By }[] = [
  { label: 'by R for each dollar', value: 'cost' },
  { label: 'by R for its thickness', value: 'thickness' },
  { label: 'by R for its carbon', value: 'carbon' },
];

/** What a unit of R takes; what takes nothing or saves comes first, what is not known last. */
function taken({ measures }: NextStep): number {
  const [a, b] = [measures[by.value], props.now[by.value]];
  if (a === null || b === null) return Infinity;
  return a <= b ? a - b - 1e6 : (a - b) / (measures.r - props.now.r);
}
const rows = computed(() => props.steps.toSorted((a, b) => taken(a) - taken(b)));

const QUANTITY = { cost: 'costPerArea', thickness: 'length', carbon: 'carbonPerArea' } as const;
function lessText({ measures }: NextStep): string {
  const [a, b] = [measures[by.value], props.now[by.value]];
  if (a === null || b === null) return 'not known';
  const text = format(QUANTITY[by.value], Math.abs(a - b), props.units).text;
  return /[1-9]/.test(text) ? `${a > b ? '+' : '−'}${text}` : 'nothing';
}
const gained = ({ measures }: NextStep): string =>
  formatText('resistance', measures.r - props.now.r, props.units);

const name = (step: NextStep): string =>
  `${props.file.name}: ${messageText(step.text, props.units)}`.slice(0, 190);
const keep = (step: NextStep): void =>
  emit('keep', { file: applyCommands(props.file, step.commands), name: name(step), step });
</script>

<template>
  <section class="steps" aria-label="Next best step from now">
    <h2>Next best step from now</h2>
    <ChoiceField label="Ranked" :value="by" :options="BY" @take="(chosen) => (by = chosen)" />
    <p v-if="rows.length === 0" class="soft">
      No single change was found that gains R and makes nothing worse.
    </p>
    <ol>
      <li v-for="step in rows" :key="name(step)">
        <button type="button" class="plain step" @click="keep(step)">
          <span>{{ messageText(step.text, units) }}</span>
          <span class="small soft"
            >+{{ gained(step).replace(/^R /, '') }} R, {{ lessText(step) }}</span
          >
        </button>
      </li>
    </ol>
    <p class="small soft">A click keeps it as a variant.</p>
  </section>
</template>

<style scoped>
.steps {
  display: grid;
  gap: 8px;
  margin-top: 12px;
}

.step {
  display: grid;
  width: 100%;
  min-height: 44px;
  align-content: center;
  border-bottom: 1px solid var(--line);
}

.step:hover {
  background: var(--marker);
}
</style>
