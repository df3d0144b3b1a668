import { ref, watch, type Ref } from 'vue';
import { InputError } from '@eldrun/core/errors';

/** What a field is given: its value, and what takes a typed text over. */
export interface Taking {
  value: string;
  /** @throws InputError, which is told in place */
  take: (text: string) => void;
}

/** A typed text that is taken over when it is right, and told about in place when it is not. */
export function useTaken(props: Taking): {
  text: Ref<string>;
  /** What is wrong with it; empty where nothing is. */
  wrong: Ref<string>;
  commit: () => void;
  reset: () => void;
} {
  const text = ref(props.value);
  const wrong = ref('');

  function reset(): void {
    text.value = props.value;
    wrong.value = '';
  }
  watch(() => props.value, reset);

  function commit(): void {
    if (text.value.trim() !== props.value.trim())
      try {
        props.take(text.value);
      } catch (error) {
        if (!(error instanceof InputError)) throw error;
        wrong.value = error.message;
        return;
      }
    wrong.value = '';
  }

  return { text, wrong, commit, reset };
}
