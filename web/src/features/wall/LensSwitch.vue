<script setup lang="ts">
import { useRoute } from 'vue-router';
import { LENSES } from './lenses.ts';

/** The lenses: what the drawing of the wall shows. */
const route = useRoute();
</script>

<template>
  <nav class="lenses" aria-label="Lenses">
    <RouterLink
      v-for="lens in LENSES"
      :key="lens.name"
      :to="{ name: lens.name, params: route.params, query: route.query }"
      class="lens"
      >{{ lens.label }}</RouterLink
    >
  </nav>
</template>

<style scoped>
.lenses {
  display: flex;
}

.lens {
  display: flex;
  align-items: center;
  min-height: 44px;
  padding: 0 14px;
  text-decoration: none;
  white-space: nowrap;
}

@media (max-width: 1000px) {
  .lens {
    padding: 0 8px;
  }
}

.lens[aria-current='page'] {
  background: var(--marker);
  border-bottom: 2px solid var(--ink);
  font-weight: 700;
}
</style>
