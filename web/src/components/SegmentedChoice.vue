<script setup lang="ts" generic="T extends string">
import SelectButton from 'primevue/selectbutton';

/** One of a few choices, side by side. */
defineProps<{
  /** What is chosen, for those who do not see it. */
  label: string;
  value: T;
  /** `name` says in full what a short label means. */
  options: readonly { value: T; label: string; name?: string }[];
}>();
const emit = defineEmits<{ take: [value: T] }>();
</script>

<template>
  <SelectButton
    class="segments"
    :model-value="value"
    :options="[...options]"
    option-label="label"
    option-value="value"
    :allow-empty="false"
    unstyled
    :aria-label="label"
    @update:model-value="(taken: T) => emit('take', taken)"
  >
    <template #option="{ option }">
      <template v-if="option.name">
        <span aria-hidden="true">{{ option.label }}</span>
        <span class="hidden-label">{{ option.name }}</span>
      </template>
      <template v-else>{{ option.label }}</template>
    </template>
  </SelectButton>
</template>

<style scoped>
.segments {
  display: inline-flex;
  white-space: nowrap;
}

.segments :deep(button) {
  position: relative;
  min-height: 44px;
  padding: 0 8px;
  border: 0;
  background: none;
  color: inherit;
  font: inherit;
  cursor: pointer;
}

.segments :deep(button[aria-pressed='true']) {
  font-weight: 700;
}
</style>
