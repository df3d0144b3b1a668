<script setup lang="ts">
import { computed } from 'vue';
import { formatText, type UnitSystem } from '@eldrun/core/units';
import type { ConnectionResult } from '@eldrun/core/attachment';

/** How much of what a connection carries is asked of it: a bar each, the limit marked. */
const props = defineProps<{ result: ConnectionResult; units: UnitSystem }>();

/** Bars end at this use. */
const SCALE = 1.5;

const bars = computed(() =>
  (
    [
      ['weight', 'Weight', props.result.shearUse],
      ['suction', 'Suction', props.result.suctionUse],
      ['both', 'Both at once', props.result.combinedUse],
    ] as const
  ).map(([id, name, use]) => ({
    id,
    name,
    over: use > 1,
    width: `${(100 * Math.min(use, SCALE)) / SCALE}%`,
    text: formatText('share', use, props.units),
  })),
);
const limit = `${100 / SCALE}%`;
</script>

<template>
  <div class="uses">
    <template v-for="bar in bars" :key="bar.id">
      <span>{{ bar.name }}</span>
      <span class="bar" aria-hidden="true">
        <i :class="{ over: bar.over }" :style="{ width: bar.width }"></i>
        <i class="limit" :style="{ left: limit }"></i>
      </span>
      <b :data-use="bar.id" :class="{ over: bar.over }">{{ bar.text }}</b>
    </template>
  </div>
</template>

<style scoped>
.uses {
  display: grid;
  grid-template-columns: auto 1fr 44px;
  gap: 4px 10px;
  align-items: center;
}

.bar {
  position: relative;
  height: 10px;
  border: 1px solid var(--ink);
  background: var(--sheet);
}

.bar i {
  position: absolute;
  inset: 0 auto 0 0;
  background: var(--ink);
}

.bar i.over {
  background: repeating-linear-gradient(45deg, var(--fail) 0 5px, var(--sheet) 5px 7px);
}

.bar .limit {
  inset: -4px auto -4px;
  width: 2px;
  outline: 1px solid var(--sheet);
}

b {
  text-align: right;
}

b.over {
  color: var(--fail);
}
</style>
