<script setup lang="ts">
import type { RouteLocationRaw } from 'vue-router';
import TabBar from './TabBar.vue';

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
    <TabBar :label="label" :tabs="parts" :here="here" :to="to" />
  </Teleport>
</template>
