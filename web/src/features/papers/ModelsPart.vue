<script setup lang="ts">
import { ref, shallowRef, useTemplateRef } from 'vue';
import type { ModelWalls } from '@eldrun/contract';
import { ask } from '../../persistence/api.ts';
import { useDroppedFile } from '../../components/dropped-file.ts';
import { useProject } from '../../project/project.ts';
import FileRunState from './FileRunState.vue';
import { useFileRun } from './file-run.ts';

/** Walls as building models: out to other programs, and in from them. */
const project = useProject();
const run = useFileRun();
const chooser = useTemplateRef<HTMLInputElement>('chooser');
const reading = ref('');
const problem = ref('');
const taken = shallowRef<{ file: string; walls: ModelWalls['walls'] } | null>(null);

/** The largest model that the server takes, bytes. */
const MOST = 64 * 1024 * 1024;

const write = (format: 'ifc' | 'gbxml', label: string): void => {
  void run.saveModel(label, { params: { project: project.id }, query: { format } });
};

async function read(file: File): Promise<void> {
  problem.value = '';
  taken.value = null;
  if (file.size > MOST) {
    problem.value = `${file.name} is larger than 64 MiB.`;
    return;
  }
  reading.value = file.name;
  try {
    const { walls } = await ask('readModel', { params: { project: project.id }, body: file });
    taken.value = { file: file.name, walls };
    await project.refresh();
  } catch (error) {
    problem.value = `Nothing is taken from ${file.name}. ${(error as Error).message}`;
  } finally {
    reading.value = '';
  }
}

function chosen(event: Event): void {
  const input = event.target as HTMLInputElement;
  const file = input.files?.[0];
  input.value = '';
  if (file) void read(file);
}
useDroppedFile((file) => read(file));
</script>

<template>
  <section class="part" aria-labelledby="models">
    <h1 id="models">Building models</h1>
    <h2>Out</h2>
    <p class="soft">
      All walls of the project with their layers and materials. IFC reads back here as it was, by a
      property set of Eldrun’s own; gbXML has no frames, its U is along the cavity.
    </p>
    <p class="row">
      <button
        type="button"
        class="action ink"
        :disabled="run.busy.value"
        @click="write('ifc', 'The IFC model')"
      >
        Save as IFC
      </button>
      <button
        type="button"
        class="action"
        :disabled="run.busy.value"
        @click="write('gbxml', 'The gbXML model')"
      >
        Save as gbXML
      </button>
    </p>
    <FileRunState :of="run" />
    <h2>In</h2>
    <p class="soft">
      Walls of an IFC (4 or 2x3) or gbXML file become walls of this project: all of them, or none.
      What the model does not say is listed. Drop the file here, or choose it.
    </p>
    <p class="row">
      <button type="button" class="action" :disabled="reading !== ''" @click="chooser?.click()">
        Read a model…
      </button>
      <input
        ref="chooser"
        type="file"
        accept=".ifc,.xml,.gbxml"
        class="hidden-label"
        tabindex="-1"
        aria-label="Model file"
        @change="chosen"
      />
    </p>
    <div aria-live="polite">
      <p v-if="reading" role="status">{{ reading }} is being read…</p>
      <p v-else-if="problem" class="wrong" role="alert">■ {{ problem }}</p>
      <template v-else-if="taken">
        <p>
          <strong
            >{{ taken.walls.length === 1 ? '1 wall' : `${taken.walls.length} walls` }} of
            {{ taken.file }}</strong
          >
          are in the project now.
        </p>
        <ul class="taken">
          <li v-for="wall in taken.walls" :key="wall.id">
            <RouterLink
              :to="{ name: 'build-up', params: { project: project.id, wall: wall.id } }"
              >{{ wall.name }}</RouterLink
            >
            <ul>
              <li v-for="line in wall.lost" :key="line" class="small">{{ line }}</li>
              <li v-if="wall.lost.length === 0" class="small">nothing is lost</li>
            </ul>
          </li>
        </ul>
      </template>
    </div>
  </section>
</template>

<style scoped>
.part {
  display: grid;
  gap: 8px;
  max-width: 720px;
}

h1 {
  font-size: var(--text-28);
}

h2 {
  margin-top: 8px;
}

.row {
  display: flex;
  gap: 8px;
}

.taken ul {
  padding-left: 18px;
  list-style: disc;
}
</style>
