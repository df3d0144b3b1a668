<script setup lang="ts">
/** How the lines through an edge are drawn, and how far its isotherms lie apart. */
defineProps<{ isotherms: string }>();
</script>

<template>
  <p class="legend small">
    <span
      ><svg width="34" height="8" aria-hidden="true"><path d="M3 4h30" class="air" /></svg>air</span
    >
    <span
      ><svg width="34" height="8" aria-hidden="true"><path d="M1 4h32" class="water" /></svg
      >water</span
    >
    <span
      ><svg width="34" height="8" aria-hidden="true"><path d="M1 4h32" class="insulation" /></svg
      >insulation</span
    >
    <span
      ><svg width="12" height="12" aria-hidden="true">
        <circle cx="6" cy="6" r="3.2" class="sealed" /></svg
      >seal or lap</span
    >
    <span
      ><svg width="16" height="16" aria-hidden="true">
        <path d="M8 1l7 7-7 7-7-7z" class="broken" /></svg
      >break</span
    >
    <span v-if="isotherms">{{ isotherms }}</span>
  </p>
</template>

<style scoped>
.legend {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 14px;
  color: var(--soft);
}

span {
  display: inline-flex;
  align-items: center;
  gap: 5px;
}

.air {
  stroke: var(--ink);
  stroke-width: 3;
  stroke-dasharray: 0.1 6;
  stroke-linecap: round;
}

.water {
  stroke: var(--water);
  stroke-width: 2.4;
  stroke-dasharray: 9 5;
}

.insulation {
  stroke: var(--wood);
  stroke-width: 1.6;
  stroke-dasharray: 14 4 3 4;
}

.sealed {
  fill: var(--sheet);
  stroke: var(--ink);
}

.broken {
  fill: var(--fail);
}
</style>
