<script setup lang="ts">
import { useElementSize, useEventListener, useMediaQuery, useWindowSize } from '@vueuse/core';
import {
  computed,
  defineAsyncComponent,
  onBeforeUnmount,
  ref,
  shallowRef,
  useTemplateRef,
  watch,
} from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { mainMember } from '@eldrun/core/build-up';
import { InputError } from '@eldrun/core/errors';
import type { Command } from '@eldrun/core/wall';
import { ApiProblem } from '../../persistence/api.ts';
import { depthAxis, fullHeight } from '../../charts/axis.ts';
import { useNotices } from '../../persistence/notices.ts';
import { useBaseline } from './baseline.ts';
import { useBench } from './bench.ts';
import { useHeat } from './heat/heat.ts';
import { useJudgment } from '../../project/judgment.ts';
import { useMoisture } from './moisture/moisture.ts';
import { useProject } from '../../project/project.ts';
import { useWall } from '../../project/wall.ts';
import { useSimulation } from './years/simulation.ts';
import { useWalk } from '../../components/walk.ts';
import BaselineMarks from './BaselineMarks.vue';
import BaselineStrip from './BaselineStrip.vue';
import { useBenchKeys } from './bench-keys.ts';
import { useBenchLink } from './bench-link.ts';
import { BUILD_UP } from './build-up/lens.ts';
import type { WallFrame } from './frame.ts';
import JudgmentStrip from './JudgmentStrip.vue';
import LayerCallouts from './LayerCallouts.vue';
import type { Lens, LensPart as Part } from './lens.ts';
import LensPart from './LensPart.vue';
import { LENSES } from './lenses.ts';
import OwnBrief from './OwnBrief.vue';
import QuickLine from './QuickLine.vue';
import { unsaidNames } from '@eldrun/core/verdicts';
import Readings from './Readings.vue';
import SectionDrawing from './SectionDrawing.vue';
import SectionOverlay from './SectionOverlay.vue';
import TraceDrawing from './TraceDrawing.vue';
import VerdictList from './VerdictList.vue';
import WallTools from './WallTools.vue';
import RunVerdicts from './years/RunVerdicts.vue';

/** Dialogs come when they are first opened. */
const BenchWalk = defineAsyncComponent(() => import('./BenchWalk.vue'));
const BinDialog = defineAsyncComponent(() => import('./BinDialog.vue'));
const ExplanationDialog = defineAsyncComponent(
  () => import('../../components/ExplanationDialog.vue'),
);
const FrameDialog = defineAsyncComponent(() => import('./FrameDialog.vue'));
const HistoryDialog = defineAsyncComponent(() => import('./HistoryDialog.vue'));
const KeysDialog = defineAsyncComponent(() => import('./KeysDialog.vue'));
const LayerPanel = defineAsyncComponent(() => import('./LayerPanel.vue'));
const MaterialShelf = defineAsyncComponent(() => import('./MaterialShelf.vue'));
const PlacedDialog = defineAsyncComponent(() => import('./PlacedDialog.vue'));
const SureDialog = defineAsyncComponent(() => import('./SureDialog.vue'));

const route = useRoute();
const router = useRouter();
const project = useProject();
const wall = useWall();
const bench = useBench();
const heat = useHeat();
const judging = useJudgment();
const moisture = useMoisture();
const simulation = useSimulation();
const baseline = useBaseline();
const notices = useNotices();
const walk = useWalk();

const state = ref<'loading' | 'ready' | 'failed'>('loading');
const failure = ref('');
const keysShown = ref(false);
const shelfShown = ref(false);
const historyShown = ref(false);
const placedShown = ref(false);
const sureShown = ref(false);
const binShown = ref(false);
const verdicts = useTemplateRef<InstanceType<typeof VerdictList>>('verdicts');
const quickLine = useTemplateRef<{ focus: () => void }>('quickLine');
const sectionBox = useTemplateRef<HTMLElement>('sectionBox');
const { width } = useElementSize(sectionBox);

const coarse = useMediaQuery('(pointer: coarse)');
const narrow = useMediaQuery('(max-width: 1000px)');
const { height: windowHeight } = useWindowSize();

/** Height of a callout row at the least, px: two lines of text, four on a narrow page, or a comfortable touch target. */
const row = computed(() => (narrow.value ? 56 : coarse.value ? 44 : rows.value > MANY ? 32 : 34));

