<script setup lang="ts">
import Dialog from 'primevue/dialog';
import { KEYS } from './bench-keys.ts';

const visible = defineModel<boolean>('visible', { required: true });
</script>

<template>
  <Dialog
    v-model:visible="visible"
    modal
    dismissable-mask
    header="Keys"
    :style="{ width: '420px', maxWidth: '96vw' }"
  >
    <table class="table">
      <caption class="hidden-label">
        Keys of the bench
      </caption>
      <tbody>
        <tr v-for="[keys, action] in KEYS" :key="keys">
          <th scope="row">
            <kbd>{{ keys }}</kbd>
          </th>
          <td class="action-name">{{ action }}</td>
        </tr>
      </tbody>
    </table>
  </Dialog>
</template>

<style scoped>
kbd {
  font: inherit;
  font-weight: 700;
}

.table .action-name {
  text-align: left;
}
</style>
