<script setup lang="ts">
import Dialog from 'primevue/dialog';
import { computed } from 'vue';
import { useProject } from '../project/project.ts';
import { useWall } from '../project/wall.ts';
import { useKeptAside } from './kept-aside.ts';
import WallDifferences from './WallDifferences.vue';

/** Edits that another page left unsaved, one after the other, until each has found its place. */
const project = useProject();
const wall = useWall();
const keepAside = useKeptAside();

const ofWall = computed(() => (wall.document ? wall.left[0] : undefined));
const ofProject = computed(() => (ofWall.value ? undefined : project.left[0]));
/** A conflict is settled first. */
const shown = computed(
  () =>
    wall.saveState.kind !== 'conflict' &&
    project.saveState.kind !== 'conflict' &&
    (ofWall.value ?? ofProject.value) !== undefined,
);
const when = computed(() =>
  new Date((ofWall.value ?? ofProject.value)?.at ?? 0).toLocaleString('en-US', {
    dateStyle: 'medium',
    timeStyle: 'short',
  }),
);
</script>

<template>
  <Dialog
    :visible="shown"
    modal
    :closable="false"
    :close-on-escape="false"
    header="Another page left unsaved edits"
    :style="{ width: '520px', maxWidth: '96vw' }"
  >
    <div class="choices spaced">
      <p>
        Edits of this {{ ofWall ? 'wall' : 'project’s brief' }} from {{ when }} never reached the
        database. They lie in this browser until you choose what becomes of them.
      </p>
      <template v-if="ofWall && wall.document">
        <WallDifferences
          :first="wall.document"
          first-name="First, shown here"
          :second="ofWall.document"
          second-name="Second, left unsaved"
        />
        <button
          class="action"
          type="button"
          autofocus
          @click="keepAside(() => wall.keepLeft(ofWall!))"
        >
          Keep them as a wall of their own
        </button>
        <button class="action" type="button" @click="wall.takeLeft(ofWall)">
          Take them in place of what is shown
        </button>
        <button class="action" type="button" @click="wall.dropLeft(ofWall)">Drop them</button>
      </template>
      <template v-else-if="ofProject">
        <button class="action" type="button" autofocus @click="project.takeLeft(ofProject)">
          Take them in place of what is shown
        </button>
        <button class="action" type="button" @click="project.dropLeft(ofProject)">Drop them</button>
      </template>
    </div>
  </Dialog>
</template>
