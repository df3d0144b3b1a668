<script setup lang="ts">
import { MONTH_LABELS, type MonthRow } from '../../../charts/year-chart.ts';

/** The figures of a year's chart, the month shown marked. */
defineProps<{ caption: string; rows: readonly MonthRow[]; month: number }>();
</script>

<template>
  <table class="table months">
    <caption class="hidden-label">
      {{
        caption
      }}
    </caption>
    <thead>
      <tr>
        <td></td>
        <th
          v-for="(label, m) in MONTH_LABELS"
          :key="label"
          scope="col"
          :class="{ now: m === month }"
        >
          {{ label }}
        </th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="(row, i) in rows" :key="i">
        <th scope="row">{{ row.name }}</th>
        <td v-for="(value, m) in row.values" :key="m" :class="{ now: m === month }">
          {{ value }}
        </td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
.months {
  table-layout: fixed;
  font-size: var(--text-12);
  font-stretch: 82%;
}

.months td,
.months thead th {
  padding: 3px 2px;
}

.months tbody th,
.months thead td {
  width: 112px;
  padding: 3px 4px 3px 0;
  text-align: left;
}

.now {
  background: var(--marker);
  font-weight: 700;
}

@media (max-width: 700px) {
  .months {
    min-width: 560px;
  }
}
</style>
