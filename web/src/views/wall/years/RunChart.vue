<script setup lang="ts">
import { BarChart, LineChart } from 'echarts/charts';
import {
  GridComponent,
  LegendComponent,
  MarkLineComponent,
  TooltipComponent,
} from 'echarts/components';
import { use, type EChartsCoreOption } from 'echarts/core';
import { CanvasRenderer } from 'echarts/renderers';
import { onBeforeUnmount, shallowRef, watch } from 'vue';
import VChart from 'vue-echarts';
import { inTurn, outOfTurn } from '../../../in-turn.ts';

/** A chart of a run. While results stream in, each chart is drawn anew in a frame of its own. */
const props = defineProps<{ chart: { title: string; build: () => EChartsCoreOption } }>();

use([
  BarChart,
  LineChart,
  GridComponent,
  LegendComponent,
  MarkLineComponent,
  TooltipComponent,
  CanvasRenderer,
]);

const owner = Symbol('chart');
const option = shallowRef<EChartsCoreOption | null>(null);
watch(
  () => props.chart,
  () => inTurn(owner, () => (option.value = props.chart.build())),
  { immediate: true },
);
onBeforeUnmount(() => outOfTurn(owner));
</script>

<template>
  <figure>
    <figcaption>{{ chart.title }}</figcaption>
    <div class="plot">
      <VChart
        v-if="option"
        class="chart"
        :option="option"
        :update-options="{ replaceMerge: ['series'] }"
        autoresize
        role="img"
        :aria-label="`${chart.title}; the table has the figures by month`"
      />
      <slot />
    </div>
  </figure>
</template>

<style scoped>
figure {
  margin: 0;
  min-width: 0;
}

figcaption {
  font-weight: 700;
}

.plot {
  position: relative;
  min-height: 190px;
}

.chart {
  height: 190px;
}
</style>
