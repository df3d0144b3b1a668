<script setup lang="ts">
import { useEventListener } from '@vueuse/core';
import { isTyping } from '../persistence/typing.ts';

/** Says that somebody else saved a newer state; nothing on the page changes until a person takes it. */
const props = defineProps<{
  /** What it is a state of. */
  of: string;
  /** The newer revision; null where there is none. */
  newer: number | null;
}>();
const emit = defineEmits<{ take: [] }>();

useEventListener(window, 'keydown', (event: KeyboardEvent) => {
  if (event.key !== 'n' || props.newer === null || event.defaultPrevented) return;
  if (event.ctrlKey || event.metaKey || event.altKey) return;
  if (isTyping(event.target as HTMLElement) || document.querySelector('.p-dialog-mask')) return;
  event.preventDefault();
  emit('take');
});
</script>

<template>
  <div role="status" :class="{ newer: newer !== null }">
    <template v-if="newer !== null">
      <span>
        Another page saved rev. {{ newer }} of this {{ of }}. What you see is as it was before.
      </span>
      <button type="button" class="action" @click="emit('take')">
        Take the newer state <kbd>n</kbd>
      </button>
    </template>
  </div>
</template>

<style scoped>
.newer {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 4px 12px;
  margin-bottom: 10px;
  padding: 4px 12px;
  border: 1px solid var(--ink);
  background: var(--marker);
}
</style>
