<script setup lang="ts">
import { BarChart, LineChart } from 'echarts/charts';
import { GridComponent, LegendComponent, TooltipComponent } from 'echarts/components';
import { use } from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';
import { computed } from 'vue';
import VChart from 'vue-echarts';
import { format, MONTHS, type Monthly, type UnitSystem } from '@eldrun/core';

use([LineChart, BarChart, GridComponent, LegendComponent, TooltipComponent, SVGRenderer]);

const props = defineProps<{
  outdoor: { temperature: Monthly; relativeHumidity: Monthly };
  units: UnitSystem;
}>();

const shown = (quantity: 'temperature' | 'relativeHumidity', value: number): number =>
  Number(format(quantity, value, props.units).text.replace('−', '-'));

const option = computed(() => ({
  animation: false,
  textStyle: { fontFamily: 'Archivo Variable', color: '#16211e' },
  grid: { left: 48, right: 48, top: 40, bottom: 24 },
  legend: { top: 0, left: 0, itemHeight: 8, textStyle: { color: '#16211e' } },
  tooltip: { trigger: 'axis', borderColor: '#16211e', borderWidth: 1 },
  xAxis: {
    type: 'category',
    data: MONTHS.map((month) => month.slice(0, 3)),
    axisLabel: { color: '#4a5a56' },
    axisLine: { lineStyle: { color: '#74837d' } },
  },
  yAxis: [
    {
      type: 'value',
      axisLabel: {
        color: '#4a5a56',
        formatter: `{value} ${props.units === 'imperial' ? '°F' : '°C'}`,
      },
      splitLine: { lineStyle: { color: '#dde3e0' } },
    },
    {
      type: 'value',
      min: 0,
      max: 100,
      axisLabel: { color: '#4a5a56', formatter: '{value} %' },
      splitLine: { show: false },
    },
  ],
  series: [
    {
      name: 'Relative humidity',
      type: 'bar',
      yAxisIndex: 1,
      data: props.outdoor.relativeHumidity.map((rh) => shown('relativeHumidity', rh)),
      itemStyle: { color: '#c3ccc8' },
      barWidth: '40%',
    },
    {
      name: 'Mean temperature',
      type: 'line',
      data: props.outdoor.temperature.map((t) => shown('temperature', t)),
      lineStyle: { color: '#16211e', width: 2 },
      itemStyle: { color: '#16211e' },
      symbol: 'rect',
      symbolSize: 6,
    },
  ],
}));
</script>

<template>
  <VChart
    class="chart"
    :option="option"
    autoresize
    role="img"
    aria-label="Mean temperature and relative humidity by month; the table below has the figures"
  />
</template>

<style scoped>
.chart {
  height: 220px;
  margin: 8px 0;
}
</style>
