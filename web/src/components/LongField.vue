<script setup lang="ts">
import Textarea from 'primevue/textarea';
import { useId } from 'vue';
import { useTaken } from './typed-text.ts';

/** A text of some lines that is taken over when it is left; on paper the text alone. */
const props = defineProps<{
  label: string;
  value: string;
  /** Most characters. */
  most: number;
  /** Takes the text over. @throws InputError */
  take: (text: string) => void;
}>();
const id = useId();
const { text, wrong, commit } = useTaken(props);
</script>

<template>
  <div class="field">
    <label :for="id">{{ label }}</label>
    <Textarea
      :id="id"
      v-model="text"
      class="no-print"
      rows="2"
      auto-resize
      :maxlength="most"
      :invalid="wrong !== ''"
      :aria-describedby="wrong ? `${id}-wrong` : undefined"
      @blur="commit"
    />
    <p class="on-paper">{{ text }}</p>
    <span v-if="wrong" :id="`${id}-wrong`" class="wrong" role="alert">{{ wrong }}</span>
  </div>
</template>
