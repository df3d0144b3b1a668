<script setup lang="ts">
import { messageText, type UnitSystem } from '@eldrun/core/units';
import type { EdgeFinding, EdgeSection } from '@eldrun/core/edges';
import EdgeFacts from './EdgeFacts.vue';
import EdgeFindings from './EdgeFindings.vue';

/** What follows from the layers, in which order it is built, what to look at: of one edge. */
defineProps<{
  section: EdgeSection;
  findings: readonly EdgeFinding[];
  units: UnitSystem;
}>();
</script>

<template>
  <div class="columns">
    <section aria-labelledby="follows">
      <h2 id="follows">Follows from the layers</h2>
      <EdgeFacts :measures="section.measures" :units="units" />
      <slot />
    </section>
    <section aria-labelledby="in-order">
      <h2 id="in-order">In order</h2>
      <ol class="steps">
        <li v-for="(step, i) in section.steps" :key="i">{{ messageText(step, units) }}</li>
      </ol>
    </section>
    <section aria-labelledby="to-look-at">
      <h2 id="to-look-at">To look at</h2>
      <EdgeFindings :findings="findings" :units="units" />
    </section>
  </div>
</template>

<style scoped>
.columns {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(320px, 1fr));
  gap: 8px 24px;
}

.steps {
  counter-reset: step;
}

.steps li {
  display: grid;
  grid-template-columns: 22px 1fr;
  padding: 4px 0;
  border-bottom: 1px solid var(--line);
  counter-increment: step;
}

.steps li::before {
  content: counter(step);
  color: var(--soft);
  font-weight: 700;
}
</style>
