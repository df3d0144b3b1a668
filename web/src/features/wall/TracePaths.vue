<script setup lang="ts">
import { computed } from 'vue';
import type { PATH_NAMES } from '../../components/labels.ts';
import SegmentedChoice from '../../components/SegmentedChoice.vue';

type Line = keyof typeof PATH_NAMES;

/** Which line through the wall the traces follow. */
const props = defineProps<{ paths: readonly Line[]; path: Line }>();
const emit = defineEmits<{ path: [path: Line] }>();

const SHORT: Record<Line, string> = { cavity: 'Cavity', member: 'Member', section: 'Section' };
const options = computed(() => props.paths.map((value) => ({ value, label: SHORT[value] })));
</script>

<template>
  <SegmentedChoice
    class="paths small"
    label="Line of the traces"
    :value="path"
    :options="options"
    @take="(taken) => emit('path', taken)"
  />
</template>

<style scoped>
.paths {
  margin-left: 12px;
}

.paths :deep(button) {
  min-height: 28px;
  padding: 0 6px;
  border-bottom: 1px solid var(--line);
}

.paths :deep(button[aria-pressed='true']) {
  background: var(--marker);
  border-bottom: 2px solid var(--ink);
}

@media (pointer: coarse) {
  .paths :deep(button) {
    min-height: 44px;
  }
}

@media (max-width: 1000px) {
  .paths {
    margin-left: 4px;
  }

  .paths :deep(button) {
    padding: 0 4px;
  }
}
</style>
