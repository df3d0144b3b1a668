<script setup lang="ts" generic="V">
import Select from 'primevue/select';
import { useId } from 'vue';

defineProps<{
  label: string;
  value: V;
  options: { label: string; value: V }[];
  filter?: boolean;
}>();
const emit = defineEmits<{ take: [value: V] }>();
const id = useId();
</script>

<template>
  <div class="field">
    <span :id="`${id}-label`" class="label">{{ label }}</span>
    <Select
      :model-value="value"
      :options="options"
      option-label="label"
      option-value="value"
      :aria-labelledby="`${id}-label`"
      :filter="filter ?? false"
      auto-filter-focus
      @update:model-value="(chosen: V) => emit('take', chosen)"
    />
  </div>
</template>
