<script setup lang="ts">
import { PATH_NAMES } from '../../labels.ts';

/** Which line through the wall the traces follow. */
defineProps<{
  paths: readonly (keyof typeof PATH_NAMES)[];
  path: keyof typeof PATH_NAMES;
}>();
const emit = defineEmits<{ path: [path: keyof typeof PATH_NAMES] }>();

const SHORT = { cavity: 'Cavity', member: 'Member', section: 'Section' } as const;
</script>

<template>
  <span class="paths" role="group" aria-label="Line of the traces">
    <button
      v-for="one in paths"
      :key="one"
      type="button"
      class="path small"
      :aria-pressed="one === path"
      @click="emit('path', one)"
    >
      {{ SHORT[one] }}
    </button>
  </span>
</template>

<style scoped>
.paths {
  display: inline-flex;
  margin-left: 12px;
}

.path {
  min-height: 44px;
  padding: 0 6px;
  border: 0;
  border-bottom: 1px solid var(--line);
  background: none;
  color: inherit;
  cursor: pointer;
}

.path[aria-pressed='true'] {
  background: var(--marker);
  border-bottom: 2px solid var(--ink);
  font-weight: 700;
}

@media (max-width: 1000px) {
  .paths {
    margin-left: 4px;
  }

  .path {
    padding: 0 4px;
  }
}
</style>
