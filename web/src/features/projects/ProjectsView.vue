<script setup lang="ts">
import { watchDebounced } from '@vueuse/core';
import {
  computed,
  defineAsyncComponent,
  onBeforeUnmount,
  onMounted,
  ref,
  useTemplateRef,
} from 'vue';
import { useRouter } from 'vue-router';
import { fixed, messageText, type UnitSystem } from '@eldrun/core/units';
import type { ListedProject } from '@eldrun/contract';
import { useNotices } from '../../persistence/notices.ts';
import SegmentedChoice from '../../components/SegmentedChoice.vue';
import StatusMark from '../../components/StatusMark.vue';
import { useProjects } from './projects.ts';
import { useDroppedFile } from '../../components/dropped-file.ts';
import { useWalk } from '../../components/walk.ts';

// What is not shown at first comes when it is opened.
const NameDialog = defineAsyncComponent(() => import('../../components/NameDialog.vue'));
const ChoiceField = defineAsyncComponent(() => import('../../components/ChoiceField.vue'));

const router = useRouter();
const projects = useProjects();
const notices = useNotices();
const walk = useWalk();
const creating = ref(false);
const renaming = ref<ListedProject | null>(null);
const units = ref<UnitSystem>('imperial');

const FILTERS = [
  { value: 'all', label: 'All walls' },
  { value: 'fail', label: 'Failing' },
  { value: 'caution', label: 'With a caution' },
  { value: 'pass', label: 'Passing' },
] as const;
const ORDERS = [
  { value: 'changed', label: 'Last changed' },
  { value: 'worst', label: 'Worst first' },
  { value: 'name', label: 'By name' },
] as const;
const wanted = ref(projects.asked.find);
watchDebounced(wanted, (find) => void projects.listThose({ find }), { debounce: 250 });

/** The wall that teaches most: the first that fails. */
const lesson = computed(() => {
  const walls = projects.list.flatMap((project) =>
    project.walls.map((wall) => ({ project: project.id, wall })),
  );
  return walls.find(({ wall }) => wall.worst?.status === 'fail') ?? walls[0] ?? null;
});

async function takeWalk(): Promise<void> {
  const { project, wall } = lesson.value!;
  walk.walking = true;
  await router.push({ name: 'build-up', params: { project, wall: wall.id } });
}

const renamingOpen = computed({
  get: () => renaming.value !== null,
  set: (open) => {
    if (!open) renaming.value = null;
  },
});

function date(text: string): string {
  return new Date(text).toLocaleString('en-US', { dateStyle: 'medium', timeStyle: 'short' });
}

async function attempt(what: string, work: () => Promise<unknown>): Promise<void> {
  try {
    await work();
  } catch (error) {
    notices.wrong(what, error);
  }
}

const create = (name: string) =>
  attempt('The project was not created', async () => {
    const project = await projects.create({ name, units: units.value });
    await router.push({ name: 'brief', params: { project: project.id } });
  });

const rename = (name: string) => {
  const project = renaming.value!;
  return attempt('The project was not renamed', () => projects.change(project, { name }));
};

const showArchived = (archived: boolean): Promise<void> => projects.listThose({ archived });

/** The bundle that is being restored; empty while none is. */
const restoring = ref('');
/** How far it is, 0 to 1; null while it is sent. */
const restored = ref<number | null>(null);
const chooser = useTemplateRef<HTMLInputElement>('chooser');
let abort: AbortController | null = null;

async function restore(file: File): Promise<void> {
  abort = new AbortController();
  restoring.value = file.name;
  restored.value = null;
  try {
    const project = await projects.restore(file, abort.signal, (share) => (restored.value = share));
    notices.done(`“${project.name}” is restored`);
    await router.push({ name: 'brief', params: { project: project.id } });
  } catch (error) {
    if (abort.signal.aborted) {
      notices.done(`Restoring ${file.name} was stopped`);
      await projects.load();
    } else notices.wrong(`${file.name} was not restored. Nothing was changed`, error);
  } finally {
    restoring.value = '';
  }
}

function chosen(event: Event): void {
  const input = event.target as HTMLInputElement;
  const file = input.files?.[0];
  input.value = '';
  if (file) void restore(file);
}

/** A bundle dropped here is restored; a wall file starts a project of its own: it carries its brief. */
useDroppedFile((file) =>
  /\.zip$/i.test(file.name)
    ? restore(file)
    : attempt(`${file.name} was not opened`, async () => {
        const { wallOfFile } = await import('../../persistence/wall-files.ts');
        const wall = await wallOfFile(file, {});
        const { project, id } = await projects.createFrom(wall, units.value);
        await router.push({ name: 'build-up', params: { project, wall: id } });
      }),
);

