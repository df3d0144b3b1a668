<script setup lang="ts">
import Dialog from 'primevue/dialog';
import { computed } from 'vue';
import { useRouter } from 'vue-router';
import { useNotices } from '../notices.ts';
import { useProject } from '../stores/project.ts';
import { useWall } from '../stores/wall.ts';
import WallDifferences from './WallDifferences.vue';

const router = useRouter();
const project = useProject();
const wall = useWall();
const notices = useNotices();

const about = computed(() => {
  if (wall.saveState.kind === 'conflict') return 'wall';
  return project.saveState.kind === 'conflict' ? 'project' : null;
});

async function keepBoth(): Promise<void> {
  try {
    const id = await wall.keepBoth();
    await project.refresh();
    await router.push({ name: 'build-up', params: { project: project.id, wall: id } });
    notices.done('Both are kept', 'Your version is a wall of its own.');
  } catch (error) {
    notices.wrong('Your version could not be kept as a wall of its own', error);
  }
}
</script>

<template>
  <Dialog
    :visible="about !== null"
    modal
    :closable="false"
    :close-on-escape="false"
    header="Somebody saved a newer state"
    :style="{ width: '520px', maxWidth: '96vw' }"
  >
    <div class="choices">
      <p>
        This {{ about }} was saved from another page while you edited it here. Nothing is lost:
        choose what the newest state is to be. Older states stay in its history.
      </p>
      <template v-if="about === 'wall'">
        <WallDifferences
          v-if="wall.theirs && wall.document"
          :first="wall.theirs.document"
          :first-name="`Theirs, rev. ${wall.theirs.revision}`"
          :second="wall.document"
          second-name="Yours, not saved"
        />
        <button class="action" type="button" autofocus @click="keepBoth">
          Keep both: mine as a wall of its own
        </button>
        <button class="action" type="button" @click="wall.keepMine">Keep mine as the newest</button>
        <button class="action" type="button" @click="wall.takeTheirs">
          Take theirs, drop mine
        </button>
      </template>
      <template v-else-if="about === 'project'">
        <button class="action" type="button" autofocus @click="project.keepMine">
          Keep my brief as the newest
        </button>
        <button class="action" type="button" @click="project.takeTheirs">
          Take theirs, drop mine
        </button>
      </template>
    </div>
  </Dialog>
</template>

<style scoped>
.choices {
  display: grid;
  gap: 10px;
}
</style>
