<script setup lang="ts">
import { computed, nextTick, ref } from 'vue';
import { useRouter } from 'vue-router';
import { faceWords } from '@eldrun/core/simulation';
import { layerName } from '@eldrun/core/verdicts';
import { lower } from '@eldrun/core/build-up';
import { standaloneWall, type Command } from '@eldrun/core/wall';
import { ask } from '../../../persistence/api.ts';
import { courseCsv } from '../../../charts/years.ts';
import { useNotices } from '../../../persistence/notices.ts';
import { useProject } from '../../../project/project.ts';
import { useWall } from '../../../project/wall.ts';
import { useSimulation } from './simulation.ts';
import { asProjectWall, downloadText } from '../../../persistence/wall-files.ts';
import RunCharts from './RunCharts.vue';
import RunSetup from './RunSetup.vue';
import RunVerdicts from './RunVerdicts.vue';
import StressTable from './StressTable.vue';

/** The hourly simulation: its set-up in a line, its course while it runs, what it says, and a second run laid over. */
const emit = defineEmits<{ run: [name: string, commands: Command[]] }>();
const router = useRouter();
const project = useProject();
const wall = useWall();
const simulation = useSimulation();
const notices = useNotices();

const progress = computed(() => {
  const now = simulation.running;
  if (!now) return null;
  const share = now.hours / now.of;
  const passed = (performance.now() - now.since) / 1000;
  return {
    share,
    text:
      share > 0.02
        ? `${Math.round(100 * share)} %, about ${Math.max(1, Math.round((passed * (1 - share)) / share))} s left`
        : 'starting…',
  };
});

const fileName = (): string =>
  simulation.current!.file.wall.name.replace(/[^\p{L}\p{N}]+/gu, '-').replace(/^-|-$/g, '') ||
  'wall';

function exportCsv(): void {
  const { course, faces, layerName: named } = simulation.current!;
  const names = faces.map((face) => faceWords(face, named));
  downloadText(`${fileName()}-simulation.csv`, courseCsv(course, names), 'text/csv');
}

/** The run as a file that stands alone: the project's own materials inside. */
function exportFile(): void {
  const { file } = simulation.current!;
  const { brief } = project.document!;
  const whole = {
    ...file,
    wall: standaloneWall(file.wall, brief, project.ownMaterials),
  };
  downloadText(
    `${fileName()}-simulation.json`,
    `${JSON.stringify(whole, null, 2)}\n`,
    'application/json',
  );
}

const input = ref<HTMLInputElement | null>(null);

/** Opens a simulation file and runs it as it stands. */
async function openFile(event: Event): Promise<void> {
  const file = (event.target as HTMLInputElement).files?.[0];
  (event.target as HTMLInputElement).value = '';
  if (!file) return;
  try {
    const { parseSimulation } = await import('@eldrun/core/simulation/schema');
    const opened = parseSimulation(await file.text(), project.ownMaterials);
    if ('epw' in opened.transient.climate)
      notices.done(
        `${file.name} names a weather file`,
        `${opened.transient.climate.epw} is not in it: it runs in the climate of the brief.`,
      );
    await simulation.runFile(file.name, opened);
  } catch (error) {
    notices.wrong(`${file.name} was not opened`, error);
  }
}

/** The wall of the run becomes one of the project, set up as it was run. */
async function keepWall(): Promise<void> {
  const { choices } = simulation;
  try {
    const document = asProjectWall(simulation.current!.file.wall, project.document!.brief);
    const saved = await ask('createDocument', {
      params: { project: project.id },
      body: { kind: 'wall', document },
    });
    await project.refresh();
    await router.push({ name: 'years', params: { project: project.id, wall: saved.id } });
    await nextTick();
    simulation.choices = choices;
  } catch (error) {
    notices.wrong('The wall was not kept', error);
  }
}
</script>

<template>
  <section class="years" aria-label="Years, hour by hour">
    <!-- Once there is a result it stands first, and what it was run with after it. -->
    <RunSetup v-if="!simulation.current" />
    <p class="in-line">
      <button
        v-if="!simulation.running"
        type="button"
        class="action ink"
        :disabled="simulation.busy || !simulation.watched"
        @click="simulation.run"
      >
        Run
      </button>
      <template v-else>
        <progress
          :value="progress!.share"
          max="1"
          aria-label="Progress of the simulation"
        ></progress>
        <span role="status">{{ progress!.text }}</span>
      </template>
      <button
        v-if="simulation.running || simulation.stressing"
        type="button"
        class="action"
        @click="simulation.stop"
      >
        Stop
      </button>
      <button
        type="button"
        class="action"
        :disabled="simulation.busy"
        @click="simulation.dryingTest"
      >
        Drying test from 25 %
      </button>
      <button
        type="button"
        class="action"
        :disabled="simulation.busy"
        @click="simulation.stressRuns"
      >
        Stress set
      </button>
      <button
        type="button"
        class="action quiet"
        :disabled="simulation.busy"
        @click="input?.click()"
      >
        Open a simulation file
      </button>
      <input
        ref="input"
        type="file"
        accept=".json,application/json"
        class="hidden-label"
        aria-label="Simulation file to open"
        tabindex="-1"
        @change="openFile"
      />
      <template v-if="simulation.current && !simulation.running">
        <button type="button" class="action quiet" @click="exportCsv">Series as CSV</button>
        <button type="button" class="action quiet" @click="exportFile">
          Save as a simulation file
        </button>
        <button v-if="!simulation.fresh" type="button" class="action quiet" @click="keepWall">
          Keep its wall in this project
        </button>
      </template>
    </p>
    <p v-if="simulation.problem" role="alert" class="problem wrong">
      Not done: {{ simulation.problem }}
    </p>
    <p v-if="simulation.current?.result?.problem" role="alert" class="problem wrong">
      {{ simulation.current.result.problem }}
    </p>
    <p v-if="!simulation.current" class="soft">
      Runs the wall hour by hour: heat, vapor, rain leaks, sun, the gap’s air. It watches
      {{
        simulation.watched ? lower(layerName(wall.assessment!, simulation.watched)) : 'nothing yet'
      }}. Weather: {{ wall.assessment?.wall.site.name }},
      {{
        wall.file && 'weather' in wall.file.outdoor
          ? 'the imported hours'
          : 'hours made up from its monthly figures, the same each time'
      }}.
    </p>
    <template v-else>
      <RunVerdicts @run="(name, commands) => emit('run', name, commands)" />
      <RunCharts v-if="simulation.current.course.hour.length > 0" />
      <p v-for="note in simulation.current.result?.notes ?? []" :key="note" class="small soft">
        {{ note }}
      </p>
    </template>
    <StressTable />
    <RunSetup v-if="simulation.current" />
    <p class="small soft">
      After EN 15026, one-dimensional; mold index after ASHRAE 160. It leaves out flow in three
      dimensions, workmanship and air loops in the insulation. It supports but does not replace a
      professional’s judgment.
    </p>
  </section>
</template>

<style scoped>
.years {
  display: grid;
  gap: 10px;
  padding: 10px 0 12px;
  border-bottom: 1px solid var(--line);
}

progress {
  width: 220px;
  accent-color: var(--ink);
}
</style>
