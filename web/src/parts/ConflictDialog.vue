<script setup lang="ts">
import Dialog from 'primevue/dialog';
import { computed } from 'vue';
import { useRouter } from 'vue-router';
import { formatText, wallDifferences, type Layer } from '@eldrun/core';
import { layerTitle } from '../labels.ts';
import { useNotices } from '../notices.ts';
import { useProject } from '../stores/project.ts';
import { useWall } from '../stores/wall.ts';

const router = useRouter();
const project = useProject();
const wall = useWall();
const notices = useNotices();

const about = computed(() => {
  if (wall.saveState.kind === 'conflict') return 'wall';
  return project.saveState.kind === 'conflict' ? 'project' : null;
});

/** What differs, theirs against this page's, a line for each. */
const differences = computed(() => {
  const { document, theirs } = wall;
  if (!document || !theirs) return [];
  const { layers, fields } = wallDifferences(theirs.document, document);
  const size = (layer: Layer): string =>
    `${layerTitle(layer, wall.material, project.units)}, ${formatText('length', layer.thickness, project.units)}`;
  const lines = layers.map(({ id, change, first, second }) => {
    const [was, is] = [first && size(first), second && size(second)];
    switch (change) {
      case 'added':
        return { id, text: `Only in yours: ${is}` };
      case 'removed':
        return { id, text: `Only in theirs: ${was}` };
      case 'moved':
        return { id, text: `In another place: ${is}` };
      case 'changed':
        return {
          id,
          text: was === is ? `Set otherwise: ${is}` : `Theirs ${was}; yours ${is}`,
        };
    }
  });
  return [...lines, ...fields.map((field) => ({ id: field, text: FIELD_NAMES[field] ?? field }))];
});

/** What a person calls the fields of a wall beside its layers. */
const FIELD_NAMES: Record<string, string> = {
  name: 'The name differs',
  convention: 'The convention differs',
  indoor: 'The indoor air differs',
  outdoor: 'The climate differs',
  targets: 'The targets differ',
  airtightness: 'The air leak differs',
  exposure: 'The exposure differs',
  code: 'The code differs',
  fasteners: 'The fasteners differ',
  installation: 'The installation differs',
  materials: 'Materials of the wall’s own differ',
};

function summary(document: { name: string; layers: unknown[] } | null | undefined): string {
  return document ? `“${document.name}”, ${document.layers.length} layers` : '';
}

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
        <p>
          <strong>Theirs:</strong> {{ summary(wall.theirs?.document) }}, rev.
          {{ wall.theirs?.revision }}
        </p>
        <p><strong>Yours:</strong> {{ summary(wall.document) }}, not saved</p>
        <ul class="differences" aria-label="What differs">
          <li v-for="one in differences" :key="one.id">{{ one.text }}</li>
        </ul>
        <button class="action" type="button" @click="keepBoth">
          Keep both: mine as a wall of its own
        </button>
        <button class="action" type="button" @click="wall.keepMine">Keep mine as the newest</button>
        <button class="action" type="button" @click="wall.takeTheirs">
          Take theirs, drop mine
        </button>
      </template>
      <template v-else-if="about === 'project'">
        <button class="action" type="button" @click="project.keepMine">
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

.differences {
  max-height: 220px;
  overflow: auto;
  padding: 4px 10px;
  border-left: 3px solid var(--ink);
}
</style>
