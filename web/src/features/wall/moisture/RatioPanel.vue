<script setup lang="ts">
import { computed, ref, watch } from 'vue';
import { applyCommands, type Command } from '@eldrun/core/wall';
import {
  boardCommands,
  outsideSplit,
  smallestBoard,
  SPLIT_CONDITIONS,
} from '@eldrun/core/strategies';
import { formatText } from '@eldrun/core/units';
import { LIBRARY, STANDARD } from '@eldrun/core/materials';
import { outsideBoard, resolveWall, type ResolvedWall } from '@eldrun/core/build-up';
import ChoiceField from '../../../components/ChoiceField.vue';
import { useProject } from '../../../project/project.ts';
import { useWall } from '../../../project/wall.ts';

/** R on both sides of the condensing plane against the split that is needed, and the outside board dragged to it. */
const emit = defineEmits<{ run: [name: string, commands: Command[]] }>();
const project = useProject();
const wall = useWall();

const LABELS: Record<string, string> = {
  coldest: 'Coldest month',
  three: 'Three coldest months',
  design: 'Design day',
};

const months = ref<string>('coldest');
const margin = ref(0);
/** What is added where there is no board outside yet. */
const chosen = ref<string>(STANDARD.fiberBoard);
/** The thickness under the hand, m; null while nothing is dragged. */
const draft = ref<number | null>(null);
watch(
  () => wall.document,
  () => (draft.value = null),
);

const SET_OPTIONS = Object.entries(LABELS).map(([value, label]) => ({ value, label }));
const MARGINS = computed(() =>
  [0, 1, 2, 3].map((value) => ({
    value,
    label: value === 0 ? 'none' : formatText('temperatureDifference', value, project.units),
  })),
);
const BOARDS = Object.entries(LIBRARY)
  .filter(([, { roles, thicknesses }]) => roles?.[0] === 'continuous-insulation' && thicknesses)
  .map(([value, { name }]) => ({ value, label: name }));

const board = computed(() => wall.assessment && outsideBoard(wall.assessment.wall));

/** The board that is meant: the wall's, or the one to add. */
const choice = computed(() =>
  wall.assessment
    ? { wall: wall.assessment.wall, material: chosen.value, materials: project.pricedMaterials }
    : null,
);

const thickness = computed(() => draft.value ?? board.value?.thickness ?? 0);

const thicknessText = computed(() =>
  thickness.value === 0 ? 'none' : formatText('length', thickness.value, project.units),
);

/** The wall as it would be with the board that is under the hand. */
const shown = computed<ResolvedWall | null>(() => {
  if (!choice.value || draft.value === null || draft.value === 0) return choice.value?.wall ?? null;
  const commands = boardCommands(choice.value, [draft.value]);
  return resolveWall(applyCommands(wall.file!, commands), project.pricedMaterials);
});

const conditions = computed(() => SPLIT_CONDITIONS[months.value]!);

const split = computed(() => {
  const found =
    shown.value && outsideSplit(shown.value, conditions.value(shown.value), margin.value);
  if (!found) return null;
  return {
    ...found,
    inside: formatText('resistance', found.inside, project.units),
    outside: formatText('resistance', found.outside, project.units),
    enough: found.actual >= found.needed,
    below: found.margins.filter((value) => value < 0).length,
    worst: formatText('temperatureDifference', Math.min(...found.margins), project.units),
  };
});

const smallest = computed(() =>
  choice.value && split.value ? smallestBoard(choice.value, conditions.value, margin.value) : null,
);

/** The thickest board the slider goes to, m. */
const MAX_THICKNESS = 0.25;
const most = computed(() => Math.max(MAX_THICKNESS, board.value?.thickness ?? 0));

function drag(event: Event): void {
  draft.value = Number((event.target as HTMLInputElement).value) / 1000;
}

function letGo(): void {
  if (draft.value === null) return;
  const to = draft.value;
  if (to > 0) emit('run', 'Thickness outside', boardCommands(choice.value!, [to]));
  draft.value = null;
}

function apply(boards: readonly number[]): void {
  emit('run', 'Smallest outside insulation', boardCommands(choice.value!, boards));
}

const percent = (share: number): string => formatText('share', share, project.units);
</script>

