<script setup lang="ts">
import { computed } from 'vue';
import { fixed, format, type UnitSystem, wallLength } from '@eldrun/core/units';
import type { PracticeSwitch, SwitchId } from '@eldrun/core/layout';

/** Advanced framing switch by switch, each with what it saves on this wall. */
const props = defineProps<{ switches: readonly PracticeSwitch[]; units: UnitSystem }>();
const emit = defineEmits<{ set: [id: SwitchId, on: boolean] }>();

const LABELS: Record<SwitchId, { label: string; about: string }> = {
  spacing: { label: 'Studs at 24 in.', about: 'set in the wall’s frame' },
  corners: { label: 'Two-stud corners', about: '' },
  topPlate: { label: 'One top plate', about: 'needs stacked framing' },
  headers: { label: 'No headers: nothing bears', about: 'on this wall' },
  jacks: { label: 'Hangers, no jacks', about: '' },
  stacked: { label: 'Stacked framing', about: 'roof and floor over the studs' },
};

const rows = computed(() =>
  props.switches.map(({ id, on, saves }) => ({
    id,
    on,
    ...LABELS[id],
    pieces: saves && saves.pieces !== 0 ? signed(-saves.pieces, 0) : '',
    lumber:
      saves && Math.abs(saves.lumber) > 0.05
        ? `−${wallLength(Math.abs(saves.lumber), props.units).replace(/ .*″$/, '')}`
        : '',
    cost: saves?.cost ? `$${fixed(saves.cost, 0)}` : '',
    r: saves && Math.abs(saves.r) > 1e-4 ? rText(saves.r) : '',
  })),
);

const signed = (value: number, digits: number): string =>
  `${value < 0 ? '−' : '+'}${fixed(Math.abs(value), digits)}`;

function rText(r: number): string {
  const { text, unit } = format('resistance', Math.abs(r), props.units);
  return `${r < 0 ? '−' : '+'}${text} ${props.units === 'imperial' ? 'R' : unit}`;
}
</script>

<template>
  <table class="switches">
    <caption class="hidden-label">
      Advanced framing, and what each switch saves on this wall
    </caption>
    <thead class="hidden-label">
      <tr>
        <th scope="col">Switch</th>
        <th scope="col">Pieces</th>
        <th scope="col">Lumber</th>
        <th scope="col">Saves</th>
        <th scope="col">R</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="row in rows" :key="row.id" :data-switch="row.id">
        <th scope="row">
          <label>
            <input
              type="checkbox"
              :checked="row.on"
              @change="emit('set', row.id, ($event.target as HTMLInputElement).checked)"
            />
            <span>
              {{ row.label }} <span v-if="row.about" class="small soft">{{ row.about }}</span>
            </span>
          </label>
        </th>
        <td class="soft small">{{ row.pieces && `${row.pieces} pcs` }}</td>
        <td class="soft small">{{ row.lumber }}</td>
        <td class="soft small">{{ row.cost }}</td>
        <td class="r bold">{{ row.r }}</td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
th {
  text-align: left;
  font-weight: 400;
}

td {
  text-align: right;
  white-space: nowrap;
  padding-left: 8px;
}

tbody tr {
  border-bottom: 1px solid var(--line);
}

label {
  display: flex;
  align-items: center;
  gap: 8px;
  min-height: 32px;
}

input {
  flex: none;
  width: 18px;
  height: 18px;
  accent-color: var(--ink);
}
</style>
