<script setup lang="ts">
import { computed } from 'vue';
import type { SaveState } from '../autosave.ts';

const props = defineProps<{ state: SaveState; revision: number }>();

const text = computed(() => {
  switch (props.state.kind) {
    case 'saved':
      return props.state.at
        ? `Saved ${props.state.at.toLocaleTimeString('en-US', { hour: 'numeric', minute: '2-digit' })}`
        : 'Saved';
    case 'unsaved':
      return 'Edited';
    case 'saving':
      return 'Saving…';
    case 'offline':
      return 'Not saved: no database. Edits are kept here and saved when it is back.';
    case 'refused':
      return `Not saved: ${props.state.message}`;
    case 'conflict':
      return 'Not saved: a newer state exists';
  }
});
const wrong = computed(() => ['offline', 'refused', 'conflict'].includes(props.state.kind));
</script>

<template>
  <p class="saved small" :class="{ wrong }" role="status" :data-state="state.kind">
    {{ text }}
    <span v-if="!wrong" class="revision">rev. {{ revision }}</span>
  </p>
</template>

<style scoped>
.saved {
  color: var(--soft);
}

.wrong {
  color: var(--fail);
  font-weight: 600;
}

.revision {
  display: block;
}
</style>
