<script setup lang="ts">
import { useEventListener } from '@vueuse/core';
import { computed, defineAsyncComponent, onBeforeUnmount, ref, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { ApiProblem } from '../persistence/api.ts';
import SavedState from '../components/SavedState.vue';
import UnitsSwitch from '../components/UnitsSwitch.vue';
import NewerNotice from '../components/NewerNotice.vue';
import type { Place } from '../components/place.ts';
import { PLACES } from './places.ts';
import LensSwitch from '../features/wall/LensSwitch.vue';
import { useNotices } from '../persistence/notices.ts';
import { useProject } from '../project/project.ts';
import { useWall } from '../project/wall.ts';
import { download } from '../persistence/wall-files.ts';
import { useWallActions } from '../features/wall/wall-actions.ts';

/** What is seldom asked comes when it is. */
const ConflictDialog = defineAsyncComponent(() => import('../components/ConflictDialog.vue'));
const LeftDraftDialog = defineAsyncComponent(() => import('../components/LeftDraftDialog.vue'));

const route = useRoute();
const router = useRouter();
const project = useProject();
const wall = useWall();
const notices = useNotices();
const actions = useWallActions();
const state = ref<'loading' | 'ready' | 'failed'>('loading');
const problem = ref('');

/** Somebody else saved what is edited here. */
const conflict = computed(
  () => wall.saveState.kind === 'conflict' || project.saveState.kind === 'conflict',
);
/** Edits that another page left unsaved are waiting. */
const left = computed(() => wall.left.length + project.left.length > 0);
const onWall = computed(() => route.meta.lens !== undefined && wall.document !== null);
const projectId = computed(() => String(route.params['project']));

/** The rail leads back to the wall that was open. */
const target = (name: string) =>
  name === 'walls' && wall.id && project.walls.some(({ id }) => id === wall.id)
    ? { name: 'build-up', params: { project: projectId.value, wall: wall.id } }
    : { name, params: { project: projectId.value } };

/** Whether an address of the place is shown. */
const isHere = ({ routes }: Place): boolean => routes.some(({ name }) => name === route.name);

async function open(): Promise<void> {
  state.value = 'loading';
  try {
    if (await project.open(projectId.value)) state.value = 'ready';
  } catch (error) {
    if (error instanceof ApiProblem && error.status === 404) {
      await router.replace({ name: 'lost', params: { rest: route.path.slice(1).split('/') } });
      return;
    }
    problem.value = (error as Error).message;
    state.value = 'failed';
  }
}

async function take(newer: () => Promise<void>): Promise<void> {
  try {
    await newer();
  } catch (error) {
    notices.wrong('The newer state was not taken', error);
  }
}

// A page that goes away leaves its drafts where the next one finds them.
useEventListener(window, 'pagehide', project.keepDraft);

watch(projectId, (id) => id !== 'undefined' && open(), { immediate: true });
onBeforeUnmount(() => {
  wall.close();
  project.close();
});
</script>

<template>
  <div class="frame">
    <header class="top">
      <RouterLink to="/" class="brand" aria-label="Eldrun, all projects">Eldrun</RouterLink>
      <nav class="names" aria-label="Where you are">
        <span class="project-name">{{ project.document?.name }}</span>
        <template v-if="onWall">
          <span class="soft" aria-hidden="true">/</span>
          <span id="wall-name" class="wall-name"></span>
        </template>
      </nav>
      <LensSwitch v-if="onWall" />
      <div id="top-tools" class="tools in-line"></div>
      <UnitsSwitch v-if="project.document" :units="project.units" @change="project.setUnits" />
    </header>
    <div class="rail">
      <nav aria-label="Places">
        <RouterLink
          v-for="place in PLACES"
          :key="place.name"
          :to="target(place.name)"
          class="place"
          :class="{ here: isHere(place) }"
          >{{ place.label }}</RouterLink
        >
      </nav>
      <SavedState
        v-if="state === 'ready'"
        :state="onWall && project.saveState.kind === 'saved' ? wall.saveState : project.saveState"
        :file="onWall"
        :revision="onWall ? wall.revision : project.revision"
        :kept="project.kept && wall.kept"
        @file="wall.file && download(wall.file)"
      />
    </div>
    <main id="main" class="place-content">
      <p v-if="state === 'loading'" class="soft" role="status">Loading the project…</p>
      <div v-else-if="state === 'failed'" class="failed" role="alert">
        <h1>The project could not be loaded</h1>
        <p>{{ problem }}</p>
        <button class="action" type="button" @click="open">Try again</button>
      </div>
      <template v-else>
        <p v-if="onWall && wall.gone" class="gone" role="alert">
          Another page moved this wall to the bin: what you change here cannot be saved.
          <button class="action" type="button" @click="actions.restore(wall.id)">
            Take it back
          </button>
        </p>
        <NewerNotice
          v-else-if="onWall"
          of="wall"
          :newer="wall.newer"
          @take="take(wall.takeNewer)"
        />
        <NewerNotice of="project" :newer="project.newer" @take="take(project.takeNewer)" />
        <RouterView />
      </template>
    </main>
    <ConflictDialog v-if="conflict" />
    <LeftDraftDialog v-if="left" />
  </div>
</template>

<style scoped>
.frame {
  display: grid;
  grid-template: var(--header) 1fr / 96px minmax(0, 1fr);
  min-height: 100vh;
}

.top {
  position: sticky;
  z-index: 5;
  top: 0;
  grid-column: 1 / -1;
  display: flex;
  align-items: center;
  gap: 20px;
  padding: 0 20px;
  background: var(--sheet);
  border-bottom: 1px solid var(--line);
}

.brand {
  font-size: var(--text-20);
  font-weight: 800;
  text-decoration: none;
}

.names {
  flex: 1 1 auto;
  display: flex;
  gap: 8px;
  min-width: 0;
  white-space: nowrap;
}

.names > * {
  align-self: center;
  overflow: hidden;
  text-overflow: ellipsis;
}

.project-name {
  flex: 0 2 auto;
}

.wall-name {
  flex: 0 1 auto;
  min-width: 0;
}

.wall-name :deep(button) {
  max-width: 100%;
}

.rail {
  display: flex;
  flex-direction: column;
  justify-content: space-between;
  gap: 16px;
  padding: 12px 8px;
  background: var(--sheet);
  border-right: 1px solid var(--line);
  position: sticky;
  top: var(--header);
  height: calc(100vh - var(--header));
}

.place {
  display: flex;
  align-items: center;
  min-height: 44px;
  padding: 0 8px;
  text-decoration: none;
}

.place:hover {
  text-decoration: underline;
}

.place.here {
  background: var(--marker);
  font-weight: 700;
  font-stretch: 94%;
}

.place-content {
  padding: 8px 20px 40px 16px;
  min-width: 0;
}

.gone {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 4px 12px;
  margin-bottom: 10px;
  padding: 4px 12px;
  border: 1px solid var(--fail);
  background: var(--sheet);
  color: var(--fail);
}

.failed {
  display: grid;
  gap: 12px;
  justify-content: start;
}

/* On paper a place stands alone. */
@media print {
  .top,
  .rail {
    /* Paper is narrow: the layouts of small screens below would bring the header back. */
    display: none !important;
  }

  .frame {
    display: block;
  }

  .place-content {
    padding: 0;
  }
}

/* On a tablet held upright the names have their own line, and the lenses and tools one below. */
@media (max-width: 1000px) and (min-width: 701px) {
  .top {
    display: grid;
    grid-template: 48px 52px / auto minmax(0, 1fr) auto;
    gap: 0 16px;
  }

  .top > :deep(.lenses) {
    grid-area: 2 / 1 / 3 / 3;
  }

  .tools {
    grid-area: 2 / 3;
  }

  .top > :deep(.units) {
    grid-area: 1 / 3;
    justify-self: end;
  }
}

@media (max-width: 700px) {
  .top {
    position: static;
  }

  .frame {
    grid-template: auto auto 1fr / minmax(0, 1fr);
  }

  .top {
    flex-wrap: wrap;
    padding: 8px 12px;
    gap: 8px 16px;
  }

  .tools {
    flex-wrap: wrap;
  }

  .rail {
    flex-flow: row wrap;
    align-items: center;
    position: static;
    height: auto;
    padding: 4px 12px;
    border-right: 0;
    border-bottom: 1px solid var(--line);
  }

  .rail nav {
    display: flex;
    flex-wrap: wrap;
  }
}
</style>
