<script setup lang="ts">
import { computed } from 'vue';
import { Chart } from '../../../charts/chart.ts';
import { format, formatText, inUnits, type Quantity } from '@eldrun/core/units';
import {
  hoursAtRisk,
  leakCondensation,
  leakAtFifty,
  sheathingMoisture,
} from '@eldrun/core/steady-moisture';
import { layerName } from '@eldrun/core/verdicts';
import { plainName } from '@eldrun/core/build-up';
import { MONTHS } from '@eldrun/core/climate';
import { yearOption, type MonthRow, type YearSeries } from '../../../charts/year-chart.ts';
import { useMoisture } from './moisture.ts';
import { useProject } from '../../../project/project.ts';
import { useWall } from '../../../project/wall.ts';
import MonthTable from './MonthTable.vue';

/** The year of water and of the condensing plane: a chart and its table each. */

const project = useProject();
const wall = useWall();
const moisture = useMoisture();

const text = (quantity: Quantity, value: number): string =>
  format(quantity, value, project.units).text;
const number = (quantity: Parameters<typeof inUnits>[0], value: number): number =>
  inUnits(quantity, value, project.units);

const row = (name: string, quantity: Quantity, values: readonly number[]): MonthRow => ({
  name,
  values: values.map((value) => text(quantity, value)),
});

const planes = computed(() => {
  const assessment = wall.assessment!;
  return (moisture.balance?.monthly.planes ?? []).map((plane) => {
    const layer = assessment.wall.layers.find(({ id }) => id === plane.layer)!;
    const name = plainName(layerName(assessment, layer));
    return {
      ...plane,
      name:
        plane.face === 'inner'
          ? `inner face of ${name}`
          : `inside ${name}, ${formatText('share', plane.at!, project.units)} from its inner face`,
    };
  });
});

const leak = computed(() => leakAtFifty(wall.file?.airtightness));
const leaks = computed(() => leakCondensation(wall.assessment!.wall, leak.value));

const water = computed(() => {
  const unit = format('waterPerArea', 0, project.units).unit;
  const series: YearSeries[] = [
    ...planes.value.map((plane) => ({
      name: `held, ${plane.name}`,
      kind: 'bar' as const,
      stack: 'held',
      values: plane.held.map((value) => number('waterPerArea', value)),
    })),
    ...(planes.value.length > 0
      ? [
          {
            name: 'condensed in the month',
            kind: 'line' as const,
            dashed: true,
            values: MONTHS.map((_, m) =>
              number(
                'waterPerArea',
                planes.value.reduce((sum, plane) => sum + plane.condensed[m]!, 0),
              ),
            ),
          },
        ]
      : []),
  ];
  return {
    series,
    option: yearOption(series, ''),
    rows: [
      ...planes.value.flatMap((plane) => [
        row(`held, ${plane.name}`, 'waterPerArea', plane.held),
        row('condensed (− dried)', 'waterPerArea', plane.condensed),
      ]),
      ...(leaks.value ? [row('by an air leak, estimate', 'waterPerArea', leaks.value)] : []),
    ],
    unit,
  };
});

const leakText = computed(
  () =>
    `${wall.file?.airtightness ? '' : 'No leak is stated in the brief. '}The stack${wall.file?.pressure ? ' and the fans' : ''} through a house of ${formatText('leakAtFifty', leak.value, project.units)}${wall.file?.airtightness ? '' : ', assumed'}.`,
);

const plane = computed(() => {
  const { condensingPlane, indoorDewPoint } = wall.assessment!.moisture;
  if (!condensingPlane) return null;
  const resolved = wall.assessment!.wall;
  const hours = hoursAtRisk(resolved)!;
  const sheathing = sheathingMoisture(resolved).at(-1);
  const unit = format('temperature', 0, project.units).unit;
  const series: YearSeries[] = [
    {
      name: 'condensing plane',
      kind: 'line',
      values: condensingPlane.temperature.map((value) => number('temperature', value)),
    },
    {
      name: 'indoor dew point',
      kind: 'line',
      dashed: true,
      values: indoorDewPoint.map((value) => number('temperature', value)),
    },
  ];
  return {
    option: yearOption(series, ''),
    unit,
    hours: formatText(
      'hours',
      hours.reduce((sum, h) => sum + h, 0),
      project.units,
    ),
    rows: [
      row('condensing plane', 'temperature', condensingPlane.temperature),
      row('indoor dew point', 'temperature', indoorDewPoint),
      row('margin', 'temperatureDifference', condensingPlane.margin),
      row('hours below, estimate', 'hours', hours),
      ...(sheathing
        ? [
            row(
              `moisture of ${plainName(layerName(wall.assessment!, sheathing.layer))}, %`,
              'share',
              sheathing.content,
            ),
          ]
        : []),
    ],
  };
});
</script>

<template>
  <section v-if="moisture.balance" class="year" aria-label="The year">
    <div class="one">
      <h2>Water in the wall, {{ water.unit }}</h2>
      <p v-if="water.series.length === 0" class="none">
        Nothing condenses by vapor diffusion in any month.
      </p>
      <Chart
        v-else
        class="chart"
        :option="water.option"
        autoresize
        role="img"
        aria-label="Water held and condensed by month; the table below has the figures"
      />
      <MonthTable
        v-if="water.rows.length > 0"
        caption="Water by month"
        :rows="water.rows"
        :month="moisture.month"
      />
      <p class="small soft">
        EN ISO 13788: diffusion on monthly means, no storage, rain or sun. {{ leakText }}
      </p>
    </div>
    <div v-if="plane" class="one">
      <h2>Condensing plane against the indoor dew point, {{ plane.unit }}</h2>
      <Chart
        class="chart"
        :option="plane.option"
        autoresize
        role="img"
        aria-label="Temperature of the condensing plane and indoor dew point by month; the table below has the figures"
      />
      <MonthTable caption="Condensing plane by month" :rows="plane.rows" :month="moisture.month" />
      <p class="small soft">
        About {{ plane.hours }} of the year below the dew point, by monthly means, daily range and
        the spread of days.
      </p>
    </div>
  </section>
</template>

<style scoped>
.year {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(520px, 1fr));
  gap: 16px 28px;
  padding: 10px 0 12px;
  border-bottom: 1px solid var(--line);
}

.one {
  min-width: 0;
  display: grid;
  gap: 6px;
  align-content: start;
}

h2 {
  font-size: var(--text-14);
}

.chart {
  height: 190px;
}

.none {
  display: grid;
  place-items: center;
  height: 190px;
  border: 1px solid var(--line);
  background: var(--sheet);
}

@media (max-width: 700px) {
  .year {
    grid-template-columns: minmax(0, 1fr);
  }

  .one {
    overflow-x: auto;
  }
}
</style>
