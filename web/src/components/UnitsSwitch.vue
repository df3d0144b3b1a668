<script setup lang="ts">
import type { UnitSystem } from '@eldrun/core/units';
import SegmentedChoice from './SegmentedChoice.vue';

defineProps<{ units: UnitSystem }>();
const emit = defineEmits<{ change: [units: UnitSystem] }>();

const CHOICES: { value: UnitSystem; label: string; name: string }[] = [
  { value: 'imperial', label: 'in · R', name: 'Inches and R-values' },
  { value: 'metric', label: 'mm · U', name: 'Millimeters and SI' },
];
</script>

<template>
  <SegmentedChoice
    class="units"
    label="Units"
    :value="units"
    :options="CHOICES"
    @take="(chosen) => emit('change', chosen)"
  />
</template>

<style scoped>
.units :deep(button) {
  color: var(--soft);
}

.units :deep(button[aria-pressed='true']) {
  color: var(--ink);
  box-shadow:
    inset 0 -3px var(--marker),
    inset 0 -4px var(--ink);
}
</style>
