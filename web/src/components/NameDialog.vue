<script setup lang="ts">
import Dialog from 'primevue/dialog';
import InputText from 'primevue/inputtext';
import { ref, useId, watch } from 'vue';

/** Asks for a name; the slot may ask for more. */
const props = defineProps<{ header: string; action: string; name: string; label?: string }>();
const visible = defineModel<boolean>('visible', { required: true });
const emit = defineEmits<{ take: [name: string] }>();

const id = useId();
const text = ref('');
const wrong = ref('');

watch(
  visible,
  (open) => {
    if (!open) return;
    text.value = props.name;
    wrong.value = '';
  },
  { immediate: true },
);

function take(): void {
  const name = text.value.trim();
  if (name.length === 0 || name.length > 200) {
    wrong.value = name ? 'At most 200 characters.' : 'Give it a name.';
    return;
  }
  emit('take', name);
  visible.value = false;
}
</script>

<template>
  <Dialog
    v-model:visible="visible"
    modal
    :header="header"
    :style="{ width: '420px', maxWidth: '96vw' }"
  >
    <form class="form" @submit.prevent="take">
      <div class="field">
        <label :for="id">{{ label ?? 'Name' }}</label>
        <InputText :id="id" v-model="text" autofocus :invalid="wrong !== ''" autocomplete="off" />
        <span v-if="wrong" class="wrong" role="alert">{{ wrong }}</span>
      </div>
      <slot />
      <button class="action ink" type="submit">{{ action }}</button>
    </form>
  </Dialog>
</template>

<style scoped>
.form {
  display: grid;
  gap: 14px;
}
</style>
