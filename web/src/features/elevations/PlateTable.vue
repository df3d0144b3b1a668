<script setup lang="ts">
import { plateRows } from '@eldrun/core/layout';
import { tapeText, wallLength } from '@eldrun/core/units';
import { computed } from 'vue';
import type { ElevationLayout } from '@eldrun/core/layout';
import type { UnitSystem } from '@eldrun/core/units';

/** The plate sheet in reading order for the person at the plate, to be carried out to it. */
const props = defineProps<{ layout: ElevationLayout; units: UnitSystem }>();

const from = computed(() => props.layout.elevation.layout?.from ?? 'left');
const rows = computed(() => plateRows(props.layout, props.units));
</script>

<template>
  <table class="table">
    <caption>
      {{
        layout.elevation.name ?? layout.elevation.id
      }},
      {{
        wallLength(layout.elevation.length, units)
      }}: marks from the
      {{
        from
      }}
      end as seen from outdoors,
      {{
        units === 'imperial' ? 'inches' : 'mm'
      }}; crowns up and to one side, the worst studs cut for cripples
    </caption>
    <thead>
      <tr>
        <th scope="col">Mark</th>
        <th scope="col">What</th>
        <th scope="col">Stands</th>
        <th scope="col">Besides</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="(row, i) in rows" :key="i">
        <th scope="row">{{ tapeText(row.x, units) }}</th>
        <td>{{ row.what }}</td>
        <td>{{ row.side }}</td>
        <td>{{ row.more }}</td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
.table {
  max-width: 620px;
}

.table thead th {
  text-align: left;
}

caption {
  padding-bottom: 6px;
  text-align: left;
  color: var(--soft);
}

th,
td {
  text-align: left;
}

th[scope='row'] {
  font-weight: 700;
}
</style>
