<script setup lang="ts">
import { computed } from 'vue';
import { useRoute } from 'vue-router';
import OnlyDocumentNotices from '../../components/OnlyDocumentNotices.vue';
import PartsNav from '../../components/PartsNav.vue';
import SavedState from '../../components/SavedState.vue';
import StatusMark from '../../components/StatusMark.vue';
import { useProject } from '../../project/project.ts';
import ChecksPart from './ChecksPart.vue';
import InstrumentsPart from './InstrumentsPart.vue';
import LogPart from './LogPart.vue';
import SequencePart from './SequencePart.vue';
import WeatherPart from './WeatherPart.vue';
import { partOf, PARTS } from './parts.ts';
import { longDay, provideSite } from './site-state.ts';

/** What is done on the site: in which order, by when, checked, measured, written down. */
const route = useRoute();
const project = useProject();
const state = provideSite();
const { plan } = state;

const part = computed(() => partOf(route.params['part']));
const to = (id: string) => ({
  name: 'site',
  params: { project: project.id, part: id === 'sequence' ? '' : id },
});
const ready = computed(
  () => state.record.state.value === 'ready' && state.house.record.state.value === 'ready',
);
const built = computed(() => plan.value.steps.length > 0);
const done = computed(() => plan.value.steps.filter(({ entered }) => entered === 'done').length);
const held = computed(() => plan.value.steps.filter((step) => step.held.length > 0).length);
const spoiled = computed(() => plan.value.clocks.filter(({ status }) => status === 'fail').length);
</script>

<template>
  <PartsNav label="Site" :parts="PARTS" :here="part" :to="to" />
  <OnlyDocumentNotices :of="state.record" />
  <OnlyDocumentNotices :of="state.house.record" />
  <p v-if="state.house.failure.value" class="wrong" role="alert">
    The walls could not be read: {{ state.house.failure.value }}
    <button type="button" class="action" @click="state.house.readWalls">Try again</button>
  </p>
  <p v-if="!ready" class="soft" role="status">Loading the site…</p>
  <p v-else-if="!built">
    No wall of the house is drawn yet.
    <RouterLink :to="{ name: 'elevations', params: { project: project.id } }"
      >Draw the walls first</RouterLink
    >: the order of work follows from them.
  </p>
  <div v-else class="site">
    <header class="head">
      <h1>Site</h1>
      <p class="figures" data-plan>
        <template v-if="plan.finish"
          >Done on <strong>{{ longDay(plan.finish) }}</strong></template
        ><strong v-else>No last day: something is held</strong> · {{ done }} of
        {{ plan.steps.length }} steps done<template v-if="held > 0">
          · <StatusMark status="fail" /> {{ held }} held by failed checks</template
        ><template v-if="spoiled > 0">
          · <StatusMark status="fail" /> {{ spoiled }} covered too late</template
        >
      </p>
      <div class="tools">
        <SavedState
          v-if="state.record.exists.value"
          :state="state.record.saveState.value"
          :revision="state.record.revision.value"
          :kept="state.record.kept.value"
          :file="false"
        />
        <button type="button" class="action" :disabled="!state.canUndo.value" @click="state.undo">
          Undo
        </button>
      </div>
    </header>
    <SequencePart v-if="part === 'sequence'" />
    <WeatherPart v-else-if="part === 'weather'" />
    <ChecksPart v-else-if="part === 'checks'" />
    <LogPart v-else-if="part === 'log'" />
    <InstrumentsPart v-else />
    <p class="small soft no-print">
      Hours, limits and lead times are typical figures, to be changed by who knows better. Makers’
      instructions, the adopted code and the rules on safety at work govern; structure belongs to a
      licensed professional.
    </p>
  </div>
</template>

<style scoped>
.site {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 10px;
}

.head {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 2px 18px;
}

h1 {
  font-size: var(--text-28);
}

.figures {
  font-size: var(--text-16);
}

.tools {
  display: flex;
  gap: 8px;
  align-items: center;
  margin-left: auto;
}

.wrong {
  color: var(--fail);
}
</style>
