<script setup lang="ts">
import { computed } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import OnlyDocumentNotices from '../../components/OnlyDocumentNotices.vue';
import PartsNav from '../../components/PartsNav.vue';
import WallProblems from '../../components/WallProblems.vue';
import { useProject } from '../../project/project.ts';
import ElevationBench from './ElevationBench.vue';
import HouseTable from './HouseTable.vue';
import { provideHouse } from '../../project/house.ts';
import { LENSES, lensOf } from './lenses.ts';

/** The walls of the house as seen from outdoors: all in a table, or one on the bench. */
const route = useRoute();
const router = useRouter();
const project = useProject();
const state = provideHouse();

const id = computed(() => String(route.params['elevation'] ?? ''));
const lens = computed(() => lensOf(route.query['lens']));
const elevation = computed(() => state.elevations.value.find((one) => one.id === id.value));
const gone = computed(
  () => id.value !== '' && state.record.state.value === 'ready' && !elevation.value,
);
const to = (one: string, query: Record<string, string> = {}) => ({
  name: 'elevations',
  params: { project: project.id, ...(one ? { elevation: one } : { elevation: '' }) },
  query,
});
/** Where the lenses lead: the wall that is open, else the first. */
const shown = computed(() => id.value || state.elevations.value[0]?.id || '');
/** All walls in a table, and where one is drawn, what it is looked at through. */
const HOUSE = { id: 'house', label: 'House' };
const parts = computed(() => [HOUSE, ...(shown.value ? LENSES : [])]);
</script>

<template>
  <PartsNav
    label="Elevations"
    :parts="parts"
    :here="id === '' ? HOUSE.id : lens"
    :to="(one) => (one === HOUSE.id ? to('') : to(shown, one === 'frame' ? {} : { lens: one }))"
  />
  <OnlyDocumentNotices :of="state.record" />
  <p v-if="state.failure.value" class="wrong" role="alert">
    The walls could not be read: {{ state.failure.value }}
    <button type="button" class="action" @click="state.readWalls">Try again</button>
  </p>
  <WallProblems :house="state" />
  <p v-if="state.record.state.value === 'loading'" class="soft" role="status">Loading the house…</p>
  <p v-else-if="gone" role="alert">
    There is no such wall in this house.
    <RouterLink :to="to('')">All walls</RouterLink>
  </p>
  <ElevationBench
    v-else-if="elevation"
    :key="elevation.id"
    :elevation="elevation"
    :lens="lens"
    @go="(one: string) => router.push(to(one, route.query as Record<string, string>))"
  />
  <HouseTable v-else-if="id === ''" @go="(one: string) => router.push(to(one))" />
</template>
