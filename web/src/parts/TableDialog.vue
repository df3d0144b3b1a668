<script setup lang="ts">
import Dialog from 'primevue/dialog';
import { ref } from 'vue';

/** A button that opens the figures of a drawing as a table. */
defineProps<{
  title: string;
  columns: readonly string[];
  rows: readonly { name: string; cells: readonly string[] }[];
}>();
const shown = ref(false);
</script>

<template>
  <button class="action quiet small" type="button" @click="shown = true">Table</button>
  <Dialog
    v-model:visible="shown"
    modal
    dismissable-mask
    :header="title"
    :style="{ width: '640px', maxWidth: '96vw' }"
  >
    <table class="table">
      <thead>
        <tr>
          <th scope="col">Place</th>
          <th v-for="column in columns" :key="column" scope="col">{{ column }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="row in rows" :key="row.name">
          <th scope="row">{{ row.name }}</th>
          <td v-for="(cell, i) in row.cells" :key="i">{{ cell }}</td>
        </tr>
      </tbody>
    </table>
  </Dialog>
</template>
