<script setup lang="ts">
import { computed } from 'vue';
import {
  fixed,
  formatText,
  parseLength,
  parseTemperature,
  SQUARE_FOOT,
  R_VALUE,
  type UnitSystem,
} from '@eldrun/core/units';
import { FUELS, type Energy, type EnergyCommand, type Facade } from '@eldrun/core/energy';
import ChoiceField from '../../components/ChoiceField.vue';
import EditableTable from '../../components/EditableTable.vue';
import type { EditableColumn } from '../../components/editable-table.ts';
import TextField from '../../components/TextField.vue';
import { amount } from '../../project/price-book.ts';

/** The house, what heats and cools it, what energy costs, and how far one looks ahead. */
const props = defineProps<{ energy: Energy; units: UnitSystem }>();
const emit = defineEmits<{ run: [name: string, command: EnergyCommand] }>();

const imperial = computed(() => props.units === 'imperial');
const area = computed(() => (imperial.value ? SQUARE_FOOT : 1));
const uUnit = computed(() => (imperial.value ? 1 / R_VALUE : 1));
const fuel = computed(() => FUELS.find(({ id }) => id === props.energy.heating.fuel));
const kwh = computed(() => fuel.value?.kwh ?? 1);
const per = computed(() => fuel.value?.unit ?? 'kWh');

const set = (name: string, fields: Extract<EnergyCommand, { type: 'setFields' }>['fields']): void =>
  emit('run', name, { type: 'setFields', fields });

function setFacade({ side, ...facade }: Facade, change: Partial<Facade>): void {
  emit('run', `The ${side} side`, { type: 'setFacade', side, facade: { ...facade, ...change } });
}

/** How far above the windows an overhang is taken to be where nothing is said, m. */
const ABOVE = 0.3;

function setDepth(facade: Facade, typed: string): void {
  const none = /^\s*(none|0\b.*)?\s*$/i.test(typed) && !/[1-9]/.test(typed);
  const overhang = none
    ? undefined
    : { above: facade.overhang?.above ?? ABOVE, depth: parseLength(typed, props.units) };
  setFacade(facade, { overhang });
}

function setTrees(facade: Facade, season: 'bare' | 'inLeaf', typed: string): void {
  const trees = { bare: 1, inLeaf: 1, ...facade.trees, [season]: amount(typed, 100) / 100 };
  setFacade(facade, { trees: trees.bare === 1 && trees.inLeaf === 1 ? undefined : trees });
}

const percent = (share: number): string => fixed(share * 100, 0);
const lengthText = (value: number | undefined): string =>
  value === undefined ? '' : formatText('length', value, props.units);

function setFuel(id: string): void {
  const { efficiency, price, carbon } = FUELS.find((one) => one.id === id)!;
  set('What it is heated with', {
    heating: { ...props.energy.heating, fuel: id, efficiency, price, carbon },
  });
}
const heating = (name: string, change: Partial<Energy['heating']>): void =>
  set(name, { heating: { ...props.energy.heating, ...change } });
const cooling = (name: string, change: Partial<Energy['cooling']>): void =>
  set(name, { cooling: { ...props.energy.cooling, ...change } });

/** A share that may be below zero. */
function signed(typed: string): number {
  const below = /^\s*[-−]/.test(typed);
  return ((below ? -1 : 1) * amount(typed.replace(/^\s*[-−]/, ''), 30)) / 100;
}

const sides = computed<readonly EditableColumn<Facade>[]>(() => [
  { title: 'Side', quiet: true, value: ({ side }) => side },
  {
    title: `Wall, ${imperial.value ? 'ft²' : 'm²'}`,
    label: ({ side }) => `Wall with windows, ${side}`,
    value: (facade) => fixed(facade.area / area.value, 0),
    take: (facade, _, text) => setFacade(facade, { area: amount(text, 1e6) * area.value }),
  },
  {
    title: 'Windows, %',
    label: ({ side }) => `Windows, ${side}, %`,
    value: ({ windows }) => percent(windows),
    take: (facade, _, text) => setFacade(facade, { windows: amount(text, 90) / 100 }),
  },
  {
    title: 'Overhang',
    label: ({ side }) => `Overhang or porch roof, ${side}: how far out`,
    value: ({ overhang }) => lengthText(overhang?.depth) || 'none',
    take: (facade, _, text) => setDepth(facade, text),
  },
  {
    title: 'above by',
    label: ({ side }) => `Overhang, ${side}: how far above the windows`,
    value: ({ overhang }) => lengthText(overhang?.above),
    open: ({ overhang }) => overhang !== undefined,
    take: (facade, _, text) =>
      setFacade(facade, {
        overhang: { ...facade.overhang!, above: parseLength(text, props.units) },
      }),
  },
  {
    title: 'Trees, bare %',
    label: ({ side }) => `Sun through bare trees, ${side}, %`,
    value: ({ trees }) => percent(trees?.bare ?? 1),
    take: (facade, _, text) => setTrees(facade, 'bare', text),
  },
  {
    title: 'in leaf %',
    label: ({ side }) => `Sun through trees in leaf, ${side}, %`,
    value: ({ trees }) => percent(trees?.inLeaf ?? 1),
    take: (facade, _, text) => setTrees(facade, 'inLeaf', text),
  },
]);
</script>

