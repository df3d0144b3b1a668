<script setup lang="ts">
import { computed } from 'vue';
import { useRoute } from 'vue-router';

/** What is looked at of the options. */
const route = useRoute();
/** Which walls are looked at, and against which, goes along. */
const query = computed(() =>
  Object.fromEntries(
    ['walls', 'against', 'wall'].flatMap((key) =>
      route.query[key] ? [[key, route.query[key]]] : [],
    ),
  ),
);
const PARTS = [
  { name: 'options', label: 'Compare', of: ['options'] },
  { name: 'explore', label: 'Explore', of: ['explore'] },
  { name: 'energy', label: 'Money and energy', of: ['energy'] },
  { name: 'prices', label: 'Prices', of: ['prices'] },
  { name: 'decisions', label: 'Decisions', of: ['decisions', 'decision'] },
];
</script>

<template>
  <Teleport to="#top-tools">
    <nav class="parts" aria-label="Options">
      <RouterLink
        v-for="part in PARTS"
        :key="part.name"
        :to="{ name: part.name, params: { project: route.params['project'] }, query }"
        class="part"
        :class="{ here: part.of.includes(String(route.name)) }"
        >{{ part.label }}</RouterLink
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
  padding: 0 14px;
  text-decoration: none;
}

@media (max-width: 700px) {
  .parts {
    flex-wrap: wrap;
  }

  .part {
    padding: 0 8px;
  }
}

.part.here {
  background: var(--marker);
  border-bottom: 2px solid var(--ink);
  font-weight: 700;
}
</style>
