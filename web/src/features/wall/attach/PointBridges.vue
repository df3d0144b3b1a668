<script setup lang="ts">
import { computed, ref } from 'vue';
import { BRACKETS } from '@eldrun/core/attachment';
import { format, formatText, type UnitSystem } from '@eldrun/core/units';
import type { Command } from '@eldrun/core/wall';
import type { PointBridge, ResolvedWall } from '@eldrun/core/build-up';
import ChoiceField from '../../../components/ChoiceField.vue';
import EditableTable from '../../../components/EditableTable.vue';
import type { EditableColumn } from '../../../components/editable-table.ts';
import { quantityFrom } from '../../../components/quantities.ts';
import { useWall } from '../../../project/wall.ts';

/** Brackets, clips and standoffs that carry heat at points: how many, what each carries, what they cost the wall. */
const props = defineProps<{ wall: ResolvedWall; units: UnitSystem }>();
const emit = defineEmits<{ run: [name: string, commands: Command[]] }>();
const store = useWall();

const bridges = computed(() => props.wall.file.pointBridges ?? []);
const kind = ref(BRACKETS[0]!.id);
const kinds = BRACKETS.map(({ id, name }) => ({ value: id, label: name }));

/** Brackets on a square metre where nobody counted, 1/m². */
const USUAL_COUNT = 2;

const set = (step: string, pointBridges: PointBridge[]): void =>
  emit('run', step, [{ type: 'setPointBridges', pointBridges }]);

function add(): void {
  const { name, chi } = BRACKETS.find(({ id }) => id === kind.value)!;
  set(`Add ${name.toLowerCase()}`, [...bridges.value, { name, chi, perArea: USUAL_COUNT }]);
}

const change = (i: number, step: string, patch: Partial<PointBridge>): void =>
  set(step, bridges.value.with(i, { ...bridges.value[i]!, ...patch }));

function setCount(i: number, typed: string): void {
  const perArea = quantityFrom(typed, 'perArea', props.units, 'perArea', [0, 1000]);
  change(i, 'Number of brackets', { perArea });
}

function setChi(i: number, typed: string): void {
  const chi = quantityFrom(typed, 'pointTransmittance', props.units, 'chi', [0, 10]);
  change(i, 'Heat of a bracket', { chi });
}

const cost = computed(() => {
  const thermal = store.whole?.thermal;
  if (!thermal || thermal.corrections.pointBridges === 0) return null;
  const { effective, corrections } = thermal;
  return {
    share: formatText('share', corrections.pointBridges / effective.u, props.units),
    without: formatText('resistance', 1 / (effective.u - corrections.pointBridges), props.units),
    r: formatText('resistance', effective.r, props.units),
  };
});

const columns = computed<readonly EditableColumn<PointBridge>[]>(() => [
  { title: 'What', value: ({ name }) => name ?? 'point bridge' },
  {
    title: format('perArea', 1, props.units).unit,
    label: () => 'How many',
    value: ({ perArea }) => format('perArea', perArea, props.units).text,
    take: (_, i, typed) => setCount(i, typed),
  },
  {
    title: `χ, ${format('pointTransmittance', 1, props.units).unit}`,
    label: () => 'Heat of each',
    value: ({ chi }) => format('pointTransmittance', chi, props.units).text,
    take: (_, i, typed) => setChi(i, typed),
  },
]);
</script>

<template>
  <details class="bridges" :open="bridges.length > 0">
    <summary>Brackets, clips and standoffs</summary>
    <p class="small soft">
      Each carries heat at a point, χ: it is added to the wall’s U beside the screws. χ is the
      maker’s, or from a three-dimensional computation (EN ISO 10211); the figures offered are
      typical and vary widely.
    </p>
    <EditableTable
      v-if="bridges.length > 0"
      caption="Brackets, clips and standoffs"
      :rows="bridges"
      :columns="columns"
      :removing="({ name }) => `Take out ${name ?? 'point bridge'}`"
      @remove="(_, i) => set('Take brackets out', bridges.toSpliced(i, 1))"
    />
    <p v-if="cost" role="status">
      They take <strong data-bridge-share>{{ cost.share }}</strong> of the wall’s R:
      {{ cost.without }} without them, {{ cost.r }} with them.
    </p>
    <div class="add acts">
      <ChoiceField
        label="Kind"
        :value="kind"
        :options="kinds"
        @take="(id: string) => (kind = id)"
      />
      <button type="button" class="action" @click="add">Add brackets</button>
    </div>
  </details>
</template>

<style scoped>
.bridges > *:not(summary) {
  margin-top: 8px;
}
</style>
