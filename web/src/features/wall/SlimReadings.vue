<script setup lang="ts">
import StatusMark from '../../components/StatusMark.vue';
import { useJudgment } from '../../project/judgment.ts';

/** The readings in a line under the header, once those below the drawing have scrolled away. */
defineProps<{ readings: readonly { name: string; text: string }[] }>();
const judging = useJudgment();
</script>

<template>
  <!-- It says again what stands in the page. -->
  <div class="slim small" aria-hidden="true">
    <span v-for="{ name, text } in readings" :key="name"
      ><span class="soft">{{ name }}</span> <strong>{{ text }}</strong></span
    >
    <StatusMark v-if="judging.judgment" :status="judging.judgment.moisture" word />
  </div>
</template>

<style scoped>
.slim {
  position: fixed;
  z-index: 4;
  inset: var(--header) 0 auto 96px;
  display: flex;
  justify-content: space-between;
  gap: 4px 16px;
  padding: 7px 20px 7px 16px;
  border-bottom: 1px solid var(--line);
  background: var(--sheet);
  white-space: nowrap;
}

@media (max-width: 1000px) {
  .slim .soft {
    font-stretch: 80%;
  }
}

@media (max-width: 700px) {
  .slim {
    left: 0;
    overflow: hidden;
  }
}
</style>
