<script setup lang="ts">
import { TABLE_NAMES, type TableName } from '@eldrun/papers/types';
import { useProject } from '../../project/project.ts';
import FileRunState from './FileRunState.vue';
import { useFileRun } from './file-run.ts';

/** Every table of the project, for spreadsheets and other programs. */
const project = useProject();
const run = useFileRun();

const ABOUT: Record<TableName, string> = {
  Walls: 'what each wall is worth, and how its moisture is judged',
  Layers: 'every layer with its figures and where they come from',
  Year: 'each wall month by month',
  Checks: 'what is said of each wall, and the smallest change',
  Elevations: 'areas and framing of each elevation',
  Openings: 'rough openings and headers',
  Members: 'every stud, plate and header as it is cut',
  'Plate marks': 'where members stand',
  Edges: 'ψ, coldest surface and length of each edge',
  Penetrations: 'what goes through, and how it is sealed',
  Order: 'what is bought for the house, with prices',
  'Order by elevation': 'the same for each elevation',
  Cutting: 'which pieces come out of which length',
  Receiving: 'what to look at when goods come in, and what came',
  Prices: 'what the materials of the walls cost',
};

const save = (format: 'xlsx' | 'csv', table?: TableName): void => {
  void run.save(table ?? 'The workbook', 'tabulate', {
    params: { project: project.id },
    query: { format, ...(table ? { table } : {}) },
  });
};
</script>

<template>
  <section class="part" aria-labelledby="tables">
    <h1 id="tables">Tables</h1>
    <p class="soft">
      Numbers are numbers, unrounded, their unit in the header; in the units of the project.
      Moisture is by monthly means here.
    </p>
    <p class="all in-line">
      <button type="button" class="action ink" :disabled="run.busy.value" @click="save('xlsx')">
        All as one workbook (XLSX)
      </button>
      <button type="button" class="action" :disabled="run.busy.value" @click="save('csv')">
        All as CSV, zipped
      </button>
    </p>
    <FileRunState :of="run" />
    <table class="table">
      <caption class="hidden-label">
        Tables, each as CSV
      </caption>
      <tbody>
        <tr v-for="name in TABLE_NAMES" :key="name">
          <th scope="row">{{ name }}</th>
          <td class="soft about">{{ ABOUT[name] }}</td>
          <td>
            <button
              type="button"
              class="action small"
              :disabled="run.busy.value"
              :aria-label="`${name} as CSV`"
              @click="save('csv', name)"
            >
              CSV
            </button>
          </td>
        </tr>
      </tbody>
    </table>
  </section>
</template>

<style scoped>
.part {
  display: grid;
  gap: 10px;
  max-width: 760px;
}

h1 {
  font-size: var(--text-28);
}

.about {
  text-align: left;
}
</style>
