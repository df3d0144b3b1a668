<script setup lang="ts">
import { computed } from 'vue';
import {
  fixed,
  format,
  InputError,
  parseNumber,
  SQUARE_FOOT,
  TRADE,
  type HouseCommand,
  type ProjectHouse,
  type TradeFigure,
  type UnitSystem,
} from '@eldrun/core';
import TableCell from '../../parts/TableCell.vue';
import { fieldText, placeFrom } from '../../lengths.ts';

/** The figures of the trade that all layouts stand on: typical, with their source, and changed where somebody knows better. */
const props = defineProps<{ house: ProjectHouse; units: UnitSystem }>();
const emit = defineEmits<{ run: [name: string, command: HouseCommand] }>();

const GROUPS: Record<string, string> = {
  framing: 'Framing',
  anchors: 'Anchors',
  sheathing: 'Sheathing',
  nailing: 'Nailing',
  membrane: 'Membranes',
  boards: 'Boards',
  furring: 'Furring',
  cladding: 'Cladding',
  edges: 'Edges',
  order: 'Ordering',
};
const groups = computed(() =>
  Object.entries(GROUPS).map(([id, label]) => ({
    id,
    label,
    figures: TRADE.filter(({ group }) => group === id),
  })),
);
const valueOf = ({ id, value }: TradeFigure): number => props.house.trade?.[id] ?? value;
const own = ({ id }: TradeFigure): boolean => props.house.trade?.[id] !== undefined;

const text = ({ quantity }: TradeFigure, value: number): string =>
  quantity === 'length'
    ? fieldText(value, props.units)
    : quantity === 'area'
      ? format('area', value, props.units).text
      : fixed(value, 2).replace(/\.?0+$/, '');
const unit = ({ quantity }: TradeFigure): string =>
  quantity === 'length'
    ? props.units === 'imperial'
      ? 'in.'
      : 'mm'
    : quantity === 'area'
      ? format('area', 1, props.units).unit
      : '';

const usual = (figure: TradeFigure): string => {
  const [least, most] = figure.range.map((value) => text(figure, value));
  return least === most ? least! : `${least} to ${most}`;
};

function take(figure: TradeFigure, typed: string): void {
  const value =
    figure.quantity === 'length'
      ? placeFrom(typed, props.units)
      : parseNumber(typed, figure.id, 0, 100_000) *
        (figure.quantity === 'area' && props.units === 'imperial' ? SQUARE_FOOT : 1);
  if (!(value > 0 && value <= 10_000))
    throw new InputError(figure.id, `“${typed}” is out of range`, 'a number above zero');
  emit('run', figure.name, {
    type: 'setHouse',
    fields: { trade: { ...props.house.trade, [figure.id]: value } },
  });
}

function back({ id, name }: TradeFigure): void {
  const { [id]: _, ...trade } = props.house.trade ?? {};
  emit('run', name, { type: 'setHouse', fields: { trade } });
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
    <tbody v-for="group in groups" :key="group.id">
      <tr>
        <th colspan="5" scope="rowgroup" class="group">{{ group.label }}</th>
      </tr>
      <tr v-for="figure in group.figures" :key="figure.id">
        <th scope="row">
          {{ figure.name }}
          <span v-if="figure.note" class="small soft">{{ figure.note }}</span>
        </th>
        <td class="value">
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
.trade {
  width: 100%;
  border-collapse: collapse;
}

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

.value {
  white-space: nowrap;
}

.back {
  min-width: 28px;
  min-height: 28px;
  text-align: center;
}
</style>
