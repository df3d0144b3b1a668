<script setup lang="ts">
import Dialog from 'primevue/dialog';
import InputText from 'primevue/inputtext';
import Textarea from 'primevue/textarea';
import { computed, reactive, ref, useId } from 'vue';
import { useRouter } from 'vue-router';
import { DECISION_FORMAT, type Decision } from '@eldrun/core/decision';
import { ask } from '../../persistence/api.ts';
import ChoiceField from '../../components/ChoiceField.vue';
import type { ComparedWall } from '../../project/options.ts';
import { useProject } from '../../project/project.ts';
import { today } from '../../components/day.ts';
import { decidedOption } from './decided.ts';

/** Records which of the compared walls is built, and why; bound to the states that they are in now. */
const props = defineProps<{ walls: readonly ComparedWall[] }>();
const visible = defineModel<boolean>('visible', { required: true });
const router = useRouter();
const project = useProject();
const id = useId();

const name = ref(project.document?.name ?? '');
const chosen = ref(props.walls[0]!.id);
const why = ref('');
const decidedBy = ref('');
const decidedOn = ref(today());
const rejected = reactive<Record<string, string>>({});
const wrong = ref('');
const busy = ref(false);

const choices = computed(() =>
  props.walls.map((wall) => ({ value: wall.id, label: `${wall.letter}  ${wall.name}` })),
);
const others = computed(() => props.walls.filter((wall) => wall.id !== chosen.value));

async function record(): Promise<void> {
  busy.value = true;
  wrong.value = '';
  const document: Decision = {
    format: DECISION_FORMAT,
    version: 1,
    name: name.value.trim(),
    chosen: chosen.value,
    why: why.value.trim(),
    decidedBy: decidedBy.value.trim(),
    decidedOn: decidedOn.value,
    options: props.walls.map((wall) => {
      const reason = wall.id === chosen.value ? '' : (rejected[wall.id] ?? '').trim();
      return { ...decidedOption(wall), ...(reason ? { rejected: reason } : {}) };
    }),
    brief: project.document!.brief,
  };
  try {
    const saved = await ask('createDocument', {
      params: { project: project.id },
      body: { kind: 'decision', document },
    });
    visible.value = false;
    await router.push({ name: 'decision', params: { project: project.id, decision: saved.id } });
  } catch (error) {
    wrong.value = (error as Error).message;
  }
  busy.value = false;
}
</script>

<template>
  <Dialog
    v-model:visible="visible"
    modal
    header="Record the decision"
    :style="{ width: 'min(640px, 94vw)' }"
  >
    <form class="record spaced" @submit.prevent="record">
      <div class="field">
        <label :for="`${id}-name`">What is decided on</label>
        <InputText :id="`${id}-name`" v-model="name" required maxlength="200" autocomplete="off" />
      </div>
      <ChoiceField
        label="Built is"
        :value="chosen"
        :options="choices"
        @take="(of) => (chosen = of)"
      />
      <div class="field">
        <label :for="`${id}-why`">Why</label>
        <Textarea :id="`${id}-why`" v-model="why" rows="3" maxlength="4000" />
      </div>
      <div v-for="wall in others" :key="wall.id" class="field">
        <label :for="`${id}-${wall.id}`"
          >{{ wall.letter }} {{ wall.name }} is not built because</label
        >
        <InputText
          :id="`${id}-${wall.id}`"
          v-model="rejected[wall.id]"
          maxlength="2000"
          autocomplete="off"
        />
      </div>
      <div class="pair">
        <div class="field">
          <label :for="`${id}-by`">Decided by</label>
          <InputText :id="`${id}-by`" v-model="decidedBy" maxlength="200" autocomplete="off" />
        </div>
        <div class="field">
          <label :for="`${id}-on`">On</label>
          <InputText :id="`${id}-on`" v-model="decidedOn" type="date" required />
        </div>
      </div>
      <p class="soft">
        The record keeps the walls and the brief as they are now, and says so when one of them, a
        price or a figure changes after.
      </p>
      <p v-if="wrong" class="wrong" role="alert">It was not recorded: {{ wrong }}</p>
      <p>
        <button type="submit" class="action ink" :disabled="busy">Record</button>
      </p>
    </form>
  </Dialog>
</template>

<style scoped>
.pair {
  display: grid;
  grid-template-columns: 1fr 180px;
  gap: 12px;
}
</style>
