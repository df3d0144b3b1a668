<script setup lang="ts">
import Dialog from 'primevue/dialog';
import { computed } from 'vue';
import { useProject } from '../project/project.ts';
import { useWall } from '../project/wall.ts';
import { useKeptAside } from './kept-aside.ts';
import WallDifferences from './WallDifferences.vue';

const project = useProject();
const wall = useWall();
const keepAside = useKeptAside();

const about = computed(() => {
  if (wall.saveState.kind === 'conflict') return 'wall';
  return project.saveState.kind === 'conflict' ? 'project' : null;
});
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
    <div class="choices spaced">
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
        <button class="action" type="button" autofocus @click="keepAside(wall.keepBoth)">
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
