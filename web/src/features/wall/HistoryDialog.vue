<script setup lang="ts">
import Dialog from 'primevue/dialog';
import { ref, watch } from 'vue';
import type { Command } from '@eldrun/core/wall';
import type { Revision } from '@eldrun/contract';
import { ask } from '../../persistence/api.ts';
import { useNotices } from '../../persistence/notices.ts';
import { useBaseline } from './baseline.ts';
import { useWall } from '../../project/wall.ts';

/** The wall's saved states with the steps that led to each: laid over as a baseline, or gone back to as one more step. */
const visible = defineModel<boolean>('visible', { required: true });
const emit = defineEmits<{ run: [name: string, commands: Command[]] }>();
const wall = useWall();
const baseline = useBaseline();
const notices = useNotices();

const revisions = ref<Revision[] | null>(null);
const problem = ref('');

async function load(): Promise<void> {
  revisions.value = null;
  problem.value = '';
  try {
    revisions.value = await ask('listRevisions', { params: { document: wall.id } });
  } catch (error) {
    problem.value = (error as Error).message;
  }
}
watch(visible, (now) => now && void load(), { immediate: true });

const when = (savedAt: string): string =>
  new Date(savedAt).toLocaleString('en-US', { dateStyle: 'medium', timeStyle: 'short' });

/** The steps in a line; what was done several times on end is said once. */
function stepsText({ steps }: Revision): string {
  const runs: { step: string; times: number }[] = [];
  for (const step of steps)
    if (runs.at(-1)?.step === step) runs.at(-1)!.times++;
    else runs.push({ step, times: 1 });
  return runs.map(({ step, times }) => (times > 1 ? `${step}, ${times} times` : step)).join('; ');
}

async function layOver({ revision }: Revision): Promise<void> {
  try {
    await baseline.choose({ revision });
    baseline.layOver();
    visible.value = false;
  } catch (error) {
    notices.wrong('It was not laid over', error);
  }
}

async function giveName(one: Revision, name: string): Promise<void> {
  try {
    const named = await ask('nameRevision', {
      params: { document: wall.id, revision: String(one.revision) },
      body: { name: name.trim() || null },
    });
    revisions.value = revisions.value!.map((other) =>
      other.revision === named.revision ? named : other,
    );
  } catch (error) {
    notices.wrong('It was not named', error);
  }
}

async function goBack({ revision }: Revision): Promise<void> {
  try {
    const { document } = await ask('readWallRevision', {
      params: { wall: wall.id, revision: String(revision) },
    });
    emit('run', `Back to rev. ${revision}`, [{ type: 'replaceAll', wall: document }]);
    visible.value = false;
  } catch (error) {
    notices.wrong('It was not taken back', error);
  }
}
</script>

<template>
  <Dialog
    v-model:visible="visible"
    modal
    dismissable-mask
    header="Saved states"
    :style="{ width: '860px', maxWidth: '96vw' }"
  >
    <p v-if="problem" class="problem wrong" role="alert">
      The saved states could not be read: {{ problem }}
      <button type="button" class="action" @click="load">Try again</button>
    </p>
    <p v-else-if="!revisions" class="soft" role="status">Loading…</p>
    <template v-else>
      <p class="small soft">
        States of one burst of editing are thinned out to one in ten minutes after a day. The first,
        the newest, named ones and those that a decision rests on stay.
      </p>
      <table class="table">
        <thead>
          <tr>
            <th scope="col">State</th>
            <th scope="col" class="left">Steps that led to it</th>
            <th scope="col"><span class="hidden-label">What to do with it</span></th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(one, i) in revisions" :key="one.revision" :data-revision="one.revision">
            <th scope="row">
              rev. {{ one.revision }}<br /><span class="small soft">{{ when(one.savedAt) }}</span>
            </th>
            <td class="left">
              {{ stepsText(one) || 'first saved' }}
              <input
                class="name"
                :value="one.name ?? ''"
                :aria-label="`Name of rev. ${one.revision}`"
                placeholder="Name it to keep it for good"
                maxlength="200"
                @change="giveName(one, ($event.target as HTMLInputElement).value)"
              />
            </td>
            <td>
              <span v-if="i === 0" class="soft">as it is now</span>
              <span v-else class="doing">
                <button type="button" class="action" @click="layOver(one)">Lay over</button>
                <button type="button" class="action" @click="goBack(one)">Go back to it</button>
              </span>
            </td>
          </tr>
        </tbody>
      </table>
    </template>
  </Dialog>
</template>

<style scoped>
.table .left {
  text-align: left;
}

.name {
  display: block;
  width: 100%;
  max-width: 320px;
  margin-top: 4px;
  padding: 2px 6px;
  border: 1px solid transparent;
  border-bottom-color: var(--line);
  background: none;
  font: inherit;
}

.name:hover,
.name:focus {
  border-color: var(--ink);
}

.doing {
  display: inline-flex;
  gap: 8px;
  white-space: nowrap;
}
</style>
