<script setup lang="ts">
import { fixed } from '@eldrun/core/units';
import type { FileRun } from './file-run.ts';

/** What is being made, what was saved, what stands in the way. */
defineProps<{ of: FileRun }>();

function sizeText(bytes: number): string {
  if (bytes < 1e6) return `${fixed(Math.max(1, bytes / 1000), 0)} kB`;
  return bytes < 1e9 ? `${fixed(bytes / 1e6, 1)} MB` : `${fixed(bytes / 1e9, 1)} GB`;
}
</script>

<template>
  <div class="state" aria-live="polite">
    <p v-if="of.making.value" class="in-line" role="status">
      <span class="track" aria-hidden="true"><span /></span>
      {{ of.making.value }} is being {{ of.told.value || 'made' }}…
      <button type="button" class="action quiet" @click="of.stop">Stop</button>
    </p>
    <p v-else-if="of.problem.value" class="wrong" role="alert">
      ■ It was not made: {{ of.problem.value }}
    </p>
    <template v-else-if="of.saved.value">
      <p>
        <strong>{{ of.saved.value.name }}</strong> is saved, {{ sizeText(of.saved.value.size) }}.
        <a :href="of.saved.value.url" target="_blank" rel="noopener">Open it</a>
      </p>
      <details v-if="of.saved.value.lost.length > 0" open>
        <summary>It does not carry</summary>
        <ul>
          <li v-for="line in of.saved.value.lost" :key="line">{{ line }}</li>
        </ul>
      </details>
    </template>
  </div>
</template>

<style scoped>
.state {
  min-height: 44px;
}

.track {
  position: relative;
  width: 120px;
  height: 6px;
  overflow: hidden;
  background: var(--line);
}

.track span {
  position: absolute;
  inset: 0 60% 0 0;
  background: var(--ink);
}

@media (prefers-reduced-motion: no-preference) {
  .track span {
    animation: along 1.4s linear infinite;
  }
}

@keyframes along {
  from {
    transform: translateX(-100%);
  }
  to {
    transform: translateX(260%);
  }
}

ul {
  padding-left: 18px;
  list-style: disc;
}
</style>
