<script setup lang="ts">
import { useTaken } from './typed-text.ts';

/** A number, or words, written into a table: taken over when the cell is left, and said to be wrong in place. */
const props = defineProps<{
  label: string;
  value: string;
  /** @throws InputError */
  take: (text: string) => void;
  /** Whether words are written. */
  words?: boolean;
}>();
const { text, wrong, commit, reset } = useTaken(props);
</script>

<template>
  <input
    v-model="text"
    class="cell"
    :class="{ wrong, words }"
    :aria-label="label"
    :aria-invalid="wrong !== ''"
    :inputmode="words ? 'text' : 'decimal'"
    autocomplete="off"
    @blur="commit"
    @keydown.enter.prevent="commit"
    @keydown.esc="reset"
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

.cell.words {
  width: 150px;
  text-align: left;
}

.cell.wrong {
  border-color: var(--fail);
}

.problem {
  display: block;
  color: var(--fail);
}
</style>
