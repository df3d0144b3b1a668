<script setup lang="ts">
import { defineAsyncComponent, ref } from 'vue';
import DataTable, { type Table } from './DataTable.vue';

/** Comes when it is first opened. */
const Dialog = defineAsyncComponent(() => import('primevue/dialog'));

/** A button that opens the figures of a drawing as a table, which is made only then. */
defineProps<{ title: string; table: () => Table }>();
const shown = ref(false);
</script>

<template>
  <button class="action quiet small" type="button" @click="shown = true">Table</button>
  <Dialog
    v-if="shown"
    v-model:visible="shown"
    modal
    dismissable-mask
    :header="title"
    :style="{ width: '640px', maxWidth: '96vw' }"
  >
    <DataTable :table="table()" />
  </Dialog>
</template>
