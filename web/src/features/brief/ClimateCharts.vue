<script setup lang="ts">
import { computed } from 'vue';
import { Chart } from '../../charts/chart.ts';
import { format, inUnits, type Quantity, type UnitSystem } from '@eldrun/core/units';
import type { Monthly, Site } from '@eldrun/core/climate';
import { yearOption } from '../../charts/year-chart.ts';

/** The year outdoors in small charts, one a figure; the table has the numbers. */

const props = defineProps<{ site: Site; units: UnitSystem }>();

const charts = computed(() => {
  const shown = (quantity: Parameters<typeof inUnits>[0], values: Monthly): number[] =>
    values.map((value) => inUnits(quantity, value, props.units));
  const unit = (quantity: Quantity): string => format(quantity, 0, props.units).unit;
  const { site } = props;
  const one = (
    title: string,
    kind: 'bar' | 'line',
    values: number[] | null | undefined,
    of: string,
  ) =>
    values
      ? [
          {
            title: `${title}, ${of}`,
            option: yearOption([{ name: title, kind, values, color: '#9fb0a9' }], '', {
              small: true,
            }),
          },
        ]
      : [];
  return [
    ...one('Temperature', 'line', shown('temperature', site.temperature), unit('temperature')),
    ...one('Humidity', 'bar', shown('relativeHumidity', site.relativeHumidity), '%'),
    ...one(
      'Day and night apart',
      'bar',
      site.dailyRange && shown('temperatureDifference', site.dailyRange),
      unit('temperatureDifference'),
    ),
    ...one('Sun', 'bar', site.globalHorizontal?.map(Math.round), 'W/m²'),
    ...one(
      'Wind',
      'line',
      site.windSpeed &&
        shown('windSpeed', site.windSpeed).map((speed) => Math.round(10 * speed) / 10),
      unit('windSpeed'),
    ),
    ...one(
      'Rain',
      'bar',
      site.rain && shown('rain', site.rain).map((depth) => Math.round(10 * depth) / 10),
      unit('rain'),
    ),
  ];
});
</script>

<template>
  <div class="charts">
    <figure v-for="chart in charts" :key="chart.title" class="chart">
      <figcaption class="small">{{ chart.title }}</figcaption>
      <Chart
        class="canvas"
        :option="chart.option"
        autoresize
        role="img"
        :aria-label="`${chart.title} by month; the table below has the figures`"
      />
    </figure>
  </div>
</template>

<style scoped>
.charts {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(210px, 1fr));
  gap: 8px 16px;
  margin: 8px 0;
}

.chart {
  margin: 0;
}

.canvas {
  height: 104px;
}
</style>
