<script setup lang="ts">
import { useIntersectionObserver } from '@vueuse/core';
import { computed, ref, useTemplateRef } from 'vue';
import { useBench } from './bench.ts';
import ReadingCell from './ReadingCell.vue';
import { useReadings } from './readings.ts';
import SlimReadings from './SlimReadings.vue';

const bench = useBench();
const readings = useReadings();

/** Height of the header that they scroll under, px. */
const HEADER = 52;

/** Whether the readings have scrolled away above: a thin line of them stays. */
const box = useTemplateRef<HTMLElement>('box');
const gone = ref(false);
useIntersectionObserver(
  box,
  ([entry]) => {
    gone.value = !entry!.isIntersecting && entry!.boundingClientRect.top < HEADER;
  },
  { rootMargin: `-${HEADER}px 0px 0px 0px` },
);
const slim = computed(() =>
  readings.value.map(({ name, shown: { text, unit } }) => ({
    name,
    text: `${text} ${unit}`.trim(),
  })),
);

function explain(name: string): void {
  bench.explanation = readings.value.find((reading) => reading.name === name)?.open?.() ?? null;
}
</script>

<template>
  <section ref="box" class="readings" aria-label="Readings">
    <ReadingCell
      v-for="{ open, shown, ...reading } in readings"
      :key="reading.name"
      v-bind="reading"
      :value="shown.text"
      :unit="shown.unit"
      :opens="open !== null"
      @open="explain(reading.name)"
    />
    <SlimReadings v-if="gone" :readings="slim" />
  </section>
</template>

<style scoped>
.readings {
  display: grid;
  grid-template-columns: repeat(6, minmax(0, 1fr));
  gap: 8px 16px;
  padding: 2px 0;
  border-top: 2px solid var(--soft);
}

@media (max-width: 1000px) {
  .readings {
    grid-template-columns: repeat(3, minmax(0, 1fr));
  }
}

@media (max-width: 500px) {
  .readings {
    grid-template-columns: repeat(2, minmax(0, 1fr));
  }
}
</style>
