<script setup lang="ts">
import { computed } from 'vue';
import { useRoute } from 'vue-router';
import { fixed, formatText } from '@eldrun/core/units';
import { fileName } from '@eldrun/core/document';
import HousePlace from '../../components/HousePlace.vue';
import { downloadText } from '../../persistence/wall-files.ts';
import ContinuityPart from './ContinuityPart.vue';
import EdgesPart from './EdgesPart.vue';
import { provideEdges } from './edges-state.ts';
import OpeningsPart from './OpeningsPart.vue';
import { partOf, PARTS } from './parts.ts';
import PenetrationsPart from './PenetrationsPart.vue';

/** Where walls fail: their edges, planned from the layers. */
const route = useRoute();
const state = provideEdges();
const units = computed(() => state.project.units);
const part = computed(() => partOf(route.params['part']));
const to = (id: string) => ({
  name: 'edges',
  params: { project: state.project.id, part: id === 'openings' ? '' : id, edge: '' },
});
const waiting = computed(() =>
  state.record.state.value === 'ready' && state.house.record.state.value === 'ready'
    ? null
    : 'Loading the edges…',
);
const share = computed(() => {
  const { edges, total } = state.sum.value;
  return total > 0 ? edges / total : 0;
});

/** The house file with its walls and its edges: what `eldrun details` reads. */
function saveFile(): void {
  const file = { ...state.house.file.value, details: state.details.value };
  downloadText(
    `${fileName(`${state.project.document!.name} edges`)}.json`,
    `${JSON.stringify(file, null, 2)}\n`,
    'application/json',
  );
}
</script>

<template>
  <HousePlace
    label="Edges"
    :parts="PARTS"
    :here="part"
    :to="to"
    :record="state.record"
    :house="state.house"
    :waiting="waiting"
    follows="their edges follow"
    :can-undo="state.record.past.value.length > 0"
    @undo="state.record.travel('undo')"
  >
    <template #figures>
      <p data-sum>
        <template v-if="state.solvedAll.value && state.edges.value.length > 0"
          >Edges lose <strong>{{ formatText('heatLoss', state.sum.value.edges, units) }}</strong>,
          <strong>{{ fixed(100 * share, 0) }} %</strong> of walls and openings,
          <strong>${{ fixed(state.sum.value.edges * state.perWatt.value, 0) }}</strong> a year
        </template>
        <template v-else-if="state.solver.stopped.value"
          >Stopped; not all edges are solved.
          <button type="button" class="action" @click="state.solver.start">Solve them</button>
        </template>
        <span v-else-if="state.edges.value.length > 0" class="soft" role="status"
          >Solving the edges<template v-if="state.solver.share.value !== null"
            >, {{ fixed(100 * state.solver.share.value, 0) }} %
            <button type="button" class="action quiet" @click="state.solver.stop">Stop</button>
          </template>
          <template v-else>…</template></span
        >
      </p>
    </template>
    <template #tools>
      <button type="button" class="action quiet" @click="saveFile">Save as a file</button>
    </template>
    <p v-if="state.solver.problem.value" class="wrong" role="alert">
      The sections could not be solved: {{ state.solver.problem.value }}
    </p>
    <OpeningsPart v-if="part === 'openings'" />
    <EdgesPart
      v-else-if="part === 'corners'"
      key="corners"
      part="corners"
      title="Corners and inner walls"
    />
    <EdgesPart
      v-else-if="part === 'base-and-top'"
      key="base-and-top"
      part="base-and-top"
      title="Base, top, and what is attached"
    />
    <PenetrationsPart v-else-if="part === 'penetrations'" />
    <ContinuityPart v-else />
  </HousePlace>
</template>
