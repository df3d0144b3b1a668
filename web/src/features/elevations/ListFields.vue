<script setup lang="ts" generic="T extends object">
import Select from 'primevue/select';
import type { UnitSystem } from '@eldrun/core/units';
import TableCell from '../../components/TableCell.vue';
import { fieldText, placeFrom, signedFrom, sizeFrom } from '../../components/lengths.ts';
import type { ListColumn } from './list-column.ts';

/** A short list of a wall: inner walls, steps, anchors. Each row is typed into and taken away. */
const props = defineProps<{
  label: string;
  /** What one of them is called. */
  noun: string;
  rows: readonly T[];
  columns: readonly ListColumn[];
  units: UnitSystem;
  /** A new one. */
  fresh: () => T;
}>();
const emit = defineEmits<{ change: [rows: T[]] }>();

const valueOf = (row: T, key: string): unknown => (row as Record<string, unknown>)[key];

function set(n: number, key: string, value: unknown): void {
  emit(
    'change',
    props.rows.map((row, i) => (i === n ? { ...row, [key]: value } : row)),
  );
}

function take(n: number, { key, kind }: ListColumn, typed: string): void {
  if (typed.trim() === '' && kind !== 'place') return set(n, key, undefined);
  const read = { size: sizeFrom, place: placeFrom, signed: signedFrom, choice: String }[kind];
  const value = read(typed, props.units);
  set(n, key, value);
}
</script>

<template>
  <section class="list" :aria-label="label">
    <h3>{{ label }}</h3>
    <div v-for="(row, n) in rows" :key="n" class="row">
      <template v-for="column in columns" :key="column.key">
        <Select
          v-if="column.kind === 'choice'"
          class="choice"
          size="small"
          :model-value="valueOf(row, column.key)"
          :options="column.options!"
          option-label="label"
          option-value="value"
          :aria-label="`${noun} ${n + 1}: ${column.label}`"
          @update:model-value="(value: string) => set(n, column.key, value)"
        />
        <label v-else class="cell">
          <span class="small soft">{{ column.label }}</span>
          <span class="input">
            <TableCell
              :label="`${noun} ${n + 1}: ${column.label}`"
              :value="fieldText(valueOf(row, column.key) as number | undefined, units)"
              :take="(typed) => take(n, column, typed)"
            />
          </span>
        </label>
      </template>
      <button
        type="button"
        class="plain away"
        :aria-label="`Remove ${noun} ${n + 1}`"
        @click="
          emit(
            'change',
            rows.filter((_, i) => i !== n),
          )
        "
      >
        ×
      </button>
    </div>
    <button type="button" class="action quiet small" @click="emit('change', [...rows, fresh()])">
      Add {{ noun }}
    </button>
  </section>
</template>

<style scoped>
.list {
  display: grid;
  gap: 4px;
  align-content: start;
}

h3 {
  font-size: var(--text-14);
}

.row,
.cell {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 6px;
}

.choice {
  height: 32px;
  min-height: 0;
}
</style>
