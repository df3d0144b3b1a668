<script setup lang="ts">
import { ref, shallowRef, watch } from 'vue';
import type { Decision } from '@eldrun/core/decision';
import type { SavedDocument } from '@eldrun/contract';
import { ask } from '../../persistence/api.ts';
import { useProject } from '../../project/project.ts';
import { useNotices } from '../../persistence/notices.ts';
import DecisionLine from './DecisionLine.vue';
import OptionsSwitch from '../../components/OptionsSwitch.vue';

/** The decisions of a project, and whether they still stand. */
const project = useProject();
const notices = useNotices();
const decisions = shallowRef<SavedDocument<Decision>[] | null>(null);
const failure = ref('');

async function load(): Promise<void> {
  try {
    const listed = await ask('listDocuments', {
      params: { project: project.id },
      query: { kind: 'decision' },
    });
    decisions.value = (await Promise.all(
      listed
        .filter(({ untouched }) => untouched === null)
        .map(({ id }) => ask('readDocument', { params: { document: id } })),
    )) as SavedDocument<Decision>[];
    failure.value = '';
  } catch (error) {
    failure.value = (error as Error).message;
  }
}

async function remove({ id, name }: SavedDocument<Decision>): Promise<void> {
  try {
    await ask('binDocument', { params: { document: id } });
    await load();
    notices.undoable(`“${name}” is in the bin`, 'Its saved states went with it.', async () => {
      await ask('restoreDocument', { params: { document: id } });
      await load();
    });
  } catch (error) {
    notices.wrong('It was not moved to the bin', error);
  }
}

watch(
  () => project.id,
  () => void load(),
  { immediate: true },
);
</script>

<template>
  <OptionsSwitch />
  <div class="spaced">
    <h1>Decisions</h1>
    <p v-if="failure" class="wrong" role="alert">
      They could not be read: {{ failure }}
      <button type="button" class="action" @click="load">Try again</button>
    </p>
    <p v-else-if="!decisions" class="soft" role="status">Loading the decisions…</p>
    <div v-else-if="decisions.length === 0" class="empty">
      <p>None is recorded yet. Compare the options, then record which one is built and why.</p>
      <RouterLink class="action link" :to="{ name: 'options', params: { project: project.id } }"
        >Compare</RouterLink
      >
    </div>
    <ul v-else class="list">
      <DecisionLine
        v-for="decision in decisions"
        :key="decision.id"
        :saved="decision"
        @remove="remove(decision)"
      />
    </ul>
  </div>
</template>

<style scoped>
.link {
  display: flex;
  align-items: center;
  text-decoration: none;
}
</style>
