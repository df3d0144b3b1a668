<script setup lang="ts">
import Dialog from 'primevue/dialog';
import { computed } from 'vue';
import { formatText, messageText, type Measured, type UnitSystem } from '@eldrun/core/units';
import type { Explanation } from '@eldrun/core/explain';

const props = defineProps<{ explanation: Explanation | null; units: UnitSystem }>();
const emit = defineEmits<{ close: [] }>();

const visible = computed({
  get: () => props.explanation !== null,
  set: (open) => {
    if (!open) emit('close');
  },
});

function shown(value: Measured | string): string {
  return typeof value === 'string' ? value : formatText(value.quantity, value.value, props.units);
}
</script>

<template>
  <Dialog
    v-model:visible="visible"
    modal
    dismissable-mask
    :header="explanation?.title ?? ''"
    :style="{ width: '560px', maxWidth: '96vw' }"
  >
    <template v-if="explanation">
      <p class="value">{{ shown(explanation.value) }}</p>
      <p class="formula">{{ explanation.formula }}</p>
      <table class="table">
        <caption class="hidden-label">
          What went in
        </caption>
        <tbody>
          <tr v-for="(input, i) in explanation.inputs" :key="i">
            <th scope="row">{{ input.label }}</th>
            <td>{{ shown(input.value) }}</td>
          </tr>
        </tbody>
      </table>
      <dl>
        <dt>Follows</dt>
        <dd>{{ explanation.source }}</dd>
        <dt>Leaves out</dt>
        <dd>{{ messageText(explanation.leavesOut, units) }}</dd>
      </dl>
    </template>
  </Dialog>
</template>

<style scoped>
.value {
  font-size: var(--text-28);
  font-weight: 700;
}

.formula {
  margin: 8px 0 12px;
  padding: 8px 12px;
  background: var(--ground);
}

dl {
  display: grid;
  grid-template-columns: 88px 1fr;
  gap: 4px 8px;
  margin-top: 12px;
}

dt {
  color: var(--soft);
}
</style>
