<script setup lang="ts">
import { computed } from 'vue';
import { messageText, type UnitSystem } from '@eldrun/core/units';
import type { EdgeFinding } from '@eldrun/core/edges';
import StatusMark from '../../components/StatusMark.vue';

/** What is found of an edge, worst first; each opens to its reason. */
const props = defineProps<{ findings: readonly EdgeFinding[]; units: UnitSystem }>();
const text = (message: EdgeFinding['title']): string => messageText(message, props.units);
/** Two walls may say the same of one thing. */
const each = computed(() =>
  props.findings.filter(
    (one, i, all) => all.findIndex((other) => text(other.title) === text(one.title)) === i,
  ),
);
</script>

<template>
  <ul class="findings">
    <li v-for="one in each" :key="text(one.title)">
      <StatusMark :status="one.status" />
      <details>
        <summary>{{ text(one.title) }}</summary>
        <p class="small soft">{{ text(one.reason) }}</p>
      </details>
    </li>
  </ul>
</template>

<style scoped>
.findings {
  display: grid;
  gap: 4px;
}

li {
  display: flex;
  align-items: flex-start;
  gap: 8px;
}

li > .mark {
  padding-top: 3px;
}

summary {
  min-height: 24px;
  cursor: pointer;
}
</style>