<template>
  <section v-if="split" class="ratio" aria-label="Ratio of R inside and outside">
    <h2 class="title">R inside and outside the condensing plane</h2>
    <div class="controls">
      <ChoiceField
        label="It has to hold in"
        :value="months"
        :options="SET_OPTIONS"
        @take="(value: string) => (months = value)"
      />
      <ChoiceField
        label="Margin above the dew point"
        :value="margin"
        :options="MARGINS"
        @take="(value: number) => (margin = value)"
      />
      <ChoiceField
        v-if="!board"
        label="Board to add"
        filter
        :value="chosen"
        :options="BOARDS"
        @take="(value: string) => (chosen = value)"
      />
    </div>
    <div class="bars">
      <div class="inside" :style="{ flexGrow: 1 - split.actual }">
        inside {{ split.inside }}, {{ percent(1 - split.actual) }}
      </div>
      <div class="outside" :class="{ short: !split.enough }" :style="{ flexGrow: split.actual }">
        <span v-if="split.actual > 0.14">{{ split.outside }}, {{ percent(split.actual) }}</span>
      </div>
      <div
        class="needed"
        :style="{ left: `${100 * (1 - split.needed)}%` }"
        aria-hidden="true"
      ></div>
    </div>
    <p class="scale small">
      <span class="mark" :style="{ left: `${100 * (1 - split.needed)}%` }"
        >needed outside: {{ percent(split.needed) }}</span
      >
    </p>
    <label class="slider">
      <span>{{ board ? 'Board outside' : 'New board outside' }}</span>
      <input
        type="range"
        min="0"
        :max="most * 1000"
        step="1"
        :value="thickness * 1000"
        :aria-valuetext="thicknessText"
        @input="drag"
        @change="letGo"
      />
      <strong class="at">{{ thicknessText }}</strong>
    </label>
    <p class="answer" role="status">
      <span :class="split.enough ? 'good' : 'bad'" class="shape" aria-hidden="true"></span>
      <span
        ><strong data-ratio
          >{{ percent(split.actual) }} of R outside, {{ percent(split.needed) }} needed</strong
        >: {{ split.enough ? 'enough' : 'not enough' }}. In the year {{ split.worst }} at the worst,
        {{
          split.below === 0 ? 'no month' : split.below === 1 ? '1 month' : `${split.below} months`
        }}
        below the dew point.</span
      >
      <template v-if="draft !== null"> Let go to keep it.</template>
    </p>
    <p v-if="smallest" class="answer">
      <template v-if="smallest.least === 0">
        Nothing is needed outside for this margin in this climate and humidity.
      </template>
      <template v-else-if="smallest.least === null">
        No thickness does: no insulation outside keeps the plane at this margin.
      </template>
      <template v-else-if="!smallest.step">
        It takes {{ formatText('length', smallest.least, project.units) }}, more than two boards as
        sold.
      </template>
      <template v-else>
        <span
          >Smallest: {{ formatText('length', smallest.least, project.units) }}; as sold
          {{
            smallest.step.boards
              .map((size) => formatText('length', size, project.units))
              .join(' + ')
          }}</span
        >
        <button type="button" class="action" @click="apply(smallest.step.boards)">
          Use
          {{
            smallest.step.boards
              .map((size) => formatText('length', size, project.units))
              .join(' + ')
          }}
        </button>
      </template>
    </p>
    <p class="small soft">
      θ_plane = θ_e + (θ_i − θ_e)·R_outside/R_T along the cavity, films counted. It says what
      leaking indoor air meets, not how much leaks; drying and rain are other questions.
    </p>
  </section>
</template>

<style scoped>
.ratio {
  display: grid;
  gap: 8px;
  padding: 10px 0 12px;
  border-bottom: 1px solid var(--line);
}

.title {
  font-size: var(--text-14);
}

.controls {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(200px, 260px));
  gap: 8px 16px;
}

.bars {
  position: relative;
  display: flex;
  height: 34px;
  border: 1px solid var(--ink);
}

.inside,
.outside {
  flex-basis: 0;
  min-width: 0;
  padding: 0 8px;
  overflow: hidden;
  line-height: 32px;
  white-space: nowrap;
  font-weight: 600;
}

.inside {
  background: var(--sheet);
}

.outside {
  border-left: 2px solid var(--ink);
  background: repeating-linear-gradient(45deg, var(--sheet) 0 7px, var(--pass-soft) 7px 10px);
}

.outside.short {
  background: repeating-linear-gradient(-45deg, var(--sheet) 0 5px, var(--fail-soft) 5px 8px);
}

.needed {
  position: absolute;
  top: -6px;
  bottom: -6px;
  width: 0;
  border-left: 3px solid var(--ink);
}

.scale {
  position: relative;
  height: 18px;
}

.mark {
  position: absolute;
  transform: translateX(-50%);
  white-space: nowrap;
  font-weight: 600;
}

.slider {
  display: grid;
  grid-template-columns: auto minmax(120px, 1fr) 90px;
  align-items: center;
  gap: 12px;
  min-height: 44px;
}

.slider input {
  accent-color: var(--ink);
}

.answer {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 4px 8px;
}

.shape {
  width: 11px;
  height: 11px;
}

.good {
  border-radius: 50%;
  background: var(--pass);
}

.bad {
  background: var(--fail);
}
</style>