/** What stands above and below the drawing on the first screen, five verdicts among it, px. */
const AROUND = 482;

/** Beyond so many layers their rows are a little lower. */
const MANY = 8;

/** The drawing is no lower and no higher than this where its layers leave the choice, px. */
const LOWEST = 300;
const HIGHEST = 520;

/** With more layers than this the rows scroll in themselves. */
const MOST_ROWS = 12;

const rows = computed(() => wall.document?.layers.length ?? 0);
const height = computed(() => {
  const { assessment } = wall;
  const { spacing = 0 } = (assessment && mainMember(assessment.wall)?.shape) ?? {};
  const most = assessment
    ? fullHeight(assessment.quantities.thickness, spacing, width.value)
    : HIGHEST;
  const room = Math.min(HIGHEST, most, Math.max(LOWEST, windowHeight.value - AROUND));
  return Math.max(room, Math.min(rows.value, MOST_ROWS) * row.value + 8);
});
const axis = computed(() => {
  const { assessment } = wall;
  if (!assessment || width.value < 10) return null;
  return depthAxis(
    assessment.quantities.thickness,
    mainMember(assessment.wall)?.shape.spacing ?? 0,
    width.value,
    height.value,
    undefined,
    baseline.assessment?.quantities.thickness,
  );
});

/** What all drawings of the wall share; null while there is nothing to draw. */
const frame = computed<WallFrame | null>(() =>
  wall.assessment && axis.value && rows.value > 0
    ? {
        assessment: wall.assessment,
        axis: axis.value,
        width: width.value,
        units: project.units,
        material: wall.material,
        pointer: bench.pointer,
      }
    : null,
);

const lensName = computed(() => route.meta.lens ?? LENSES[0]!.name);
/** The lens that is looked through: the one asked for as soon as it is there. */
const looking = shallowRef<{ name: string; lens: Lens }>({
  name: LENSES[0]!.name,
  lens: BUILD_UP,
});
const lens = computed(() => looking.value.lens);

async function takeUp(name: string): Promise<void> {
  const taken = await LENSES.find((one) => one.name === name)!.load(run);
  // Another may have been asked for while this one came.
  if (name !== lensName.value || unmounted) return;
  lens.value.leave?.();
  looking.value = { name, lens: taken };
  taken.enter?.();
}
watch(lensName, (name) => void takeUp(name), { immediate: true });

/** Temperature and dew point: what is traced where the lens has no traces of its own. */
const TRACES: Part = {
  component: TraceDrawing,
  props: (of) =>
    bench.profile && {
      frame: of,
      profile: bench.profile,
      moment: bench.moment,
      path: bench.path,
      paths: bench.paths,
      byHand: Object.keys(bench.chosen).length > 0,
      onPath: bench.follow,
      onExplain: bench.explain,
    },
};
const traces = computed(() => lens.value.traces?.() ?? TRACES);
/** The materials whose vapor figure nobody has said. */
const unsaid = computed(() => (wall.assessment ? unsaidNames(wall.assessment) : ''));

let unmounted = false;
onBeforeUnmount(() => {
  unmounted = true;
  lens.value.leave?.();
  heat.close();
  judging.close();
  moisture.close();
  simulation.close();
  baseline.close();
});

