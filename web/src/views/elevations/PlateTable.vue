<script setup lang="ts">
import { tapeText, wallLength } from '@eldrun/core';
import { computed } from 'vue';
import type { ElevationLayout, UnitSystem } from '@eldrun/core';

/** The plate sheet in reading order for the person at the plate, to be carried out to it. */
const props = defineProps<{ layout: ElevationLayout; units: UnitSystem }>();

const WORDS: Record<string, string> = {
  stud: 'stud ×',
  king: 'king K',
  jack: 'jack J',
  corner: 'corner C',
  backing: 'backing B',
  cripple: 'cripple c',
};

interface Row {
  x: number;
  what: string;
  side: string;
  more: string;
}

const from = computed(() => props.layout.elevation.layout?.from ?? 'left');
const rows = computed<Row[]>(() => {
  const { elevation, plateSheet } = props.layout;
  const at = (x: number): number => (from.value === 'left' ? x : elevation.length - x);
  const marks = plateSheet.map(({ x, kind, side, stacked }) => ({
    x,
    what: WORDS[kind] ?? kind,
    side: `${side} of the mark`,
    more: stacked ? 'roof or floor member over it' : '',
  }));
  const anchors = (elevation.anchors ?? []).map(({ x, kind }) => ({
    x: at(x),
    what: kind,
    side: 'on the mark',
    more: '',
  }));
  const risers = (elevation.risers ?? []).map(({ x, width, kind }) => ({
    x: at(x),
    what: kind,
    side: 'on the mark',
    more: `${tapeText(width, props.units)} wide`,
  }));
  return [...marks, ...anchors, ...risers].sort((a, b) => a.x - b.x);
});
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
