<script setup lang="ts">
export interface Table {
  columns: readonly string[];
  rows: readonly { name: string; cells: readonly string[] }[];
}

/** The figures of a drawing as a table. */
defineProps<{ table: Table }>();
</script>

<template>
  <table class="table">
    <thead>
      <tr>
        <th scope="col">Place</th>
        <th v-for="column in table.columns" :key="column" scope="col">{{ column }}</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="row in table.rows" :key="row.name">
        <th scope="row">{{ row.name }}</th>
        <td v-for="(cell, i) in row.cells" :key="i">{{ cell }}</td>
      </tr>
    </tbody>
  </table>
</template>
