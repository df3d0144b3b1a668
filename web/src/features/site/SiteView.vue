<script setup lang="ts">
import { longDay } from '@eldrun/core/site';
import { computed, defineAsyncComponent } from 'vue';
import { useRoute } from 'vue-router';
import HousePlace from '../../components/HousePlace.vue';
import StatusMark from '../../components/StatusMark.vue';
import { useProject } from '../../project/project.ts';
import ChecksPart from './ChecksPart.vue';
import LogPart from './LogPart.vue';
import SequencePart from './SequencePart.vue';
import WeatherPart from './WeatherPart.vue';
import { partOf, PARTS } from './parts.ts';
import { provideSite } from './site-state.ts';

/** Comes when it is first opened: its pictures of heat are not needed before. */
const InstrumentsPart = defineAsyncComponent(() => import('./InstrumentsPart.vue'));

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
const { planning } = state;
const waiting = computed(() => {
  if (planning.plan.value !== null || planning.problem.value !== '') return null;
  return planning.slow.value ? 'Working out the order of work…' : 'Loading the site…';
});
const done = computed(() => plan.value.steps.filter(({ entered }) => entered === 'done').length);
const held = computed(() => plan.value.steps.filter((step) => step.held.length > 0).length);
const spoiled = computed(() => plan.value.clocks.filter(({ status }) => status === 'fail').length);
</script>

<template>
  <HousePlace
    label="Site"
    :parts="PARTS"
    :here="part"
    :to="to"
    :record="state.record"
    :house="state.house"
    :waiting="waiting"
    follows="the order of work follows"
    :can-undo="state.canUndo.value"
    @undo="state.undo"
  >
    <template #figures>
      <p data-plan>
        <template v-if="plan.finish"
          >Done on <strong>{{ longDay(plan.finish) }}</strong></template
        ><strong v-else>No last day: something is held</strong> · {{ done }} of
        {{ plan.steps.length }} steps done<template v-if="held > 0">
          · <StatusMark status="fail" /> {{ held }} held by failed checks</template
        ><template v-if="spoiled > 0">
          · <StatusMark status="fail" /> {{ spoiled }} covered too late</template
        >
        <span v-if="planning.slow.value" class="soft" role="status"> · being planned anew…</span>
      </p>
    </template>
    <p v-if="planning.problem.value" class="wrong" role="alert">
      The site cannot be planned: {{ planning.problem.value }}. The next change tries again.
    </p>
    <template v-if="planning.plan.value">
      <SequencePart v-if="part === 'sequence'" />
      <WeatherPart v-else-if="part === 'weather'" />
      <ChecksPart v-else-if="part === 'checks'" />
      <LogPart v-else-if="part === 'log'" />
      <InstrumentsPart v-else />
    </template>
    <p class="small soft no-print">
      Hours, limits and lead times are typical figures, to be changed by who knows better. Makers’
      instructions, the adopted code and the rules on safety at work govern; structure belongs to a
      licensed professional.
    </p>
  </HousePlace>
</template>
