<script setup lang="ts">
import InputText from 'primevue/inputtext';
import { useId } from 'vue';
import { useTaken } from './typed-text.ts';

/** A field that is read by a parser and tells what is wrong in place. Nothing is taken over until it is right. */
const props = defineProps<{
  label: string;
  value: string;
  /** Takes the text over. @throws InputError */
  take: (text: string) => void;
  hint?: string;
}>();

const id = useId();
const { text, wrong, commit, reset } = useTaken(props);
</script>

<template>
  <div class="field">
    <label :for="id">{{ label }}</label>
    <InputText
      :id="id"
      v-model="text"
      :invalid="wrong !== ''"
      :aria-describedby="wrong || hint ? `${id}-more` : undefined"
      autocomplete="off"
      @blur="commit"
      @keydown.enter.prevent="commit"
      @keydown.esc="reset"
    />
    <span v-if="wrong" :id="`${id}-more`" class="wrong" role="alert">{{ wrong }}</span>
    <span v-else-if="hint" :id="`${id}-more`" class="small soft">{{ hint }}</span>
  </div>
</template>
