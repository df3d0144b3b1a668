<script setup lang="ts">
import { computed, onBeforeUnmount, ref, shallowRef, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { assess } from '@eldrun/core/assessment';
import { InputError } from '@eldrun/core/errors';
import { measuresOf, type Measures } from '@eldrun/core/options';
import type { NextStep } from '@eldrun/core/exploration';
import type { ProjectWall, WallFile } from '@eldrun/core/build-up';
import ChoiceField from '../../components/ChoiceField.vue';
import StatusMark from '../../components/StatusMark.vue';
import { sweptMeasures, useExploration } from './exploration.ts';
import { useProject } from '../../project/project.ts';
import CloudChart from './CloudChart.vue';
import ExploredTable from './ExploredTable.vue';
import { nothingMeets } from './explore-words.ts';
import ExploreLimits from './ExploreLimits.vue';
import ExploreProgress from './ExploreProgress.vue';
import InchBars from './InchBars.vue';
import { MEASURE_AXES, type Brush, type MeasureAxis } from './measure-axes.ts';
import { costNote } from '../../project/price-rows.ts';
import NextSteps from './NextSteps.vue';
import PickedWall from './PickedWall.vue';
import OptionsSwitch from '../../components/OptionsSwitch.vue';
import VaryPanel from './VaryPanel.vue';
import { useVariants } from '../../project/variants.ts';

/** Every combination of what may vary about a wall: a cloud of dots, those that none beats, and the picked one drawn. */
const route = useRoute();
const router = useRouter();
const project = useProject();
const exploration = useExploration();
const variants = useVariants();

const units = computed(() => project.units);
const usable = computed(() => project.walls.filter(({ untouched }) => untouched === null));
const wanted = computed(() => {
  const named = route.query['wall'];
  return usable.value.find(({ id }) => id === named)?.id ?? usable.value[0]?.id ?? '';
});
watch(wanted, (id) => id && void exploration.open(id), { immediate: true });
watch(
  () => project.walls.find(({ id }) => id === wanted.value)?.revision,
  (now, before) => {
    if (before !== undefined && now !== undefined) void exploration.open(wanted.value);
  },
);
onBeforeUnmount(exploration.close);
const choose = (id: string): void =>
  void router.replace({ name: 'explore', params: route.params, query: { wall: id } });
// The cloud.
const xKey = ref<MeasureAxis['key']>('r');
const yKey = ref<MeasureAxis['key']>('cost');
const axisOf = (key: MeasureAxis['key']): MeasureAxis =>
  MEASURE_AXES.find((axis) => axis.key === key)!;
const axisChoices = MEASURE_AXES.map(({ key, label }) => ({ label, value: key }));
const brush = shallowRef<Brush | null>(null);
const pickedNumber = ref<number | null>(null);
const pointedNumber = ref<number | null>(null);
watch(
  () => exploration.of,
  () => {
    brush.value = null;
    pickedNumber.value = null;
    pointedNumber.value = null;
  },
);
watch([xKey, yKey], () => (brush.value = null));

const frontier = computed(() =>
  (exploration.explored?.frontier ?? []).map(({ number, measures }) => ({
    number,
    measures,
    simulated: exploration.simulated.has(number),
  })),
);
const inBrush = (measures: Omit<Measures, 'moisture'>): boolean => {
  if (!brush.value) return true;
  const within = (value: number | null, [from, to]: readonly [number, number]): boolean =>
    value !== null && value >= from && value <= to;
  return within(measures[xKey.value], brush.value.x) && within(measures[yKey.value], brush.value.y);
};
const brushedCount = computed(() => {
  void exploration.version;
  const { swept } = exploration;
  if (!swept || !brush.value) return null;
  let count = 0;
  for (let at = 0; at < swept.numbers.length; at++)
    if (exploration.meets[at] && inBrush(sweptMeasures(swept, at))) count++;
  return count;
});

// The wall as it is, and the picked one.
const now = computed<{ measures: Measures; name: string } | null>(() => {
  if (!exploration.file) return null;
  try {
    return {
      name: exploration.file.name,
      measures: measuresOf(assess(exploration.file, project.pricedMaterials)),
    };
  } catch (error) {
    if (error instanceof InputError) return null;
    throw error;
  }
});
const pickAt = (at: number): void => {
  pickedNumber.value = exploration.swept!.numbers[at]!;
};
const pointAt = (at: number | null): void => {
  pointedNumber.value = at === null ? null : exploration.swept!.numbers[at]!;
};

/** The wall of the project with the layers of a variant. */
function variantOf({ layers, fasteners }: WallFile): ProjectWall {
  const { fasteners: _, ...own } = exploration.document!;
  return { ...own, layers, ...(fasteners ? { fasteners } : {}) };
}
async function keep(file: WallFile, name: string): Promise<void> {
  await variants.create(variantOf(file), name);
}
const keepStep = ({
  file,
  name,
}: {
  file: WallFile;
  name: string;
  step: NextStep;
}): Promise<void> => keep(file, name);

const nothing = computed(() => {
  const { explored, swept, of } = exploration;
  return explored && swept && of ? nothingMeets(explored, swept, of, units.value) : '';
});
</script>

<template>
  <OptionsSwitch />
  <div v-if="usable.length === 0" class="empty">
    <h1>Explore</h1>
    <p>Draw a wall first: what may vary is asked of its layers.</p>
  </div>
  <div v-else class="explore">
    <section class="setup" aria-label="What may vary">
      <ChoiceField
        label="From"
        :value="wanted"
        :options="usable.map(({ id, name }) => ({ label: name, value: id }))"
        @take="choose"
      />
      <p v-if="exploration.failure" class="wrong" role="alert">
        The wall could not be read: {{ exploration.failure }}
      </p>
      <p v-else-if="exploration.document && !exploration.file" class="soft">
        This wall has no layers yet.
      </p>
      <ExploreProgress />
      <h2>What may vary</h2>
      <VaryPanel />
      <ExploreLimits />
    </section>

    <section class="cloud" aria-label="Every wall">
      <header class="axes">
        <ChoiceField
          label="Up"
          :value="yKey"
          :options="axisChoices"
          @take="(key) => (yKey = key)"
        />
        <ChoiceField
          label="Across"
          :value="xKey"
          :options="axisChoices"
          @take="(key) => (xKey = key)"
        />
        <p v-if="brush" class="brushed">
          {{ brushedCount?.toLocaleString('en-US') }} in the frame
          <button type="button" class="action quiet" @click="brush = null">Take it off</button>
        </p>
      </header>
      <CloudChart
        v-if="exploration.swept"
        :swept="exploration.swept"
        :version="exploration.version"
        :meets="exploration.meets"
        :x="axisOf(xKey)"
        :y="axisOf(yKey)"
        :frontier="frontier"
        :now="now?.measures ?? null"
        :picked="pointedNumber ?? pickedNumber"
        :brush="brush"
        :units="units"
        @pick="pickAt"
        @point="pointAt"
        @brush="(part) => (brush = part)"
      />
      <p v-else class="soft hint">
        Pick values of what may vary at the left and explore: every combination is evaluated, with
        its section and the judgment of its moisture.
      </p>
      <p v-if="exploration.swept" class="small soft legend">
        ● that none beats, simulated · ○ that none beats, an estimate · dark: meets the limits ·
        pale: does not · × the wall now · drag a frame to filter
      </p>
      <p v-if="nothing" role="status">
        <StatusMark status="caution" /> No wall meets the limits. {{ nothing }}
      </p>
      <ExploredTable
        v-if="exploration.explored && exploration.of"
        :explored="exploration.explored"
        :simulated="exploration.simulated"
        :of="exploration.of"
        :shows="inBrush"
        :picked="pickedNumber"
        :units="units"
        @pick="(number) => (pickedNumber = number)"
      />
      <InchBars v-if="exploration.around?.curve" :curve="exploration.around.curve" :units="units" />
    </section>

    <section class="side" aria-label="The picked wall">
      <PickedWall
        :number="pointedNumber ?? pickedNumber"
        :picked="pointedNumber === null && pickedNumber !== null"
        :now="now?.measures ?? null"
        :busy="variants.busy.value"
        @keep="(file) => keep(file, `${exploration.file!.name}, explored`)"
      />
      <NextSteps
        v-if="exploration.around && now && exploration.file"
        :steps="exploration.around.next"
        :now="now.measures"
        :file="exploration.file"
        :units="units"
        @keep="keepStep"
      />
    </section>
  </div>
  <p class="small soft notes">
    {{ costNote(project.prices?.document ?? null) }} Carbon is generic. The adopted local code
    governs; structure and fire belong to licensed professionals.
  </p>
</template>

<style scoped>
.explore {
  display: grid;
  grid-template-columns: 264px minmax(0, 1fr) 256px;
  gap: 12px 24px;
  align-items: start;
}

.setup,
.cloud,
.side {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 8px;
  min-width: 0;
}

.axes,
.brushed {
  display: flex;
  flex-wrap: wrap;
  align-items: end;
  gap: 8px 12px;
}

.axes > .field {
  width: 190px;
}

.brushed {
  align-items: center;
}

.hint,
.empty {
  display: grid;
  gap: 12px;
  padding: 40px 0;
  max-width: 46ch;
}

.notes {
  margin-top: 12px;
}

@media (max-width: 1000px) {
  .explore {
    grid-template-columns: 240px minmax(0, 1fr);
  }

  .side {
    grid-column: 2;
  }
}

@media (max-width: 700px) {
  .explore {
    grid-template-columns: minmax(0, 1fr);
  }

  .side {
    grid-column: 1;
  }
}
</style>
