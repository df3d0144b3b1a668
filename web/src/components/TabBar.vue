<script setup lang="ts">
import type { RouteLocationRaw } from 'vue-router';

/** Ways to look at what is open, one of them here. */
defineProps<{
  /** What they are, for those who do not see it. */
  label: string;
  tabs: readonly { id: string; label: string }[];
  here: string;
  to: (id: string) => RouteLocationRaw;
}>();
</script>

<template>
  <nav class="tabs" :aria-label="label">
    <RouterLink
      v-for="one in tabs"
      :key="one.id"
      :to="to(one.id)"
      class="tab"
      :class="{ here: here === one.id }"
      >{{ one.label }}</RouterLink
    >
  </nav>
</template>

<style scoped>
.tabs {
  display: flex;
}

.tab {
  display: flex;
  align-items: center;
  min-height: 44px;
  padding: 0 12px;
  text-decoration: none;
  white-space: nowrap;
}

.tab.here {
  background: var(--marker);
  border-bottom: 2px solid var(--ink);
  font-weight: 700;
}

@media (max-width: 1000px) {
  .tabs {
    flex-wrap: wrap;
  }

  .tab {
    padding: 0 7px;
  }
}
</style>
