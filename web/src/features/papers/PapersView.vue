<script setup lang="ts">
import { computed } from 'vue';
import { useRoute } from 'vue-router';
import PartsNav from '../../components/PartsNav.vue';
import { useProject } from '../../project/project.ts';
import BundlePart from './BundlePart.vue';
import DrawingsPart from './DrawingsPart.vue';
import ModelsPart from './ModelsPart.vue';
import SheetsPart from './SheetsPart.vue';
import TablesPart from './TablesPart.vue';
import { partOf, PARTS } from './parts.ts';

/** What leaves the program. */
const route = useRoute();
const project = useProject();
const part = computed(() => partOf(route.params['part']));
const to = (id: string) => ({
  name: 'papers',
  params: { project: project.id, part: id === 'sheets' ? '' : id },
});
</script>

<template>
  <PartsNav label="Papers" :parts="PARTS" :here="part" :to="to" />
  <SheetsPart v-if="part === 'sheets'" />
  <DrawingsPart v-else-if="part === 'drawings'" />
  <TablesPart v-else-if="part === 'tables'" />
  <ModelsPart v-else-if="part === 'models'" />
  <BundlePart v-else />
</template>
