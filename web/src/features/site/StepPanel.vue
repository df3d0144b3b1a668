<script setup lang="ts">
import { computed, ref, watch } from 'vue';
import { fixed, messageText, parseDay } from '@eldrun/core/units';
import { InputError } from '@eldrun/core/errors';
import {
  cautionsOf,
  checkName,
  kindName,
  longDay,
  stepDays,
  type Progress,
} from '@eldrun/core/site';
import ChoiceField from '../../components/ChoiceField.vue';
import StatusMark from '../../components/StatusMark.vue';
import TextField from '../../components/TextField.vue';
import { useSite } from './site-state.ts';

/** A step: its days, what it waits for and why, what it asks, what was entered for it. */
const emit = defineEmits<{ move: [step: string, before: string] }>();
const state = useSite();

const step = computed(() => state.steps.value.get(state.chosen.value) ?? null);
const elevation = computed(
  () => state.elevations.value.find(({ id }) => id === step.value?.elevation)?.name ?? '',
);
const progress = computed(() =>
  (state.site.value.progress ?? []).find((one) => one.step === step.value?.id),
);
const cautions = computed(() =>
  step.value
    ? cautionsOf(
        step.value.family,
        state.layersOf(step.value),
        state.site.value.existing !== undefined,
      )
    : [],
);
const behind = computed(() =>
  state.plan.value.leaveBehinds.filter(({ before }) => before === step.value?.id),
);
const checks = computed(() =>
  state.plan.value.checks.filter(({ before }) => before === step.value?.id),
);
const open = computed(() => checks.value.filter(({ id }) => !state.found.value.has(id)).length);
const clock = computed(() => state.plan.value.clocks.find((one) => one.step === step.value?.id));
const moves = computed(() =>
  (state.site.value.moves ?? []).filter(
    (one) => one.step === step.value?.id || one.before === step.value?.id,
  ),
);

const target = ref('-');
watch(step, () => (target.value = '-'));
const targets = computed(() => [
  { label: 'choose a step', value: '-' },
  ...state.plan.value.steps
    .filter(({ id, elevation: of }) => id !== step.value?.id && of === step.value?.elevation)
    .map(({ id, kind }) => ({ label: kindName(kind), value: id })),
]);

async function enter(fields: Partial<Progress>): Promise<void> {
  const id = step.value!.id;
  const now = progress.value ?? { step: id, started: state.day.value };
  await state.run(`Progress of ${state.stepName(id)}`, {
    type: 'setProgress',
    progress: { ...now, ...fields },
  });
}
const start = () => enter({ started: state.day.value });
const finish = () => enter({ finished: state.day.value });
const undoProgress = () =>
  void state.run(`Progress of ${state.stepName(step.value!.id)} taken back`, {
    type: 'removeProgress',
    step: step.value!.id,
  });

function setStarted(text: string): void {
  const started = parseDay(text, 'started');
  const finished = progress.value?.finished;
  if (finished && finished < started)
    throw new InputError('started', 'lies after its finish', `${finished} or before`);
  void enter({ started });
}
function setFinished(text: string): void {
  if (text.trim() === '') return void enter({ finished: null });
  const finished = parseDay(text, 'finished');
  const started = progress.value?.started ?? state.day.value;
  if (finished < started)
    throw new InputError('finished', 'lies before its start', `${started} or later`);
  void enter({ finished });
}

const dropMove = (n: number): void => {
  const gone = moves.value[n]!;
  void state.run('Own order taken back', {
    type: 'setMoves',
    moves: (state.site.value.moves ?? []).filter((one) => one !== gone),
  });
};
</script>

<template>
  <section v-if="step" class="panel" aria-label="The step" data-step-panel>
    <h2>{{ elevation }}: {{ kindName(step.kind) }}</h2>
    <p>
      <strong v-if="step.start">{{ stepDays(step) }}</strong>
      <template v-else><StatusMark status="fail" /> {{ stepDays(step) }}</template>
      · {{ step.crew }}, {{ fixed(step.hours, 1) }} h
    </p>
    <p v-for="id in step.held" :key="id" class="wrong">
      ■ held: {{ checkName(id).toLowerCase() }} failed.
      <RouterLink :to="{ name: 'site', params: { project: state.project.id, part: 'checks' } }"
        >Mend it, or override it</RouterLink
      >
    </p>
    <p v-if="clock">
      <StatusMark :status="clock.status" /> {{ clock.what }}: until
      {{ longDay(clock.deadline, clock.from)
      }}{{
        clock.covered
          ? `, covered on ${longDay(clock.covered, clock.from)}`
          : ', nothing covers it yet'
      }}
    </p>
    <p v-if="checks.length > 0" class="small">
      <template v-if="open > 0"
        >◆ {{ open }} of {{ checks.length }} checks before it are open</template
      ><template v-else>All {{ checks.length }} checks before it were made</template>
    </p>
    <template v-if="behind.length > 0">
      <h3>Goes in before it</h3>
      <ul class="list">
        <li v-for="one in behind" :key="one.what">{{ one.what }}</li>
      </ul>
    </template>
    <template v-if="step.after.length > 0">
      <h3>Waits for</h3>
      <ul class="list">
        <li v-for="one in step.after" :key="one.step">
          {{ state.stepName(one.step) }}: {{ messageText(one.why, state.project.units)
          }}<template v-if="one.move">
            (own order<template v-if="one.move.by">, {{ one.move.by }}</template
            >)</template
          >
        </li>
      </ul>
    </template>
    <template v-if="cautions.length > 0">
      <h3>Cautions</h3>
      <ul class="list">
        <li v-for="one in cautions" :key="one">{{ one }}</li>
      </ul>
    </template>
    <h3>On the site</h3>
    <div class="acts">
      <template v-if="!progress">
        <button type="button" class="action" @click="start">Started today</button>
      </template>
      <template v-else>
        <TextField label="Started" :value="progress.started" :take="setStarted" />
        <TextField label="Finished" :value="progress.finished ?? ''" :take="setFinished" />
        <button v-if="!progress.finished" type="button" class="action" @click="finish">
          Finished today
        </button>
        <button type="button" class="action quiet" @click="undoProgress">Not begun</button>
      </template>
    </div>
    <div class="acts">
      <ChoiceField
        label="Put it before"
        :value="target"
        :options="targets"
        @take="
          (before) => {
            if (before !== '-') emit('move', step!.id, before);
          }
        "
      />
    </div>
    <p v-for="(move, n) in moves" :key="`${move.step} ${move.before}`" class="small">
      Own order: {{ state.stepName(move.step) }} before {{ state.stepName(move.before)
      }}<template v-if="move.reason"> — {{ move.reason }}, {{ move.by }}</template>
      <button type="button" class="action quiet small" @click="dropMove(n)">Take back</button>
    </p>
  </section>
</template>

<style scoped>
.panel {
  display: grid;
  gap: 6px;
  align-content: start;
}

h3 {
  margin-top: 4px;
  font-size: var(--text-12);
  color: var(--soft);
  font-weight: 600;
}

.list li {
  padding-left: 12px;
  text-indent: -12px;
}

.list li::before {
  content: '– ';
}

.acts :deep(.field) {
  max-width: 180px;
}
</style>
