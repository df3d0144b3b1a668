<script setup lang="ts">
import type { EChartsCoreOption } from 'echarts/core';
import { onBeforeUnmount, shallowRef, watch } from 'vue';
import { Chart } from '../../../charts/chart.ts';
import { inTurn, outOfTurn } from '../../../charts/in-turn.ts';

/** A chart of a run. While results stream in, each chart is drawn anew in a frame of its own. */
const props = defineProps<{ chart: { title: string; build: () => EChartsCoreOption } }>();

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
      <Chart
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
