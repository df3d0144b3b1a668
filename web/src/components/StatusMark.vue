<script setup lang="ts">
import type { Status } from '@eldrun/core/verdicts';

defineProps<{ status: Status; word?: boolean }>();

const SHAPES: Record<Status, string> = {
  fail: 'M2 2h12v12H2z',
  unknown: 'M1 2h14L8 15zM4 4h8L8 11.5z',
  caution: 'M8 0l8 8-8 8-8-8z',
  info: 'M8 2a6 6 0 1 0 .01 0zM8 4.5a3.5 3.5 0 1 1-.01 0z',
  pass: 'M8 2a6 6 0 1 0 .01 0z',
};
const WORDS: Record<Status, string> = {
  fail: 'Fail',
  unknown: 'Unknown',
  caution: 'Caution',
  info: 'Note',
  pass: 'Pass',
};
</script>

<template>
  <span class="mark" :class="status">
    <svg viewBox="0 0 16 16" width="14" height="14" aria-hidden="true">
      <path :d="SHAPES[status]" fill="currentColor" fill-rule="evenodd" />
    </svg>
    <span :class="{ 'hidden-label': !word }">{{ WORDS[status] }}</span>
  </span>
</template>

<style scoped>
.mark {
  display: inline-flex;
  align-items: center;
  gap: 6px;
  font-weight: 600;
}

/* The shape has the color; on the ground the word keeps its contrast in ink. */
.mark span {
  color: var(--ink);
}

.fail {
  color: var(--fail);
}

.unknown,
.caution {
  color: var(--caution);
}

.info {
  color: var(--note);
}

.pass {
  color: var(--pass);
}
</style>
