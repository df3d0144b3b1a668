<script setup lang="ts">
import { computed } from 'vue';
import type { UnitSystem } from '@eldrun/core/units';
import { lookedAt, type Conflict } from '@eldrun/core/layout';
import StatusMark from '../../components/StatusMark.vue';

/** What is wrong, what is worth a look, and what is in order. */
const props = defineProps<{
  conflicts: readonly Conflict[];
  notes: readonly Conflict[];
  units: UnitSystem;
  /** Said where nothing is to look at. */
  good: readonly string[];
}>();
const emit = defineEmits<{ go: [at: string] }>();

const found = computed(() => [
  ...lookedAt(props.conflicts, props.units).map((one) => ({ ...one, status: 'caution' as const })),
  ...lookedAt(props.notes, props.units).map((one) => ({ ...one, status: 'info' as const })),
]);
</script>

<template>
  <ul class="look">
    <li v-for="(one, i) in found" :key="`f${i}`">
      <StatusMark :status="one.status" />
      <button type="button" class="plain" @click="emit('go', one.at)">
        <strong>{{ one.place }}</strong>: {{ one.text }}
      </button>
    </li>
    <li v-for="(text, i) in good" :key="`g${i}`">
      <StatusMark status="pass" />
      <span>{{ text }}</span>
    </li>
  </ul>
</template>

<style scoped>
.look {
  display: grid;
  gap: 6px;
}

li {
  display: flex;
  align-items: flex-start;
  gap: 8px;
}

li > .plain {
  min-height: 24px;
}
</style>
