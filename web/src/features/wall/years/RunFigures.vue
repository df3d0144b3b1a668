<script setup lang="ts">
import { computed } from 'vue';
import { format, fixed } from '@eldrun/core/units';
import type { SimulationResult } from '@eldrun/core/transient';
import { useProject } from '../../../project/project.ts';
import { useSimulation } from './simulation.ts';

/** What the runs came to, side by side, and their difference. */
const project = useProject();
const simulation = useSimulation();

interface Figure {
  label: string;
  value: number | null;
  text: (value: number) => string;
  /** Said where there is no number. */
  none?: string;
}

function signed(text: string, value: number): string {
  return value > 0 && !text.startsWith('+') ? `+${text}` : text;
}

const shares = (value: number): string => `${fixed(100 * value, 1)} %`;
const daysText = (hours: number): string =>
  `${Math.round(hours / 24)
    .toString()
    .replace('-', '−')} days`;
const index = (value: number): string => fixed(value, 2);
const water = (kg: number): string => {
  const { text, unit } = format('waterPerArea', kg, project.units);
  return `${text} ${unit}`;
};

function figuresOf(result: SimulationResult): Figure[] {
  const { peak, end, above20, dryTo16, mold, faces, causes } = result;
  return [
    { label: 'Moisture, highest', value: peak.mc.value, text: shares },
    { label: 'Inner third, highest', value: peak.mcInner.value, text: shares },
    { label: 'At the end', value: end.mc, text: shares },
    { label: 'Above 20 %, longest', value: above20.longest, text: daysText },
    { label: 'Dry to 16 %', value: dryTo16, text: daysText, none: 'not in this run' },
    { label: 'Mold index, sensitive', value: mold.sensitive, text: index },
    {
      label: 'Mold index, worst face by its class',
      value: Math.max(...faces.map((face) => face.mold[face.moldClass])),
      text: index,
    },
    { label: 'Water from indoors', value: causes.indoors, text: water },
    { label: 'Water from outdoors', value: causes.outdoors, text: water },
    { label: 'By rain that gets in', value: causes.rain, text: water },
    { label: 'By rain in the cladding', value: causes.facade, text: water },
    { label: 'By the gap’s air', value: causes.ventilation, text: water },
    { label: 'By the air leak', value: causes.leak, text: water },
  ];
}

const runs = computed(() => [simulation.current, simulation.other].filter((run) => run?.result));
const rows = computed(() => {
  const columns = runs.value.map((run) => figuresOf(run!.result!));
  return (columns[0] ?? []).flatMap(({ label, text, none }, i) => {
    const values = columns.map((column) => column[i]!.value);
    // What is nought in every run says nothing.
    if (values.every((value) => value === 0)) return [];
    const [now, before] = values;
    const difference =
      typeof now === 'number' && typeof before === 'number'
        ? signed(text(now - before), now - before)
        : '';
    return [
      {
        label,
        cells: [
          ...values.map((value) => (value === null ? (none ?? '') : text(value))),
          ...(values.length > 1 ? [difference] : []),
        ],
      },
    ];
  });
});
</script>

<template>
  <table v-if="runs.length > 0" class="table" data-run-figures>
    <caption class="hidden-label">
      Figures of the runs
    </caption>
    <thead>
      <tr>
        <th scope="col">Of the watched layer</th>
        <th v-for="run in runs" :key="run!.name" scope="col">{{ run!.name }}</th>
        <th v-if="runs.length > 1" scope="col">Difference</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="row in rows" :key="row.label">
        <th scope="row">{{ row.label }}</th>
        <td v-for="(cell, i) in row.cells" :key="i">{{ cell }}</td>
      </tr>
    </tbody>
  </table>
</template>
