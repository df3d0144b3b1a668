<script setup lang="ts">
import type { EdgePart } from '@eldrun/drawing';

/** What the numbers of a drawing stand for. */
defineProps<{ parts: readonly EdgePart[] }>();
</script>

<template>
  <ol class="parts small" aria-label="Parts of the drawing">
    <li v-for="(one, i) in parts" :key="one.id">
      <span class="n">{{ i + 1 }}</span> {{ one.name }}
    </li>
  </ol>
</template>

<style scoped>
.parts {
  columns: 260px;
  column-gap: 18px;
}

.n {
  display: inline-block;
  min-width: 18px;
  font-weight: 700;
}
</style>
