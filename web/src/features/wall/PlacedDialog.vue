<script setup lang="ts">
import Dialog from 'primevue/dialog';
import { computed } from 'vue';
import {
  elevationsOfWall,
  factsOfWall,
  NO_HOUSE_YET,
  placingRows,
  type FactId,
} from '@eldrun/project';
import { useContents } from '../../project/contents.ts';
import { useDerived } from '../../project/derived.ts';
import { useProject } from '../../project/project.ts';
import { useWall } from '../../project/wall.ts';

/** How the layers of the wall are put together: as its papers tell the crew, with what is chosen and where. */
const visible = defineModel<boolean>('visible', { required: true });
const project = useProject();
const wall = useWall();
const contents = useContents();

const KINDS = ['house', 'details', 'site'] as const;
const walls = contents.followWalls();
const said = KINDS.map((kind) => [kind, contents.followOnly(kind)] as const);
const { look } = useDerived(() =>
  Object.fromEntries(said.map(([kind, document]) => [kind, document.value])),
);

/** The place where each of them is chosen. */
const CHOSEN_IN: Record<FactId, { name: string; label: string }> = (() => {
  const elevations = { name: 'elevations', label: 'Elevations' };
  const edges = { name: 'edges', label: 'Edges' };
  const site = { name: 'site', label: 'Site' };
  return {
    nailing: elevations,
    'sheet-gap': elevations,
    laps: elevations,
    caps: elevations,
    'board-joints': elevations,
    strips: elevations,
    inlet: edges,
    base: edges,
    racking: site,
    windows: site,
    'window-carrier': edges,
    'air-barrier': edges,
    'air-test': site,
  };
})();

/** Whether all that is read of it is there. */
const ready = computed(
  () =>
    walls.value.has(wall.id) &&
    said.every(
      ([kind, document]) =>
        document.value !== null || !project.documents.some((one) => one.kind === kind),
    ),
);
const rows = computed(() => placingRows(look(factsOfWall, wall.id), project.units));
const alone = computed(() => look(elevationsOfWall, wall.id).length === 0);
</script>

<template>
  <Dialog
    v-model:visible="visible"
    modal
    dismissable-mask
    header="How it is put together"
    :style="{ width: '860px', maxWidth: '96vw' }"
  >
    <p v-if="contents.failure" class="wrong" role="alert">{{ contents.failure }}</p>
    <p v-else-if="!ready" role="status">Reading what the house says…</p>
    <template v-else>
      <p v-if="alone">{{ NO_HOUSE_YET }}</p>
      <table class="table words">
        <thead>
          <tr>
            <th scope="col">What</th>
            <th scope="col">How</th>
            <th scope="col"></th>
            <th scope="col">Chosen in</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="row in rows" :key="row.id" :data-placed="row.id">
            <th scope="row">{{ row.label }}</th>
            <td>{{ row.how }}</td>
            <td>{{ row.standing }}</td>
            <td>
              <RouterLink :to="{ name: CHOSEN_IN[row.id].name, params: { project: project.id } }">{{
                CHOSEN_IN[row.id].label
              }}</RouterLink>
            </td>
          </tr>
        </tbody>
      </table>
      <p class="small soft">
        The crew sheet, the wall sheet and the submittal say the same. Makers’ instructions, the
        adopted code and the engineer govern.
      </p>
    </template>
  </Dialog>
</template>
