<script setup lang="ts">
import { onMounted, ref, shallowRef } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import type { ProjectWall } from '@eldrun/core/build-up';
import type { ListedProject } from '@eldrun/contract';
import { ask } from '../persistence/api.ts';
import { deviceStorage } from '../persistence/device.ts';
import { Drafts, type Draft } from '../persistence/drafts.ts';
import { useNotices } from '../persistence/notices.ts';
import ChoiceField from '../components/ChoiceField.vue';

/** An address that leads nowhere. Edits of a wall that was there may still lie in this browser. */
const route = useRoute();
const router = useRouter();
const notices = useNotices();

const [, wall = ''] = /\/walls\/([^/]+)/.exec(route.fullPath) ?? [];
const drafts = new Drafts<ProjectWall>(deviceStorage('localStorage'), `eldrun-wall-${wall}`);
const left = shallowRef<Draft<ProjectWall>[]>(wall ? drafts.left() : []);
const projects = shallowRef<ListedProject[]>([]);
const chosen = ref('');

onMounted(async () => {
  if (left.value.length === 0) return;
  try {
    ({ projects: projects.value } = await ask('listProjects', { query: { count: 200 } }));
    chosen.value = projects.value[0]?.id ?? '';
  } catch (error) {
    notices.wrong('The projects could not be read', error);
  }
});

async function keep(draft: Draft<ProjectWall>): Promise<void> {
  try {
    const { id } = await ask('createDocument', {
      params: { project: chosen.value },
      body: { kind: 'wall', document: draft.document },
    });
    drafts.remove(draft.page);
    await router.push({ name: 'build-up', params: { project: chosen.value, wall: id } });
  } catch (error) {
    notices.wrong('The edits were not put into the project', error);
  }
}
</script>

<template>
  <main id="main" class="lost">
    <h1>There is nothing at this address</h1>
    <p>The project or wall may have been deleted, or the link is incomplete.</p>
    <section v-if="left.length > 0 && projects.length > 0" class="left">
      <h2>Edits of this wall that were never saved lie in this browser</h2>
      <ChoiceField
        label="Project they go into"
        :value="chosen"
        :options="projects.map(({ id, name }) => ({ label: name, value: id }))"
        @take="chosen = $event"
      />
      <button
        v-for="draft in left"
        :key="draft.page"
        class="action"
        type="button"
        @click="keep(draft)"
      >
        Put “{{ draft.document.name }}”, {{ draft.document.layers.length }} layers, into it
      </button>
    </section>
    <RouterLink to="/">All projects</RouterLink>
  </main>
</template>

<style scoped>
.lost,
.left {
  display: grid;
  gap: 12px;
  justify-content: start;
}

.lost {
  padding: 48px 20px;
}
</style>