<template>
  <section class="panel" aria-label="House and energy">
    <h2>Sides of the house</h2>
    <EditableTable
      class="sides"
      caption="Sides of the house"
      :rows="energy.facades"
      :columns="sides"
    />
    <h2>Windows</h2>
    <div class="fields">
      <TextField
        label="U-factor"
        :value="fixed(energy.glazing.u / uUnit, 2)"
        :take="
          (text: string) =>
            set('Windows', { glazing: { ...energy.glazing, u: amount(text, 10) * uUnit } })
        "
      />
      <TextField
        label="SHGC"
        :value="fixed(energy.glazing.shgc, 2)"
        :take="
          (text: string) =>
            set('Windows', { glazing: { ...energy.glazing, shgc: amount(text, 1) } })
        "
      />
      <TextField
        label="Height"
        :value="lengthText(energy.windowHeight)"
        :take="(text: string) => set('Windows', { windowHeight: parseLength(text, units) })"
      />
      <TextField
        label="Better: U-factor"
        :value="fixed(energy.better.u / uUnit, 2)"
        :take="
          (text: string) =>
            set('Better windows', { better: { ...energy.better, u: amount(text, 10) * uUnit } })
        "
      />
      <TextField
        label="Better: SHGC"
        :value="fixed(energy.better.shgc, 2)"
        :take="
          (text: string) =>
            set('Better windows', { better: { ...energy.better, shgc: amount(text, 1) } })
        "
      />
      <TextField
        :label="`More, USD/${imperial ? 'ft²' : 'm²'}`"
        :value="fixed(energy.better.cost * area, 2)"
        :take="
          (text: string) =>
            set('Better windows', { better: { ...energy.better, cost: amount(text, 1e4) / area } })
        "
      />
    </div>
    <h2>Heating</h2>
    <div class="fields">
      <ChoiceField
        class="wide"
        label="Heated with"
        :value="energy.heating.fuel ?? ''"
        :options="FUELS.map(({ id, name }) => ({ value: id, label: name }))"
        @take="setFuel"
      />
      <TextField
        :label="`USD a ${per}`"
        :value="fixed(energy.heating.price * kwh, per === 'kWh' ? 3 : 2)"
        :take="(text: string) => heating('Price of heating', { price: amount(text, 1e5) / kwh })"
      />
      <TextField
        label="Efficiency"
        :value="fixed(energy.heating.efficiency, 2)"
        :take="(text: string) => heating('Efficiency of heating', { efficiency: amount(text, 20) })"
      />
      <TextField
        label="On days below"
        :value="formatText('temperature', energy.heating.below, units)"
        :take="
          (text: string) =>
            heating('Days that are heated', { below: parseTemperature(text, units) })
        "
      />
      <TextField
        label="Sun used, %"
        :value="percent(energy.heating.sunUsed)"
        :take="(text: string) => heating('Sun that is used', { sunUsed: amount(text, 100) / 100 })"
      />
    </div>
    <h2>Cooling</h2>
    <div class="fields">
      <TextField
        label="USD a kWh"
        :value="fixed(energy.cooling.price, 3)"
        :take="(text: string) => cooling('Price of cooling', { price: amount(text, 100) })"
      />
      <TextField
        label="Efficiency"
        :value="fixed(energy.cooling.efficiency, 2)"
        :take="(text: string) => cooling('Efficiency of cooling', { efficiency: amount(text, 20) })"
      />
      <TextField
        label="On days above"
        :value="formatText('temperature', energy.cooling.above, units)"
        :take="
          (text: string) =>
            cooling('Days that are cooled', { above: parseTemperature(text, units) })
        "
      />
      <TextField
        label="To"
        :value="formatText('temperature', energy.cooling.to, units)"
        :take="(text: string) => cooling('Cooled to', { to: parseTemperature(text, units) })"
      />
    </div>
    <h2>Looking ahead</h2>
    <div class="fields">
      <TextField
        label="Years"
        :value="String(energy.years)"
        :take="(text: string) => set('Years', { years: amount(text, 100) })"
      />
      <TextField
        label="Discount, % a year"
        :value="fixed(energy.discount * 100, 1)"
        :take="(text: string) => set('Discount', { discount: signed(text) })"
      />
      <TextField
        label="Energy rises, %"
        :value="fixed(energy.rise * 100, 1)"
        :take="(text: string) => set('Rise of prices', { rise: signed(text) })"
      />
      <TextField
        label="Costs ± %"
        :value="percent(energy.uncertain.cost)"
        :take="
          (text: string) =>
            set('How sure costs are', {
              uncertain: { ...energy.uncertain, cost: amount(text, 90) / 100 },
            })
        "
      />
      <TextField
        label="Energy ± %"
        :value="percent(energy.uncertain.energy)"
        :take="
          (text: string) =>
            set('How sure prices of energy are', {
              uncertain: { ...energy.uncertain, energy: amount(text, 90) / 100 },
            })
        "
      />
    </div>
    <p class="small soft">
      Discount and rise are above inflation. Prices of energy are demo figures until you set your
      own; carbon of electricity differs by grid.
    </p>
  </section>
</template>

<style scoped>
.panel h2 {
  font-size: var(--text-16);
  margin-top: 6px;
}

.sides :deep(:is(th, td)) {
  padding: 2px 3px 2px 0;
}

.sides :deep(.cell) {
  width: 56px;
  padding: 2px 4px;
}

.fields {
  display: grid;
  grid-template-columns: repeat(3, minmax(0, 1fr));
  gap: 8px;
}

.wide {
  grid-column: span 3;
}
</style>
