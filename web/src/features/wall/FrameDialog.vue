<script setup lang="ts">
import Dialog from 'primevue/dialog';
import { computed, useId } from 'vue';
import { applyCommands, type Command } from '@eldrun/core/wall';
import {
  FRAME_SYSTEMS,
  frameCommands,
  unframedCommands,
  type FrameSystem,
} from '@eldrun/core/framing';
import { resolveWall, withBrief, type ProjectWall } from '@eldrun/core/build-up';
import { wallSection, type Scene } from '@eldrun/drawing';
import { depthAxis } from '../../charts/axis.ts';
import { SceneMarks } from '../../components/SceneMarks.ts';
import { useProject } from '../../project/project.ts';
import { useWall } from '../../project/wall.ts';

/** Usual frames, each drawn to scale: one takes the place of the wall's, or adds battens to it. */
const visible = defineModel<boolean>('visible', { required: true });
const emit = defineEmits<{ run: [name: string, commands: Command[]] }>();
const project = useProject();
const wall = useWall();

const uid = useId();
const [WIDTH, HEIGHT] = [180, 84];

interface Choice {
  system: FrameSystem;
  /** The frame in metres, and where it lies on its tile. */
  drawing: { scene: Scene; scale: number; y: number };
}

/** The frame alone, as it would stand in a wall. */
function draw(system: FrameSystem): Choice['drawing'] {
  const empty: ProjectWall = { format: 'eldrun-wall', version: 1, name: '', layers: [] };
  const alone = applyCommands(empty, frameCommands(empty, system));
  const resolved = resolveWall(withBrief(alone, project.document!.brief));
  const thickness = alone.layers.reduce((sum, layer) => sum + layer.thickness, 0);
  const spacing = resolved.layers.find(({ member }) => member)?.member?.shape.spacing ?? 0;
  const axis = depthAxis(thickness, spacing, WIDTH, HEIGHT, 4);
  return { scene: wallSection(resolved, WIDTH / axis.scale), scale: axis.scale, y: axis.y(0) };
}

const groups = computed(() => {
  const choices = FRAME_SYSTEMS.filter(({ units }) => units === project.units).map(
    (system): Choice => ({ system, drawing: draw(system) }),
  );
  return [
    {
      title: 'In place of the frame',
      choices: choices.filter(({ system }) => system.role === 'main'),
    },
    { title: 'Beside it', choices: choices.filter(({ system }) => system.role === 'added') },
  ];
});

const framed = computed(() => wall.document?.layers.some(({ kind }) => kind === 'framed') ?? false);

function take(system: FrameSystem): void {
  emit('run', system.name, frameCommands(wall.document!, system, wall.material));
  visible.value = false;
}

function unframe(): void {
  emit('run', 'No frame', unframedCommands(wall.document!));
  visible.value = false;
}
</script>

<template>
  <Dialog
    v-model:visible="visible"
    modal
    dismissable-mask
    header="Frame"
    :style="{ width: '900px', maxWidth: '96vw' }"
  >
    <section v-for="group in groups" :key="group.title" :aria-label="group.title">
      <h2>{{ group.title }}</h2>
      <ul class="choices">
        <li v-for="{ system, drawing } in group.choices" :key="system.id">
          <button type="button" class="choice" @click="take(system)">
            <svg :width="WIDTH" :height="HEIGHT" aria-hidden="true">
              <SceneMarks v-bind="drawing" :uid="`${uid}-${system.id}`" :x="0" />
            </svg>
            <span class="small">{{ system.name }}</span>
          </button>
        </li>
        <li v-if="group === groups[0] && framed">
          <button type="button" class="choice" @click="unframe">
            <span class="blank" aria-hidden="true"></span>
            <span class="small">No frame: the fill alone</span>
          </button>
        </li>
      </ul>
    </section>
    <p class="small soft">
      Sizes, spacing and framing factor can be changed afterwards. Spans, loads and shear belong to
      a licensed professional; a steel shell may carry old coatings, and welding or cutting it needs
      its own precautions.
    </p>
  </Dialog>
</template>

<style scoped>
section {
  margin-bottom: 16px;
}

.choices {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(196px, 1fr));
  gap: 8px;
  margin-top: 8px;
}

.choice {
  display: grid;
  gap: 4px;
  align-content: start;
  width: 100%;
  height: 100%;
  min-height: 44px;
  padding: 7px;
  border: 1px solid var(--line);
  background: var(--sheet);
  color: inherit;
  font: inherit;
  text-align: left;
  cursor: pointer;
}

.choice:hover,
.choice:focus-visible {
  background: var(--marker);
}

svg,
.blank {
  display: block;
  width: 180px;
  height: 84px;
  background: var(--sheet);
}
</style>
