<script setup lang="ts">
import { computed } from 'vue';
import type { SaveState } from '../persistence/autosave.ts';

const props = defineProps<{
  state: SaveState;
  revision: number;
  /** Whether what is not saved yet lies in this device's storage. */
  kept: boolean;
  /** Whether what is refused can be kept as a file. */
  file: boolean;
}>();
const emit = defineEmits<{ file: [] }>();

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
      return `Not saved: ${props.state.message}${props.kept ? '' : ' Keep this page open.'}`;
    case 'refused':
      return `Not saved: ${props.state.message}`;
    case 'conflict':
      return 'Not saved: a newer state exists';
  }
});
const wrong = computed(() => ['offline', 'refused', 'conflict'].includes(props.state.kind));
</script>

<template>
  <div>
    <!-- A long message scrolls, by keyboard too. -->
    <p
      class="saved small"
      :class="{ wrong }"
      role="status"
      :data-state="state.kind"
      :tabindex="state.kind === 'refused' ? 0 : undefined"
    >
      {{ text }}
      <strong v-if="!kept" class="not-kept">
        Not kept on this device: its browser's storage is full or blocked.
      </strong>
      <span v-if="!wrong" class="revision">rev. {{ revision }}</span>
    </p>
    <button
      v-if="file && state.kind === 'refused'"
      class="action quiet small"
      type="button"
      @click="emit('file')"
    >
      Save as a file
    </button>
  </div>
</template>

<style scoped>
.saved {
  max-height: 45vh;
  overflow-y: auto;
  overflow-wrap: break-word;
  color: var(--soft);
}

.wrong {
  color: var(--fail);
  font-weight: 600;
}

.not-kept {
  display: block;
  color: var(--fail);
}

.revision {
  display: block;
}
</style>
