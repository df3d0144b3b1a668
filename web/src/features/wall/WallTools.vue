<script setup lang="ts">
import Menu from 'primevue/menu';
import Select from 'primevue/select';
import { computed, defineAsyncComponent, ref, useTemplateRef } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { lower } from '@eldrun/core/build-up';
import { standaloneWall } from '@eldrun/core/wall';
import { layerTitle } from '@eldrun/core/explain';
import { fileName } from '@eldrun/core/document';
import { momentName, type Moment } from '../../components/labels.ts';
import { useDroppedFile } from '../../components/dropped-file.ts';
import { useNotices } from '../../persistence/notices.ts';
import { useBaseline } from './baseline.ts';
import { useBench } from './bench.ts';
import { useProject } from '../../project/project.ts';
import { useWall } from '../../project/wall.ts';
import { download, downloadText } from '../../persistence/wall-files.ts';
import { useWalk } from '../../components/walk.ts';
import { useWallActions } from './wall-actions.ts';

/** Comes when it is first opened. */
const NameDialog = defineAsyncComponent(() => import('../../components/NameDialog.vue'));

const emit = defineEmits<{
  keys: [];
  placed: [];
  history: [];
  bin: [];
  travel: [direction: 'undo' | 'redo'];
}>();
const route = useRoute();
const router = useRouter();
const project = useProject();
const wall = useWall();
const bench = useBench();
const baseline = useBaseline();
const notices = useNotices();
const walk = useWalk();
const actions = useWallActions();
useDroppedFile(actions.openFile);

const menu = useTemplateRef<InstanceType<typeof Menu>>('menu');
const chooser = useTemplateRef<HTMLInputElement>('chooser');
const naming = ref<'new' | 'rename' | null>(null);

const MOMENTS = [...Array.from({ length: 12 }, (_, m) => m as Moment), 'design' as Moment].map(
  (moment) => ({
    value: moment,
    label: momentName(moment),
  }),
);

const namingOpen = computed({
  get: () => naming.value !== null,
  set: (open) => {
    if (!open) naming.value = null;
  },
});

async function attempt(what: string, work: () => Promise<unknown>): Promise<void> {
  try {
    await work();
  } catch (error) {
    notices.wrong(what, error);
  }
}

function saveAsFile(): void {
  if (!wall.document || wall.document.layers.length === 0) {
    notices.wrong('Nothing to save', 'A wall file needs at least one layer.');
    return;
  }
  download(standaloneWall(wall.document, project.document!.brief, project.ownMaterials));
}

async function saveDrawing(): Promise<void> {
  const { assessment } = wall;
  if (!assessment) return notices.wrong('Nothing to save', 'There is no drawing without a layer.');
  const { drawnWall, svgFile } = await import('@eldrun/drawing');
  const { scene, scale } = drawnWall(assessment.wall, project.units, ({ source }) =>
    layerTitle(source, wall.material, project.units),
  );
  downloadText(`${fileName(scene.title)}.svg`, svgFile(scene, scale.ratio), 'image/svg+xml');
}

function take(name: string): void {
  if (naming.value === 'rename') wall.run('Rename', [{ type: 'rename', name }]);
  else void attempt('The wall was not created', () => actions.create(name));
}

function openChosen(event: Event): void {
  const input = event.target as HTMLInputElement;
  const file = input.files?.[0];
  input.value = '';
  if (file) void actions.openFile(file);
}

const items = computed(() => [
  {
    label: 'Walls of this project',
    items: project.walls.map((other) => ({
      label: other.id === wall.id ? `${wall.document?.name} (open)` : other.name,
      command: () =>
        void router.push({
          name: route.meta.lens ?? 'build-up',
          params: { project: project.id, wall: other.id },
        }),
    })),
  },
  {
    label: 'This wall',
    items: [
      { label: 'Rename…', command: () => (naming.value = 'rename') },
      {
        label: 'Duplicate',
        command: () => void attempt('It was not copied', () => actions.duplicate(wall.id)),
      },
      { label: 'Save as a file', command: saveAsFile },
      { label: 'Save the drawing, 1:5', command: () => void saveDrawing() },
      { label: 'Lay a baseline over', command: baseline.layOver },
      { label: 'How it is put together…', command: () => emit('placed') },
      { label: 'Saved states…', command: () => emit('history') },
      {
        label: 'Delete',
        command: () =>
          void attempt('It was not deleted', () => actions.remove(wall.id, wall.document!.name)),
      },
    ],
  },
  {
    label: 'More',
    items: [
      { label: 'New wall…', command: () => (naming.value = 'new') },
      { label: 'Open a wall file…', command: () => chooser.value?.click() },
      { label: 'Bin…', command: () => emit('bin') },
      { label: 'Keys', command: () => emit('keys') },
      { label: 'A walk through the bench', command: () => (walk.walking = true) },
    ],
  },
]);
</script>

<template>
  <Teleport to="#wall-name">
    <button
      class="plain name"
      type="button"
      aria-haspopup="menu"
      :aria-label="`${wall.document?.name ?? ''}: walls`"
      @click="menu?.toggle($event)"
    >
      <strong>{{ wall.document?.name }}</strong>
      <span aria-hidden="true">▾</span>
    </button>
  </Teleport>
  <Teleport to="#top-tools">
    <button
      class="action quiet step"
      type="button"
      :disabled="wall.past.length === 0"
      :title="wall.past.at(-1)?.name"
      @click="emit('travel', 'undo')"
    >
      Undo<template v-if="wall.past.length > 0">: {{ lower(wall.past.at(-1)!.name) }}</template>
    </button>
    <button
      class="action quiet"
      type="button"
      :disabled="wall.future.length === 0"
      :title="wall.future.at(-1)?.name"
      @click="emit('travel', 'redo')"
    >
      Redo
    </button>
    <button class="action quiet" type="button" @click="emit('bin')">Bin</button>
    <Select
      v-model="bench.moment"
      :options="MOMENTS"
      option-label="label"
      option-value="value"
      aria-label="Month shown"
    />
  </Teleport>
  <Menu ref="menu" :model="items" popup />
  <input
    ref="chooser"
    class="hidden-label"
    type="file"
    accept=".json,application/json"
    aria-label="Open a wall file"
    tabindex="-1"
    @change="openChosen"
  />
  <NameDialog
    v-if="namingOpen"
    v-model:visible="namingOpen"
    :header="naming === 'rename' ? 'Rename the wall' : 'New wall'"
    :action="naming === 'rename' ? 'Rename' : 'Create'"
    :name="naming === 'rename' ? (wall.document?.name ?? '') : ''"
    @take="take"
  />
</template>

<style scoped>
.name {
  display: flex;
  align-items: center;
  gap: 8px;
  min-width: 0;
  min-height: 44px;
}

.name:hover {
  background: var(--marker);
}

.name strong,
.step {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}

.name > span {
  flex: none;
  font-size: var(--text-12);
}

.step {
  max-width: 190px;
}
</style>
