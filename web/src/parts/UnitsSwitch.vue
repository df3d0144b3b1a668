<script setup lang="ts">
import type { UnitSystem } from '@eldrun/core';

defineProps<{ units: UnitSystem }>();
const emit = defineEmits<{ change: [units: UnitSystem] }>();

const CHOICES: { units: UnitSystem; label: string; name: string }[] = [
  { units: 'imperial', label: 'in · R', name: 'Inches and R-values' },
  { units: 'metric', label: 'mm · U', name: 'Millimeters and SI' },
];
</script>

<template>
  <div class="units" role="group" aria-label="Units">
    <button
      v-for="choice in CHOICES"
      :key="choice.units"
      type="button"
      class="plain unit"
      :aria-pressed="units === choice.units"
      :aria-label="choice.name"
      @click="emit('change', choice.units)"
    >
      {{ choice.label }}
    </button>
  </div>
</template>

<style scoped>
.units {
  display: flex;
  white-space: nowrap;
}

.unit {
  min-height: 44px;
  padding: 0 8px;
  color: var(--soft);
}

.unit[aria-pressed='true'] {
  color: var(--ink);
  font-weight: 700;
  box-shadow:
    inset 0 -3px var(--marker),
    inset 0 -4px var(--ink);
}
</style>
