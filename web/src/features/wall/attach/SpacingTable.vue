<script setup lang="ts">
import { computed } from 'vue';
import { formatText, type UnitSystem } from '@eldrun/core/units';
import {
  publishedRows,
  ROWS_NOTE,
  spacingTable,
  TABLE_WEIGHTS,
  type AttachmentOf,
  type Connection,
} from '@eldrun/core/attachment';

/** How far apart the fasteners may stand, by insulation and cladding; beside it what the published tables allow. */
const props = defineProps<{
  design: AttachmentOf['design'];
  connection: Connection;
  units: UnitSystem;
}>();

const text = (value: number): string => formatText('length', value, props.units);
const rows = computed(() => spacingTable(props.design, props.connection));
const boards = computed(() =>
  props.design.hung.boards.reduce((sum, { thickness }) => sum + thickness, 0),
);
const here = (thickness: number): boolean => Math.abs(thickness - boards.value) < 1e-3;
const published = computed(() => publishedRows(props.connection, props.design.loads.cladding));
const edition = computed(() => props.design.hung.wall.file.code?.edition ?? null);
</script>

<template>
  <details class="spacings" open>
    <summary>Spacing by insulation and cladding</summary>
    <div class="beside">
      <table class="table">
        <caption class="hidden-label">
          Widest spacing of
          {{
            connection.fastener.name
          }}
        </caption>
        <thead>
          <tr>
            <th scope="col">Insulation</th>
            <th scope="col">Next sold</th>
            <th v-for="weight in TABLE_WEIGHTS" :key="weight" scope="col">
              {{ formatText('massPerArea', weight, units) }}
            </th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="row in rows" :key="row.thickness" :class="{ here: here(row.thickness) }">
            <th scope="row">{{ text(row.thickness) }}</th>
            <td>{{ row.length === null ? 'none sold' : text(row.length) }}</td>
            <td v-for="cell in row.cells" :key="cell.weight">
              {{ cell.spacing === null ? 'design' : text(cell.spacing) }}
            </td>
          </tr>
        </tbody>
      </table>
      <div>
        <table v-if="published.length > 0" class="table">
          <caption>
            Published rows, weight alone
          </caption>
          <thead>
            <tr>
              <th scope="col">IRC</th>
              <th scope="col">Table</th>
              <th scope="col">Most foam</th>
              <th scope="col">This wall</th>
            </tr>
          </thead>
          <tbody>
            <tr
              v-for="row in published"
              :key="row.edition"
              :class="{ here: row.edition === edition }"
            >
              <th scope="row">{{ row.edition }}</th>
              <td>{{ row.table }}</td>
              <td>{{ row.most === null ? 'design required' : text(row.most) }}</td>
              <td>
                {{ row.most === null ? '' : boards <= row.most + 1e-4 ? 'within' : 'beyond' }}
              </td>
            </tr>
          </tbody>
        </table>
        <p class="small soft">{{ ROWS_NOTE.replace(/ In most:.*?\. /, ' ') }}</p>
      </div>
    </div>
    <p class="small soft">
      By the general dowel equations with a gap (AWC Technical Report 12; NDS 2018), with this
      wall’s suction, strips and studs, the boards’ own weight counted and the least bite. They
      leave out the friction between pressed layers and the strut that the fastener makes with them:
      beyond about {{ text(design.trade('theory-reach')) }} of insulation tests carry more. Slip and
      creep are not computed.
    </p>
  </details>
</template>

<style scoped>
.beside {
  display: grid;
  grid-template-columns: minmax(0, 2fr) minmax(0, 1fr);
  gap: 20px;
  align-items: start;
  margin: 8px 0;
}

.here {
  background: var(--marker);
}

caption {
  text-align: left;
  font-weight: 700;
}

@media (max-width: 1000px) {
  .beside {
    grid-template-columns: 1fr;
  }
}
</style>
