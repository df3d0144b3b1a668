<script setup lang="ts">
import { computed, ref } from 'vue';
import { DRAWING_FORMATS, type DrawingFormat, type DrawnKind } from '@eldrun/papers/types';
import ChoiceField from '../../components/ChoiceField.vue';
import { useProject } from '../../project/project.ts';
import { useWall } from '../../project/wall.ts';
import FileRunState from './FileRunState.vue';
import { useFileRun } from './file-run.ts';
import { useHouseChoice } from './house-choice.ts';

/** Drawings to scale for other programs. */
const project = useProject();
const open = useWall();
const run = useFileRun();
const house = useHouseChoice();

const ALL = 'all';
const walls = computed(() =>
  project.walls
    .filter(({ untouched }) => !untouched)
    .map(({ id, name }) => ({ value: id, label: name })),
);
const wall = ref('');
/** The wall that is chosen, else the one that was open last. */
const chosenWall = computed(
  () =>
    walls.value.find(({ value }) => value === (wall.value || open.id))?.value ??
    walls.value[0]?.value ??
    '',
);
const elevation = ref(ALL);
const edge = ref(ALL);

const ABOUT: Record<DrawingFormat, string> = {
  svg: 'SVG: for pages and drawing programs, in mm of its paper',
  dxf: 'DXF: true size in the project’s units, a layer for each part, text as text',
  png: 'PNG: a picture at 200 dots an inch',
};

function draw(what: DrawnKind, label: string, format: DrawingFormat): void {
  const only = what === 'edges' ? edge.value : elevation.value;
  void run.save(label, 'drawProject', {
    params: { project: project.id, drawing: what },
    query: {
      format,
      ...(what === 'section' ? { wall: chosenWall.value } : only === ALL ? {} : { only }),
    },
  });
}

const ROWS: readonly { what: DrawnKind; label: string; about: string }[] = [
  { what: 'section', label: 'Wall section', about: 'layers by number, thickness' },
  { what: 'elevation', label: 'Elevations', about: 'a drawing for each layer' },
  { what: 'plates', label: 'Plates', about: 'bottom plates with their marks' },
  { what: 'edges', label: 'Edge details', about: 'parts by number, lines that go on' },
];
const rows = computed(() =>
  ROWS.filter(({ what }) =>
    what === 'section' ? walls.value.length > 0 : house.state.value === 'there',
  ),
);
</script>

<template>
  <section class="part" aria-labelledby="drawings">
    <h1 id="drawings">Drawings</h1>
    <p class="soft">
      To a scale of the ruler that fits on a sheet; several drawings come as a zip.
    </p>
    <p v-if="rows.length === 0">There is nothing to draw yet: no wall and no elevation.</p>
    <div v-for="row in rows" :key="row.what" class="row">
      <div>
        <h2>{{ row.label }}</h2>
        <p class="small soft">{{ row.about }}</p>
      </div>
      <ChoiceField
        v-if="row.what === 'section'"
        label="Of the wall"
        :value="chosenWall"
        :options="walls"
        @take="(id: string) => (wall = id)"
      />
      <ChoiceField
        v-else-if="row.what === 'edges'"
        label="Edges"
        :value="edge"
        :options="[{ value: ALL, label: 'All of them' }, ...house.edgeKinds]"
        @take="(id: string) => (edge = id)"
      />
      <ChoiceField
        v-else
        :label="`${row.label}: which`"
        :value="elevation"
        :options="[{ value: ALL, label: 'All of them' }, ...house.elevations.value]"
        @take="(id: string) => (elevation = id)"
      />
      <div class="formats">
        <button
          v-for="format in DRAWING_FORMATS"
          :key="format"
          type="button"
          class="action"
          :disabled="run.busy.value"
          :aria-label="`${row.label} as ${format.toUpperCase()}`"
          @click="draw(row.what, row.label, format)"
        >
          {{ format.toUpperCase() }}
        </button>
      </div>
    </div>
    <FileRunState :of="run" />
    <ul class="small soft">
      <li v-for="format in DRAWING_FORMATS" :key="format">{{ ABOUT[format] }}</li>
    </ul>
  </section>
</template>

<style scoped>
.part {
  display: grid;
  gap: 10px;
  max-width: 860px;
}

h1 {
  font-size: var(--text-28);
}

.row {
  display: grid;
  grid-template-columns: 220px minmax(0, 1fr) auto;
  gap: 8px 20px;
  align-items: end;
  padding: 10px 0;
  border-top: 1px solid var(--line);
}

.formats {
  display: flex;
  gap: 8px;
}

@media (max-width: 700px) {
  .row {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