async function open(): Promise<void> {
  state.value = 'loading';
  simulation.close();
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

function select(layer: string): void {
  bench.selected = layer;
}

function edit(): void {
  bench.editing = bench.selected;
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

const travel = useBenchKeys({
  run,
  focusQuickLine: () => quickLine.value?.focus(),
  showKeys: () => (keysShown.value = true),
  switchLens: (to) =>
    void router.replace({
      name: lensName.value === to ? LENSES[0]!.name : to,
      params: route.params,
      query: route.query,
    }),
  ofLens: () => lens.value.keys ?? {},
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
  <div v-else-if="wall.document" class="bench tight">
    <WallTools
      @keys="keysShown = true"
      @placed="placedShown = true"
      @history="historyShown = true"
      @bin="binShown = true"
      @travel="travel"
    />
    <h1 class="hidden-label">{{ wall.document.name }}</h1>
    <div class="desk">
      <div class="typed">
        <QuickLine
          ref="quickLine"
          @insert="run"
          @undo="travel('undo')"
          @shelf="shelfShown = true"
          @frame="bench.framing = true"
        />
        <OwnBrief @run="run" />
        <BaselineStrip />
        <p v-if="wall.problem" class="problem" role="alert">
          This wall cannot be computed: {{ wall.problem }}
        </p>
      </div>
      <section class="drawing" aria-label="The wall, layer by layer">
        <LayerCallouts class="callouts" :axis="axis" :height="height" :row="row" @run="run" />
        <div ref="sectionBox" class="section">
          <template v-if="frame">
            <LensPart :part="lens.under" :frame="frame" />
            <SectionDrawing
              :wall="frame.assessment.wall"
              :axis="frame.axis"
              :width="width"
              :units="project.units"
              :conditions="bench.conditions"
              :bare="lens.bare?.() ?? false"
              :room="lens.room ?? {}"
            >
              <LensPart :part="lens.marks" :frame="frame" />
              <BaselineMarks
                v-if="baseline.assessment"
                :axis="frame.axis"
                :width="width"
                :assessment="baseline.assessment"
                :name="baseline.name"
                :units="project.units"
              />
            </SectionDrawing>
            <SectionOverlay
              :frame="frame"
              :selected="bench.selected"
              :overlay="lens.overlay"
              @select="select"
              @edit="edit"
            />
          </template>
          <p v-else-if="rows === 0" class="soft hint">
            Nothing here yet. Type the first layer above, such as <strong>1/2 gypsum board</strong>,
            and press Enter.
          </p>
        </div>
        <LensPart v-if="frame" class="traces" :part="traces" :frame="frame" />
        <p v-if="unsaid" class="traces waits soft">
          Dew points wait for the vapor figure of {{ unsaid }}, which nobody has said.
        </p>
      </section>
    </div>
    <LensPart v-if="frame" :part="lens.tools" :frame="frame" />
    <Readings class="readings" />
    <JudgmentStrip @run="run" @sure="sureShown = true" @jump="(status) => verdicts?.jump(status)" />
    <LensPart v-if="frame" :part="lens.panel" :frame="frame" />
    <RunVerdicts v-if="looking.name !== 'years' && simulation.fresh" @run="run" />
    <VerdictList ref="verdicts" @run="run" />
    <p class="on-paper">The wall sheet is a PDF of its own: Papers, Wall sheet.</p>
    <BenchWalk v-if="walk.walking" />
    <LayerPanel v-if="bench.editing" @run="run" />
    <FrameDialog v-if="bench.framing" v-model:visible="bench.framing" @run="run" />
    <MaterialShelf v-if="shelfShown" v-model:visible="shelfShown" @run="run" />
    <BinDialog v-if="binShown" v-model:visible="binShown" />
    <KeysDialog v-if="keysShown" v-model:visible="keysShown" />
    <SureDialog v-if="sureShown" v-model:visible="sureShown" />
    <PlacedDialog v-if="placedShown" v-model:visible="placedShown" />
    <HistoryDialog v-if="historyShown" v-model:visible="historyShown" @run="run" />
    <ExplanationDialog
      v-if="bench.explanation"
      :explanation="bench.explanation"
      :units="project.units"
      @close="bench.explanation = null"
    />
  </div>
</template>

<style scoped>
.bench > :deep(*) {
  min-width: 0;
}

/* The traces reach up beside the quick line: what explains them stands above them, and all depths line up. */
.desk {
  display: grid;
  grid-template: auto auto / 340px minmax(0, 1fr) 240px;
  gap: 8px 0;
}

.typed {
  grid-column: 1 / 3;
  display: grid;
  gap: 8px;
  align-content: start;
}

.drawing {
  display: contents;
}

.callouts,
.section {
  grid-row: 2;
  align-self: end;
}

.traces {
  grid-area: 1 / 3 / 3 / 4;
  align-self: end;
}

.waits {
  padding-left: 24px;
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

@media (max-width: 1000px) {
  .desk {
    grid-template-columns: 286px minmax(0, 1fr) 150px;
  }

  .typed {
    grid-column: 1 / -1;
  }

  .callouts,
  .section {
    align-self: start;
  }

  .traces {
    grid-area: 2 / 3;
    align-self: start;
  }
}

@media (max-width: 700px) {
  .desk {
    grid-template-columns: minmax(0, 1fr);
  }

  .callouts,
  .section,
  .traces {
    grid-area: auto;
  }
}
</style>
