<script setup lang="ts">
import { ref } from 'vue';
import { useNotices } from '../../persistence/notices.ts';

/** Takes photos, by the camera where there is one. */
const props = defineProps<{ label: string; add: (file: File) => Promise<string> }>();
const emit = defineEmits<{ taken: [photo: string] }>();
const notices = useNotices();
const input = ref<HTMLInputElement | null>(null);

async function take(event: Event): Promise<void> {
  const field = event.target as HTMLInputElement;
  for (const file of field.files ?? [])
    try {
      emit('taken', await props.add(file));
    } catch (error) {
      notices.wrong('The photo was not taken', error);
    }
  field.value = '';
}
</script>

<template>
  <button type="button" class="action" @click="input?.click()">{{ label }}</button>
  <input
    ref="input"
    class="hidden-label"
    type="file"
    accept="image/*"
    capture="environment"
    multiple
    tabindex="-1"
    :aria-label="label"
    @change="take"
  />
</template>
