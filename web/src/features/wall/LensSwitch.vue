<script setup lang="ts">
import { useRoute } from 'vue-router';
import TabBar from '../../components/TabBar.vue';
import { LENSES } from './lenses.ts';

/** The lenses: what the drawing of the wall shows. */
const route = useRoute();
const TABS = LENSES.map(({ name, label }) => ({ id: name, label }));
</script>

<template>
  <TabBar
    class="lenses"
    label="Lenses"
    :tabs="TABS"
    :here="String(route.name)"
    :to="(name) => ({ name, params: route.params, query: route.query })"
  />
</template>
