<script setup lang="ts">
import { useElementSize, useEventListener } from '@vueuse/core';
import { computed, defineAsyncComponent, onBeforeUnmount, ref, useTemplateRef, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { InputError, type Command } from '@eldrun/core';
import { ApiProblem } from '../../api.ts';
import { depthAxis } from '../../drawing/axis.ts';
import { temperatureScale } from '../../drawing/temperature-scale.ts';
import { useNotices } from '../../notices.ts';
import ExplanationDialog from '../../parts/ExplanationDialog.vue';
import { useBaseline } from '../../stores/baseline.ts';
import { useBench } from '../../stores/bench.ts';
import { useHeat } from '../../stores/heat.ts';
import { useJudgment } from '../../stores/judgment.ts';
import { useMoisture } from '../../stores/moisture.ts';
import { useProject } from '../../stores/project.ts';
import { useWall } from '../../stores/wall.ts';
import { useYears } from '../../stores/years.ts';
import BaselineStrip from './BaselineStrip.vue';
import BinDialog from './BinDialog.vue';
import FrameDialog from './FrameDialog.vue';
import HeatTools from './heat/HeatTools.vue';
import LossBar from './heat/LossBar.vue';
import SectionTrace from './heat/SectionTrace.vue';
import HistoryDialog from './HistoryDialog.vue';
import KeysDialog from './KeysDialog.vue';
import JudgmentLine from './JudgmentLine.vue';
import LayerCallouts from './LayerCallouts.vue';
import LayerPanel from './LayerPanel.vue';
import MaterialShelf from './MaterialShelf.vue';
import MonthStrip from './moisture/MonthStrip.vue';
import MoistureTraces from './moisture/MoistureTraces.vue';
import RatioPanel from './moisture/RatioPanel.vue';
import SwapDialog from './moisture/SwapDialog.vue';
import OwnBrief from './OwnBrief.vue';
import QuickLine from './QuickLine.vue';
import Readings from './Readings.vue';
import SectionDrawing from './SectionDrawing.vue';
import SureDialog from './SureDialog.vue';
import TraceDrawing from './TraceDrawing.vue';
import TracePaths from './TracePaths.vue';
import VerdictList from './VerdictList.vue';
import DayStrip from './years/DayStrip.vue';
import DayTrace from './years/DayTrace.vue';
import RunVerdicts from './years/RunVerdicts.vue';
import WallTools from './WallTools.vue';
import { useBenchKeys } from './bench-keys.ts';
import { useBenchLink } from './bench-link.ts';

/** The charts come with their library only where they are looked at. */
const YearCharts = defineAsyncComponent(() => import('./moisture/YearCharts.vue'));
const YearsPanel = defineAsyncComponent(() => import('./years/YearsPanel.vue'));

const route = useRoute();
const router = useRouter();
const project = useProject();
const wall = useWall();
const bench = useBench();
const heat = useHeat();
const judging = useJudgment();
const moisture = useMoisture();
const years = useYears();
const baseline = useBaseline();
const notices = useNotices();

const state = ref<'loading' | 'ready' | 'failed'>('loading');
const failure = ref('');
const keysShown = ref(false);
const shelfShown = ref(false);
const swapShown = ref(false);
const historyShown = ref(false);
const sureShown = ref(false);
const binShown = ref(false);
const quickLine = useTemplateRef<{ focus: () => void }>('quickLine');
const sectionBox = useTemplateRef<HTMLElement>('sectionBox');
const { width } = useElementSize(sectionBox);

/** Height of a callout row at the least: a comfortable touch target, px. */
const ROW = 44;
const LEAST_HEIGHT = 392;

const rows = computed(() => wall.document?.layers.length ?? 0);
const height = computed(() => Math.max(LEAST_HEIGHT, rows.value * ROW + 8));
const axis = computed(() => {
  const { assessment } = wall;
  if (!assessment || width.value < 10) return null;
  const main = assessment.wall.layers.find(
    ({ member }) => member && member.frame === assessment.wall.mainFrame,
  );
  return depthAxis(
    assessment.quantities.thickness,
    main?.member?.shape.spacing ?? 0,
    width.value,
    height.value,
  );
});

const lens = computed(() => route.meta.lens ?? 'build-up');
const scale = computed(() =>
  lens.value === 'heat' && heat.air
    ? temperatureScale(heat.air.indoor, heat.air.outdoor, project.units)
    : undefined,
);

watch(
  lens,
  (now) => {
    heat.shown = now === 'heat';
    moisture.shown = now === 'moisture';
    if (now !== 'moisture') moisture.stop();
    if (now === 'heat') return;
    // What only the lens Heat has goes with it.
    bench.chosen = {};
    if (bench.path === 'section') bench.path = 'cavity';
  },
  { immediate: true },
);
onBeforeUnmount(() => {
  heat.close();
  judging.close();
  moisture.close();
  years.close();
  baseline.close();
});

async function open(): Promise<void> {
  state.value = 'loading';
  years.close();
  baseline.close();
  try {
    if (!(await wall.open(String(route.params['wall'])))) return;
    if (wall.draftSetAside)
      notices.wrong(
        'A draft could not be read',
        'What an earlier visit left unsaved lies aside in this browser. The wall is as it was saved last.',
      );
    bench.selected = null;
    bench.editing = null;
    state.value = 'ready';
  } catch (error) {
    if (error instanceof ApiProblem && error.status === 404) {
      await router.replace({ name: 'lost', params: { rest: route.path.slice(1).split('/') } });
      return;
    }
    failure.value = (error as Error).message;
    state.value = 'failed';
  }
}

/** Does a step and says so when it is refused. Returns whether it was done. */
function run(name: string, commands: Command[]): boolean {
  try {
    wall.run(name, commands);
    return true;
  } catch (error) {
    if (!(error instanceof InputError)) throw error;
    notices.wrong(`${name}: not done`, error);
    return false;
  }
}

watch(
  () => route.params['wall'],
  (id) => id && id !== wall.id && open(),
);
watch(
  () => wall.document?.layers,
  (layers) => {
    if (!layers?.some(({ id }) => id === bench.selected)) bench.selected = null;
    if (!layers?.some(({ id }) => id === bench.editing)) bench.editing = null;
  },
);
useEventListener(window, 'pagehide', wall.keepSteps);
useBenchLink(state);
useBenchKeys({
  run,
  focusQuickLine: () => quickLine.value?.focus(),
  showKeys: () => (keysShown.value = true),
  switchLens: (to) =>
    void router.replace({
      name: lens.value === to ? 'build-up' : to,
      params: route.params,
      query: route.query,
    }),
  playYear: () => {
    if (lens.value === 'moisture') moisture[moisture.playing ? 'stop' : 'play']();
  },
  enabled: () => state.value === 'ready',
});

void open();
</script>

<template>
  <p v-if="state === 'loading'" class="soft" role="status">Loading the wall…</p>
  <div v-else-if="state === 'failed'" class="failed" role="alert">
    <h1>The wall could not be loaded</h1>
    <p>{{ failure }}</p>
    <button class="action" type="button" @click="open">Try again</button>
  </div>
  <div v-else-if="wall.document" class="bench">
    <WallTools @keys="keysShown = true" @history="historyShown = true" @bin="binShown = true" />
    <h1 class="hidden-label">{{ wall.document.name }}</h1>
    <QuickLine
      ref="quickLine"
      class="quick"
      @insert="run"
      @shelf="shelfShown = true"
      @frame="bench.framing = true"
    />
    <OwnBrief @run="run" />
    <BaselineStrip />
    <p v-if="wall.problem" class="problem" role="alert">
      This wall cannot be computed: {{ wall.problem }}
    </p>
    <section class="drawing" aria-label="The wall, layer by layer">
      <LayerCallouts class="callouts" :axis="axis" :height="height" @run="run" />
      <div ref="sectionBox" class="section">
        <SectionDrawing
          v-if="axis && rows > 0"
          :axis="axis"
          :width="width"
          :scale="scale"
          :wet="moisture.balance !== null"
          :damp="lens === 'years'"
        />
        <p v-else-if="rows === 0" class="soft hint">
          Nothing here yet. Type the first layer above, such as <strong>1/2 gypsum board</strong>,
          and press Enter.
        </p>
        <HeatTools v-if="scale && rows > 0" :scale="scale" @run="run" />
        <MonthStrip v-if="moisture.balance" />
        <DayStrip v-if="lens === 'years'" />
      </div>
      <template v-if="axis && bench.profile">
        <SectionTrace
          v-if="scale && bench.path === 'section'"
          class="traces"
          :axis="axis"
          :scale="scale"
        >
          <TracePaths :paths="['cavity', 'member', 'section']" />
        </SectionTrace>
        <DayTrace v-else-if="lens === 'years' && years.state" class="traces" :axis="axis" />
        <MoistureTraces v-else-if="moisture.balance" class="traces" :axis="axis" />
        <TraceDrawing v-else class="traces" :axis="axis">
          <TracePaths :paths="scale ? ['cavity', 'member', 'section'] : ['cavity', 'member']" />
        </TraceDrawing>
      </template>
    </section>
    <Readings class="readings" />
    <JudgmentLine @run="run" @sure="sureShown = true" />
    <LossBar v-if="scale" />
    <template v-if="moisture.balance">
      <p class="school">
        <button type="button" class="action" @click="swapShown = true">Swap strategy…</button>
        <span class="soft small"
          >between vapor-open boards with a variable retarder and foam that dries inward, with
          before and after</span
        >
      </p>
      <RatioPanel @run="run" />
      <YearCharts />
    </template>
    <YearsPanel v-if="lens === 'years' && wall.assessment && rows > 0" :key="wall.id" @run="run" />
    <RunVerdicts v-else-if="years.fresh" @run="run" />
    <VerdictList @run="run" />
    <LayerPanel @run="run" />
    <FrameDialog v-if="bench.framing" v-model:visible="bench.framing" @run="run" />
    <MaterialShelf v-model:visible="shelfShown" @run="run" />
    <SwapDialog v-if="swapShown" v-model:visible="swapShown" @run="run" />
    <BinDialog v-if="binShown" v-model:visible="binShown" />
    <KeysDialog v-model:visible="keysShown" />
    <SureDialog v-if="sureShown" v-model:visible="sureShown" />
    <HistoryDialog v-if="historyShown" v-model:visible="historyShown" @run="run" />
    <ExplanationDialog
      :explanation="bench.explanation"
      :units="project.units"
      @close="bench.explanation = null"
    />
  </div>
</template>

<style scoped>
.bench {
  display: grid;
  gap: 12px;
}

.drawing {
  display: grid;
  grid-template-columns: 300px minmax(0, 1fr) 240px;
  align-items: start;
}

.section {
  position: relative;
}

.hint {
  padding: 60px 40px;
}

.problem {
  padding: 8px 12px;
  border: 1px solid var(--fail);
  background: var(--sheet);
  color: var(--fail);
}

.school {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 4px 12px;
}

.failed {
  display: grid;
  gap: 12px;
  justify-items: start;
}

@media (max-width: 1000px) {
  .drawing {
    grid-template-columns: 230px minmax(0, 1fr) 170px;
  }
}

@media (max-width: 700px) {
  .drawing {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