onMounted(() => projects.load());
onBeforeUnmount(projects.follow());
</script>

<template>
  <div class="page">
    <header class="top">
      <span class="brand">Eldrun</span>
      <span class="soft">Framed walls, worked out before they are built</span>
    </header>
    <main id="main" class="content">
      <div class="head in-line">
        <h1>{{ projects.asked.archived ? 'Archived projects' : 'Projects' }}</h1>
        <button class="action quiet" type="button" @click="showArchived(!projects.asked.archived)">
          {{ projects.asked.archived ? 'Show current' : 'Show archived' }}
        </button>
        <button class="action" type="button" :disabled="restoring !== ''" @click="chooser?.click()">
          Restore a bundle…
        </button>
        <input
          ref="chooser"
          type="file"
          accept=".zip"
          class="hidden-label"
          tabindex="-1"
          aria-label="Bundle file"
          @change="chosen"
        />
        <button class="action ink" type="button" @click="creating = true">New project</button>
      </div>
      <p v-if="restoring" role="status">
        {{ restoring }} is being
        {{ restored === null ? 'sent' : `restored, ${fixed(100 * restored, 0)} %` }}…
        <button class="action quiet" type="button" @click="abort?.abort()">Stop</button>
      </p>

      <p v-if="lesson && !walk.dismissed && !projects.asked.archived" class="first">
        <span
          ><strong>New here?</strong> Open a wall that fails, and see why and what fixes it: a walk
          of five steps through the bench.</span
        >
        <button class="action ink" type="button" @click="takeWalk">Take the walk</button>
        <button class="action quiet" type="button" @click="walk.dismiss">Do not show again</button>
      </p>
      <div v-if="projects.all > 0" class="filters">
        <SegmentedChoice
          label="Walls that are listed"
          :value="projects.asked.walls"
          :options="FILTERS"
          @take="(walls) => projects.listThose({ walls })"
        />
        <SegmentedChoice
          label="Order of the projects"
          :value="projects.asked.order"
          :options="ORDERS"
          @take="(order) => projects.listThose({ order })"
        />
        <label class="field">
          <span class="label">Find a project or a wall</span>
          <input v-model="wanted" class="p-inputtext" type="search" />
        </label>
      </div>

      <p v-if="projects.state === 'loading'" role="status" class="soft">Loading the projects…</p>
      <div v-else-if="projects.state === 'failed'" role="alert" class="failed">
        <p><strong>The projects could not be loaded.</strong> {{ projects.problem }}</p>
        <button class="action" type="button" @click="projects.load">Try again</button>
      </div>
      <p v-else-if="projects.all === 0" class="soft">
        {{
          projects.asked.archived
            ? 'Nothing is archived.'
            : 'No project yet. Start one with “New project”, or drop a wall file here.'
        }}
      </p>

      <p v-else-if="projects.list.length === 0" class="soft" role="status">
        No wall answers to that: {{ projects.all }} projects are not listed.
      </p>
      <ul v-else class="projects">
        <li v-for="project in projects.list" :key="project.id" class="project">
          <div class="about">
            <h2>
              <RouterLink :to="{ name: 'brief', params: { project: project.id } }">{{
                project.name
              }}</RouterLink>
            </h2>
            <p class="soft">
              {{ project.climate }} · {{ project.units }} · changed
              {{ date(project.updatedAt) }}
            </p>
            <p class="actions">
              <button class="action quiet" type="button" @click="renaming = project">Rename</button>
              <button
                class="action quiet"
                type="button"
                @click="attempt('It was not copied', () => projects.duplicate(project))"
              >
                Duplicate
              </button>
              <button
                class="action quiet"
                type="button"
                @click="
                  attempt('It was not moved', () =>
                    projects.change(project, { archived: !project.archived }),
                  )
                "
              >
                {{ project.archived ? 'Take back' : 'Archive' }}
              </button>
              <button
                v-if="project.archived"
                class="action quiet"
                type="button"
                @click="attempt('It was not deleted', () => projects.remove(project))"
              >
                Delete for good
              </button>
            </p>
          </div>
          <ul class="walls">
            <li v-for="wall in project.walls" :key="wall.id">
              <RouterLink
                class="wall"
                :to="{ name: 'build-up', params: { project: project.id, wall: wall.id } }"
              >
                <span>
                  <strong class="wall-name">{{ wall.name }}</strong>
                  <span class="small soft">{{ date(wall.updatedAt) }}</span>
                </span>
                <span v-if="wall.untouched" class="untouched">{{ wall.untouched }}</span>
                <span v-else-if="wall.worst" class="verdict" :class="{ old: wall.computing }">
                  <StatusMark :status="wall.worst.status" word />
                  <span>
                    {{ messageText(wall.worst.title, project.units) }}
                    <span v-if="wall.computing" class="small soft">being computed anew…</span>
                  </span>
                </span>
                <span v-else class="soft">being computed…</span>
              </RouterLink>
            </li>
            <li v-if="project.moreWalls > 0" class="soft none">
              and
              <RouterLink :to="{ name: 'walls', params: { project: project.id } }"
                >{{ project.moreWalls }} more walls</RouterLink
              >
            </li>
            <li v-if="project.walls.length === 0" class="soft none">No walls yet</li>
          </ul>
        </li>
      </ul>
      <p v-if="projects.more > 0 && projects.state === 'ready'" class="more in-line">
        <button v-if="projects.canShowMore" class="action" type="button" @click="projects.showMore">
          Show more
        </button>
        <span class="soft"
          >{{ projects.more === 1 ? 'One project is' : `${projects.more} projects are` }} not shown;
          find them by name above.</span
        >
      </p>
      <p class="small soft">
        All sample data play in the made-up valley town of Harrow Fell. The adopted local code and
        the makers' instructions govern; structure and fire belong to licensed professionals.
      </p>
    </main>

    <NameDialog
      v-if="creating"
      v-model:visible="creating"
      header="New project"
      action="Create"
      name=""
      @take="create"
    >
      <ChoiceField
        label="Units"
        :value="units"
        :options="[
          { label: 'Inches, R-values, perms, °F', value: 'imperial' },
          { label: 'Millimeters, SI, °C', value: 'metric' },
        ]"
        @take="(chosen) => (units = chosen as UnitSystem)"
      />
    </NameDialog>
    <NameDialog
      v-if="renamingOpen"
      v-model:visible="renamingOpen"
      header="Rename the project"
      action="Rename"
      :name="renaming?.name ?? ''"
      @take="rename"
    />
  </div>
