<script setup lang="ts">
import Dialog from 'primevue/dialog';
import { ref, watch } from 'vue';
import type { ListedDocument } from '@eldrun/contract';
import { ask } from '../../persistence/api.ts';
import { useNotices } from '../../persistence/notices.ts';
import { useProject } from '../../project/project.ts';
import { useWallActions } from './wall-actions.ts';

/** What was deleted in this project: taken back with all its saved states, or gone for good on request. */
const visible = defineModel<boolean>('visible', { required: true });
const project = useProject();
const notices = useNotices();
const actions = useWallActions();

const binned = ref<ListedDocument[] | null>(null);
const problem = ref('');
/** Emptying asks once more. */
const sure = ref(false);

async function load(): Promise<void> {
  binned.value = null;
  problem.value = '';
  sure.value = false;
  try {
    binned.value = await ask('listDocuments', {
      params: { project: project.id },
      query: { bin: true },
    });
  } catch (error) {
    problem.value = (error as Error).message;
  }
}
watch(visible, (now) => now && void load(), { immediate: true });

const when = (time: string | null): string =>
  new Date(time ?? 0).toLocaleString('en-US', { dateStyle: 'medium', timeStyle: 'short' });

async function restore({ id }: ListedDocument): Promise<void> {
  visible.value = false;
  await actions.restore(id);
}

async function empty(): Promise<void> {
  try {
    await ask('emptyBin', { params: { project: project.id } });
    await load();
  } catch (error) {
    notices.wrong('The bin was not emptied', error);
  }
}
</script>

<template>
  <Dialog
    v-model:visible="visible"
    modal
    dismissable-mask
    header="Bin"
    :style="{ width: '640px', maxWidth: '96vw' }"
  >
    <p v-if="problem" class="problem wrong" role="alert">
      The bin could not be read: {{ problem }}
      <button type="button" class="action" @click="load">Try again</button>
    </p>
    <p v-else-if="!binned" class="soft" role="status">Loading…</p>
    <p v-else-if="binned.length === 0" class="soft">Nothing is in the bin of this project.</p>
    <template v-else>
      <ul class="binned">
        <li v-for="one in binned" :key="one.id">
          <span>
            <strong>{{ one.name }}</strong>
            <span class="small soft when">{{ one.kind }}, deleted {{ when(one.deletedAt) }}</span>
          </span>
          <button type="button" class="action" @click="restore(one)">Take back</button>
        </li>
      </ul>
      <p class="emptying">
        <button v-if="!sure" type="button" class="action" @click="sure = true">
          Empty the bin…
        </button>
        <template v-else>
          <strong>All of it, with its saved states, goes for good.</strong>
          <button type="button" class="action ink" @click="empty">Empty it</button>
          <button type="button" class="action" @click="sure = false">Keep it</button>
        </template>
      </p>
    </template>
  </Dialog>
</template>

<style scoped>
.binned li {
  display: flex;
  align-items: center;
  justify-content: space-between;
  gap: 12px;
  min-height: 52px;
  border-bottom: 1px solid var(--line);
}

.when {
  display: block;
}

.emptying {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px 12px;
  margin-top: 12px;
}
</style>
