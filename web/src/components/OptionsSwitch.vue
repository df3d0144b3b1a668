<script setup lang="ts">
import { computed } from 'vue';
import { useRoute } from 'vue-router';
import PartsNav from './PartsNav.vue';

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
/** Parts by the name of their route, and the routes inside them. */
const PARTS = [
  { id: 'options', label: 'Compare' },
  { id: 'explore', label: 'Explore' },
  { id: 'energy', label: 'Money and energy' },
  { id: 'prices', label: 'Prices' },
  { id: 'decisions', label: 'Decisions' },
];
const here = computed(() => (route.name === 'decision' ? 'decisions' : String(route.name)));
</script>

<template>
  <PartsNav
    label="Options"
    :parts="PARTS"
    :here="here"
    :to="(name) => ({ name, params: { project: route.params['project'] }, query })"
  />
</template>