</template>

<style scoped>
.top {
  display: flex;
  align-items: center;
  gap: 20px;
  height: 52px;
  padding: 0 20px;
  background: var(--sheet);
  border-bottom: 1px solid var(--line);
}

.brand {
  font-size: var(--text-20);
  font-weight: 800;
}

.content {
  max-width: 1160px;
  margin: 0 auto;
  padding: 20px;
  display: grid;
  gap: 16px;
}

.head h1 {
  flex: 1;
  font-size: var(--text-28);
}

.first,
.filters {
  display: flex;
  flex-wrap: wrap;
  align-items: end;
  gap: 8px 16px;
}

.first {
  align-items: center;
  padding: 6px 12px;
  background: var(--marker);
}

.filters input {
  padding: 8px 12px;
  border: 1px solid var(--muted);
  border-radius: 0;
  background: var(--sheet);
}

.first span {
  flex: 1 1 320px;
}

.filters :deep(.segments button[aria-pressed='true']) {
  background: var(--marker);
  border-bottom: 2px solid var(--ink);
}

.order {
  flex: 0 1 200px;
  margin-left: auto;
}

.project {
  display: grid;
  grid-template-columns: 280px minmax(0, 1fr);
  gap: 24px;
  padding: 14px 0;
  border-top: 1px solid var(--line);
}

.about h2 a {
  font-size: var(--text-20);
  text-decoration: none;
}

.about h2 a:hover {
  text-decoration: underline;
}

.actions {
  margin-left: -12px;
}

.wall {
  display: grid;
  grid-template-columns: 240px minmax(0, 1fr);
  gap: 4px 16px;
  align-items: center;
  min-height: 44px;
  padding: 6px 8px;
  text-decoration: none;
  border-bottom: 1px solid var(--line);
}

.wall:hover {
  background: var(--marker);
}

.walls li:last-child .wall {
  border-bottom: 0;
}

.verdict {
  display: grid;
  grid-template-columns: 84px 1fr;
}

.wall-name {
  display: block;
}

.none {
  padding: 12px 8px;
}

@media (max-width: 1000px) {
  .project,
  .wall {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
