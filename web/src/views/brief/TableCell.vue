<script setup lang="ts">
import { ref, watch } from 'vue';
import { InputError } from '@eldrun/core';

/** A number written into a table: taken over when the cell is left, and said to be wrong in place. */
const props = defineProps<{
  label: string;
  value: string;
  /** @throws InputError */
  take: (text: string) => void;
}>();
const text = ref(props.value);
const wrong = ref('');
watch(
  () => props.value,
  (value) => {
    text.value = value;
    wrong.value = '';
  },
);

function commit(): void {
  wrong.value = '';
  if (text.value.trim() === props.value.trim()) return;
  try {
    props.take(text.value);
  } catch (error) {
    if (!(error instanceof InputError)) throw error;
    wrong.value = error.message;
  }
}
</script>

<template>
  <input
    v-model="text"
    class="cell"
    :class="{ wrong }"
    :aria-label="label"
    :aria-invalid="wrong !== ''"
    inputmode="decimal"
    autocomplete="off"
    @blur="commit"
    @keydown.enter.prevent="commit"
  />
  <span v-if="wrong" class="small problem" role="alert">{{ wrong }}</span>
</template>

<style scoped>
.cell {
  width: 64px;
  min-height: 30px;
  padding: 2px 6px;
  border: 1px solid var(--line);
  background: var(--sheet);
  color: inherit;
  text-align: right;
}

.cell.wrong {
  border-color: var(--fail);
}

.problem {
  display: block;
  color: var(--fail);
}
</style>
