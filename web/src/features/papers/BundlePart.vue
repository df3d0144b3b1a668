<script setup lang="ts">
import { useProject } from '../../project/project.ts';
import FileRunState from './FileRunState.vue';
import { useFileRun } from './file-run.ts';

/** The whole project as one file. */
const project = useProject();
const run = useFileRun();

const pack = (): void => {
  void run.saveBundle('The bundle', project.id);
};
</script>

<template>
  <section class="part" aria-labelledby="bundle">
    <h1 id="bundle">The project as a bundle</h1>
    <p class="soft">
      One zip with the walls, house, edges, prices, order, site and decisions, the history of each
      of them, photos, materials and weather, each file with its checksum. It is restored by way of
      trial before it is saved, and restores the project on another machine, also with a newer
      Eldrun. What workers compute is computed again there.
    </p>
    <p>
      <button type="button" class="action ink" :disabled="run.busy.value" @click="pack">
        Save the bundle
      </button>
    </p>
    <FileRunState :of="run" />
    <p>
      To restore one, open <RouterLink to="/">all projects</RouterLink> and choose “Restore a
      bundle”: it comes back under its own name, or as a copy where it is there already.
    </p>
    <p class="small soft">
      For all data of this Eldrun at once there is <code>npm run backup</code>. Everything here is
      also in the <a href="/api/openapi.json" target="_blank" rel="noopener">HTTP API</a>, described
      as OpenAPI.
    </p>
  </section>
</template>

<style scoped>
.part {
  display: grid;
  gap: 10px;
  max-width: 640px;
}

h1 {
  font-size: var(--text-28);
}
</style>
