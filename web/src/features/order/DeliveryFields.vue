<script setup lang="ts">
import { amountIn, type SoldBy } from '@eldrun/core/takeoff';
import {
  fixed,
  parseDay,
  parseLength,
  parseNumber,
  R_VALUE,
  type UnitSystem,
} from '@eldrun/core/units';
import { InputError } from '@eldrun/core/errors';
import type { Delivery, Expected } from '@eldrun/core/order';
import SegmentedChoice from '../../components/SegmentedChoice.vue';
import TextField from '../../components/TextField.vue';
import { fieldText } from '../../components/lengths.ts';

/** What is written down of a delivery: how much, and what its line asks to look at. */
const props = defineProps<{
  delivery: Delivery;
  expected: Expected;
  unit: SoldBy;
  units: UnitSystem;
}>();
const emit = defineEmits<{ change: [delivery: Delivery] }>();

/** A field that is undefined is left out. */
function set(fields: { [K in keyof Delivery]?: Delivery[K] | undefined }): void {
  const changed = Object.entries({ ...props.delivery, ...fields });
  emit(
    'change',
    Object.fromEntries(changed.filter(([, value]) => value !== undefined)) as unknown as Delivery,
  );
}

const inUnits = (value: number): string =>
  String(Number(amountIn(value, props.unit, props.units).value.toFixed(2)));
const amount = (typed: string, most: number): number =>
  parseNumber(typed, 'amount', 0, most) / amountIn(1, props.unit, props.units).value;

function setCount(typed: string): void {
  const count = amount(typed, 1e6);
  const { damaged } = props.delivery;
  set({ count, damaged: damaged === undefined ? undefined : Math.min(damaged, count) });
}

function setDamaged(typed: string): void {
  const damaged = typed.trim() === '' ? undefined : amount(typed, 1e6);
  if (damaged !== undefined && damaged > props.delivery.count)
    throw new InputError('damaged', 'more than came in', `0 to ${inUnits(props.delivery.count)}`);
  set({ damaged });
}

function setDay(typed: string): void {
  set({ on: parseDay(typed, 'on') });
}

function setLabelR(typed: string): void {
  if (typed.trim() === '') return set({ labelR: undefined });
  const value = parseNumber(typed.replace(/^r-?/i, ''), 'label', 0.01, 100);
  set({ labelR: props.units === 'imperial' ? value * R_VALUE : value });
}

const SEEN = [
  { value: 'open', label: 'not looked at' },
  { value: 'yes', label: 'right' },
  { value: 'no', label: 'wrong' },
] as const;
type Seen = (typeof SEEN)[number]['value'];
const seen = (is: boolean | undefined): Seen => (is === undefined ? 'open' : is ? 'yes' : 'no');
const fromSeen = (value: Seen): boolean | undefined =>
  value === 'open' ? undefined : value === 'yes';
</script>

<template>
  <div class="fields">
    <TextField label="Day" :value="delivery.on" :take="setDay" />
    <TextField
      :label="`How much, ${amountIn(1, unit, units).unit}`"
      :value="inUnits(delivery.count)"
      :take="setCount"
    />
    <TextField
      label="Of it damaged"
      :value="delivery.damaged === undefined ? '' : inUnits(delivery.damaged)"
      :take="setDamaged"
    />
    <div v-if="expected.stamp" class="field">
      <span class="label">Stamp</span>
      <SegmentedChoice
        label="Stamp"
        :value="seen(delivery.stamp)"
        :options="SEEN"
        @take="(value: Seen) => set({ stamp: fromSeen(value) })"
      />
    </div>
    <div v-if="expected.exposure" class="field">
      <span class="label">Exposure 1 or exterior</span>
      <SegmentedChoice
        label="Exposure class"
        :value="seen(delivery.exposure)"
        :options="SEEN"
        @take="(value: Seen) => set({ exposure: fromSeen(value) })"
      />
    </div>
    <TextField
      v-if="expected.thickness !== null"
      label="Thickness, measured"
      :value="fieldText(delivery.thickness, units)"
      :take="
        (typed: string) =>
          set({ thickness: typed.trim() === '' ? undefined : parseLength(typed, units) })
      "
      :hint="`should be ${fieldText(expected.thickness, units)}`"
    />
    <TextField
      v-if="expected.labelR !== null"
      :label="units === 'imperial' ? 'R on the label' : 'R on the label, m²K/W'"
      :value="
        delivery.labelR === undefined
          ? ''
          : fixed(units === 'imperial' ? delivery.labelR / R_VALUE : delivery.labelR, 2)
      "
      :take="setLabelR"
      :hint="`the wall counts on ${fixed(units === 'imperial' ? expected.labelR / R_VALUE : expected.labelR, 1)}`"
    />
    <TextField
      v-if="expected.batch"
      label="Batch"
      :value="delivery.batch ?? ''"
      :take="(typed: string) => set({ batch: typed.trim().slice(0, 200) || undefined })"
    />
    <TextField
      label="Note"
      :value="delivery.note ?? ''"
      :take="(typed: string) => set({ note: typed.trim().slice(0, 1000) || undefined })"
    />
  </div>
</template>

<style scoped>
.fields {
  display: flex;
  flex-wrap: wrap;
  align-items: flex-start;
  gap: 8px 16px;
  padding: 4px 0 10px;
}

.fields > .field {
  width: 170px;
}

.fields > .field:has(.segments) {
  width: auto;
}
</style>
