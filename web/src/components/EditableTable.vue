<script setup lang="ts" generic="R">
import Select from 'primevue/select';
import type { EditableColumn } from './editable-table.ts';
import TableCell from './TableCell.vue';

/** A table whose rows are typed into, and can be taken away. The first column says what a row is, where nothing is typed in it. */
defineProps<{
  /** For those who do not see the table. */
  caption: string;
  rows: readonly R[];
  columns: readonly EditableColumn<R>[];
  /** What a row carries for who looks for it. */
  named?: (row: R) => Record<`data-${string}`, string>;
  /** What taking a row away is called; rows stay where it is left out. */
  removing?: (row: R) => string;
}>();
const emit = defineEmits<{ remove: [row: R, n: number] }>();
defineSlots<{
  /** Rows under a row. */
  under?: (of: { row: R; n: number }) => unknown;
}>();

const isOpen = ({ take, open }: EditableColumn<R>, row: R): boolean =>
  take !== undefined && (open?.(row) ?? true);
</script>

<template>
  <table class="table">
    <caption class="hidden-label">
      {{
        caption
      }}
    </caption>
    <thead>
      <tr>
        <th v-for="column in columns" :key="column.title" scope="col">
          <span :class="{ 'hidden-label': column.quiet }">{{ column.title }}</span>
        </th>
        <th v-if="removing" scope="col"><span class="hidden-label">Take away</span></th>
      </tr>
    </thead>
    <tbody v-for="(row, n) in rows" :key="n" v-bind="named?.(row)">
      <tr>
        <component
          :is="i === 0 && !column.take ? 'th' : 'td'"
          v-for="(column, i) in columns"
          :key="column.title"
          :scope="i === 0 && !column.take ? 'row' : undefined"
          :class="{ nowrap: column.after }"
        >
          <input
            v-if="column.checked"
            type="checkbox"
            :checked="column.checked(row)"
            :aria-label="column.label?.(row, n)"
            @change="column.check?.(row, n, ($event.target as HTMLInputElement).checked)"
          />
          <Select
            v-else-if="column.choices && isOpen(column, row)"
            class="choice"
            size="small"
            :model-value="column.value?.(row, n)"
            :options="[...column.choices]"
            option-label="label"
            option-value="value"
            :aria-label="column.label?.(row, n)"
            @update:model-value="(value: string) => column.take!(row, n, value)"
          />
          <TableCell
            v-else-if="isOpen(column, row)"
            :words="column.words ?? false"
            :label="column.label?.(row, n) ?? column.title"
            :value="column.value?.(row, n) ?? ''"
            :take="(typed: string) => column.take!(row, n, typed)"
          />
          <template v-else>{{ column.value?.(row, n) }}</template>
          {{ column.after?.(row, n) }}
        </component>
        <td v-if="removing">
          <button
            type="button"
            class="plain away"
            :aria-label="removing(row)"
            @click="emit('remove', row, n)"
          >
            ×
          </button>
        </td>
      </tr>
      <slot name="under" :row="row" :n="n" />
    </tbody>
  </table>
</template>

<style scoped>
.table :is(th, td) {
  padding: 3px 6px;
}

.table tr:has(+ tr) > :is(th, td) {
  border-bottom: 0;
}

.choice {
  width: 104px;
  height: 30px;
  min-height: 0;
}

.choice :deep(.p-select-label) {
  padding-block: 0;
}
</style>
