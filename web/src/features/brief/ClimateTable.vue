<script setup lang="ts">
import { computed } from 'vue';
import {
  FAHRENHEIT_DEGREE,
  format,
  inUnits,
  parseNumber,
  parseRelativeHumidity,
  parseTemperature,
  type Quantity,
  type UnitSystem,
  fixed,
} from '@eldrun/core/units';
import {
  MONTHS,
  type Monthly,
  type Outdoor,
  type OwnClimate,
  type Site,
} from '@eldrun/core/climate';
import EditableTable from '../../components/EditableTable.vue';
import type { EditableColumn } from '../../components/editable-table.ts';

/** The year outdoors as a table; one's own figures are written into it. */
const props = defineProps<{ site: Site; outdoor: Outdoor; units: UnitSystem }>();
const emit = defineEmits<{ change: [outdoor: Outdoor, step: string] }>();

/** Own figures may be changed; those of the library and of an imported file stand. */
const own = computed<OwnClimate | null>(() =>
  'monthly' in props.outdoor && !props.outdoor.weather ? props.outdoor : null,
);

type Field = keyof OwnClimate['monthly'];

interface Column {
  field: Field;
  title: string;
  values: Monthly;
  text: (value: number) => string;
  parse: (text: string, path: string) => number;
}

const columns = computed<Column[]>(() => {
  const { site, units } = props;
  const shown = (quantity: Quantity) => (value: number) => format(quantity, value, units).text;
  const degree = units === 'imperial' ? FAHRENHEIT_DEGREE : 1;
  const unit = (quantity: Quantity): string => format(quantity, 0, units).unit;
  /** What one of SI is in the person's units. */
  const one = (quantity: 'windSpeed' | 'rain'): number => inUnits(quantity, 1, units);
  const plain = (digits: number) => (value: number) => fixed(value, digits);
  const all: {
    field: Field;
    title: string;
    values: Monthly | null;
    text: Column['text'];
    parse: Column['parse'];
  }[] = [
    {
      field: 'temperature',
      title: `Temperature, ${unit('temperature')}`,
      values: site.temperature,
      text: shown('temperature'),
      parse: (text, path) => parseTemperature(text, units, path),
    },
    {
      field: 'relativeHumidity',
      title: 'Humidity, %',
      values: site.relativeHumidity,
      text: shown('relativeHumidity'),
      parse: parseRelativeHumidity,
    },
    {
      field: 'dailyRange',
      title: `Daily range, ${unit('temperatureDifference')}`,
      values: site.dailyRange,
      text: shown('temperatureDifference'),
      parse: (text, path) => parseNumber(text, path, 0, 60) * degree,
    },
    {
      field: 'globalHorizontal',
      title: 'Sun, W/m²',
      values: site.globalHorizontal,
      text: plain(0),
      parse: (text, path) => parseNumber(text, path, 0, 1000),
    },
    {
      field: 'windSpeed',
      title: `Wind, ${unit('windSpeed')}`,
      values: site.windSpeed,
      text: shown('windSpeed'),
      parse: (text, path) => parseNumber(text, path, 0, 60 * one('windSpeed')) / one('windSpeed'),
    },
    {
      field: 'rain',
      title: `Rain, ${unit('rain')}`,
      values: site.rain,
      text: shown('rain'),
      parse: (text, path) => parseNumber(text, path, 0, 10_000 * one('rain')) / one('rain'),
    },
  ];
  return all.filter((column): column is Column => column.values !== null);
});

function set(column: Column, month: number, text: string): void {
  const value = column.parse(text, `outdoor.monthly.${column.field}[${month}]`);
  const { monthly } = own.value!;
  emit(
    'change',
    {
      ...own.value!,
      monthly: { ...monthly, [column.field]: [...column.values].with(month, value) },
    },
    `${column.title.split(',')[0]} in ${MONTHS[month]}`,
  );
}

const cells = computed<readonly EditableColumn<string>[]>(() => [
  { title: 'Month', value: (month) => month },
  ...columns.value.map((column) => ({
    title: column.title,
    label: (month: string) => `${column.title}, ${month}`,
    value: (_: string, m: number) => column.text(column.values[m]!),
    open: () => own.value !== null,
    take: (_: string, m: number, text: string) => set(column, m, text),
  })),
]);
</script>

<template>
  <EditableTable caption="Monthly climate figures" :rows="MONTHS" :columns="cells" />
</template>
