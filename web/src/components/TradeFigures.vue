<script setup lang="ts">
import { computed } from 'vue';
import { fixed, format, fromUnits, parseNumber, type UnitSystem } from '@eldrun/core/units';
import { InputError } from '@eldrun/core/errors';
import { TRADE, type TradeFigure } from '@eldrun/core/trade';
import { fieldText, placeFrom } from './lengths.ts';
import TableCell from './TableCell.vue';

/** Figures of the trade that a computation stands on: typical, with their source, and changed where somebody knows better. */
const props = defineProps<{
  /** Ids of the groups that are shown, with their names. */
  groups: Readonly<Record<string, string>>;
  /** Those that are not the typical ones, by id. */
  trade: Readonly<Record<string, number>>;
  units: UnitSystem;
}>();
const emit = defineEmits<{ change: [name: string, trade: Record<string, number>] }>();

const shown = computed(() =>
  Object.entries(props.groups).map(([id, label]) => ({
    id,
    label,
    figures: TRADE.filter(({ group }) => group === id),
  })),
);
const valueOf = ({ id, value }: TradeFigure): number => props.trade[id] ?? value;
const own = ({ id }: TradeFigure): boolean => props.trade[id] !== undefined;

/** Figures that are written in a person's units; the others are plain numbers. */
const inUnits = ({ quantity }: TradeFigure): 'area' | 'massPerArea' | null =>
  quantity === 'area' || quantity === 'massPerArea' ? quantity : null;

const text = (figure: TradeFigure, value: number): string => {
  const quantity = inUnits(figure);
  if (figure.quantity === 'length') return fieldText(value, props.units);
  return quantity
    ? format(quantity, value, props.units).text
    : fixed(value, 2).replace(/\.?0+$/, '');
};
const unit = (figure: TradeFigure): string => {
  const quantity = inUnits(figure);
  if (figure.quantity === 'length') return props.units === 'imperial' ? 'in.' : 'mm';
  return quantity ? format(quantity, 1, props.units).unit : '';
};

const usual = (figure: TradeFigure): string => {
  const [least, most] = figure.range.map((value) => text(figure, value));
  return least === most ? least! : `${least} to ${most}`;
};

function take(figure: TradeFigure, typed: string): void {
  const quantity = inUnits(figure);
  const read = (): number => parseNumber(typed, figure.id, 0, 100_000);
  const value =
    figure.quantity === 'length'
      ? placeFrom(typed, props.units)
      : quantity
        ? fromUnits(quantity, read(), props.units)
        : read();
  if (!(value > 0 && value <= 10_000))
    throw new InputError(figure.id, `“${typed}” is out of range`, 'a number above zero');
  emit('change', figure.name, { ...props.trade, [figure.id]: value });
}

function back({ id, name }: TradeFigure): void {
  const { [id]: _, ...trade } = props.trade;
  emit('change', name, trade);
}
</script>

<template>
  <table class="trade">
    <caption class="hidden-label">
      Trade figures
    </caption>
    <thead>
      <tr>
        <th scope="col">Figure</th>
        <th scope="col">Value</th>
        <th scope="col">Usual</th>
        <th scope="col">Source</th>
        <th scope="col">Confidence</th>
      </tr>
    </thead>
    <tbody v-for="group in shown" :key="group.id">
      <tr>
        <th colspan="5" scope="rowgroup" class="group">{{ group.label }}</th>
      </tr>
      <tr v-for="figure in group.figures" :key="figure.id">
        <th scope="row">
          {{ figure.name }}
          <span v-if="figure.note" class="small soft">{{ figure.note }}</span>
        </th>
        <td class="value nowrap">
          <TableCell
            :label="figure.name"
            :value="text(figure, valueOf(figure))"
            :take="(typed) => take(figure, typed)"
          />
          {{ unit(figure) }}
          <button
            v-if="own(figure)"
            type="button"
            class="plain back"
            :aria-label="`Back to the typical: ${figure.name}`"
            title="Back to the typical figure"
            @click="back(figure)"
          >
            ×
          </button>
        </td>
        <td class="soft">
          {{ usual(figure) }}
        </td>
        <td>{{ own(figure) ? 'your own' : figure.source }}</td>
        <td>{{ own(figure) ? '' : figure.confidence }}</td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
th,
td {
  padding: 3px 10px 3px 0;
  text-align: left;
  font-weight: 400;
  border-bottom: 1px solid var(--line);
}

thead th {
  font-size: var(--text-12);
  color: var(--soft);
}

.group {
  padding-top: 10px;
  font-weight: 700;
}

.back {
  min-width: 28px;
  min-height: 28px;
  text-align: center;
}
</style>
