<script setup lang="ts">
import Dialog from 'primevue/dialog';
import { ref } from 'vue';
import DataTable, { type Table } from './DataTable.vue';

/** A button that opens the figures of a drawing as a table, which is made only then. */
defineProps<{ title: string; table: () => Table }>();
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
    <DataTable :table="table()" />
  </Dialog>
</template>
