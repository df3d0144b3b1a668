<script setup lang="ts">
import Dialog from 'primevue/dialog';
import InputText from 'primevue/inputtext';
import { ref, useId, watch } from 'vue';

/** Asks for a name and a reason before something is done against a rule. */
defineProps<{ header: string; why: string; action: string }>();
const visible = defineModel<boolean>('visible', { required: true });
const emit = defineEmits<{ take: [answer: { by: string; reason: string }] }>();

const id = useId();
const by = ref('');
const reason = ref('');
const wrong = ref('');
watch(visible, (open) => {
  if (open) reason.value = wrong.value = '';
});

function take(): void {
  const answer = { by: by.value.trim(), reason: reason.value.trim() };
  if (!answer.by || !answer.reason) {
    wrong.value = 'A name and a reason are asked for: somebody has to answer for it.';
    return;
  }
  emit('take', answer);
  visible.value = false;
}
</script>

<template>
  <Dialog
    v-model:visible="visible"
    modal
    :header="header"
    :style="{ width: '460px', maxWidth: '96vw' }"
  >
    <form class="spaced" @submit.prevent="take">
      <p>{{ why }}</p>
      <div class="field">
        <label :for="`${id}-by`">Who answers for it</label>
        <InputText :id="`${id}-by`" v-model="by" maxlength="200" autocomplete="off" autofocus />
      </div>
      <div class="field">
        <label :for="`${id}-reason`">Why</label>
        <InputText :id="`${id}-reason`" v-model="reason" maxlength="2000" autocomplete="off" />
      </div>
      <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
      <button class="action ink" type="submit">{{ action }}</button>
    </form>
  </Dialog>
</template>
