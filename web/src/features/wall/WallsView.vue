<script setup lang="ts">
import { ref, watchEffect } from 'vue';
import { useRouter } from 'vue-router';
import { useDroppedFile } from '../../components/dropped-file.ts';
import { useNotices } from '../../persistence/notices.ts';
import NameDialog from '../../components/NameDialog.vue';
import { useProject } from '../../project/project.ts';
import BinDialog from './BinDialog.vue';
import { useWallActions } from './wall-actions.ts';

const router = useRouter();
const project = useProject();
const notices = useNotices();
const actions = useWallActions();
useDroppedFile(actions.openFile);
const naming = ref(false);
const binShown = ref(false);

// A project's first wall is what “Wall” means; without one, this page offers to start it.
watchEffect(() => {
  const first = project.walls[0];
  if (first)
    void router.replace({ name: 'build-up', params: { project: project.id, wall: first.id } });
});

async function create(name: string): Promise<void> {
  try {
    await actions.create(name);
  } catch (error) {
    notices.wrong('The wall was not created', error);
  }
}
</script>

<template>
  <div v-if="project.walls.length === 0" class="empty">
    <h1>No wall yet</h1>
    <p>Start one, or drop a wall file on this page.</p>
    <p class="choices">
      <button class="action ink" type="button" @click="naming = true">New wall</button>
      <button class="action" type="button" @click="binShown = true">Bin…</button>
    </p>
    <BinDialog v-if="binShown" v-model:visible="binShown" />
    <NameDialog v-model:visible="naming" header="New wall" action="Create" name="" @take="create" />
  </div>
</template>

<style scoped>
.choices {
  display: flex;
  gap: 8px;
}
</style>
