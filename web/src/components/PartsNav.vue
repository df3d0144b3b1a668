<script setup lang="ts">
import type { RouteLocationRaw } from 'vue-router';

/** The parts of a place, in the header: one of them is here. */
defineProps<{
  /** Of the place, for those who do not see it. */
  label: string;
  parts: readonly { id: string; label: string }[];
  here: string;
  to: (id: string) => RouteLocationRaw;
}>();
</script>

<template>
  <Teleport to="#top-tools">
    <nav class="parts" :aria-label="label">
      <RouterLink
        v-for="one in parts"
        :key="one.id"
        :to="to(one.id)"
        class="part"
        :class="{ here: here === one.id }"
        >{{ one.label }}</RouterLink
      >
    </nav>
  </Teleport>
</template>

<style scoped>
.parts {
  display: flex;
}

.part {
  display: flex;
  align-items: center;
  min-height: 44px;
  padding: 0 12px;
  text-decoration: none;
  white-space: nowrap;
}

.part.here {
  background: var(--marker);
  border-bottom: 2px solid var(--ink);
  font-weight: 700;
}

@media (max-width: 1000px) {
  .parts {
    flex-wrap: wrap;
  }

  .part {
    padding: 0 7px;
  }
}
</style>
