<script setup lang="ts">
import { useEventListener } from '@vueuse/core';
import { computed, ref, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { fileName } from '@eldrun/core/document';
import { formatText, type Quantity } from '@eldrun/core/units';
import { InputError } from '@eldrun/core/errors';
import { type Decision, type DecisionCommand, changeText, dayText } from '@eldrun/core/decision';
import type { Measures } from '@eldrun/core/options';
import { ApiProblem, ask } from '../../persistence/api.ts';
import { useDocument } from '../../persistence/use-document.ts';
import { useNotices } from '../../persistence/notices.ts';
import LongField from '../../components/LongField.vue';
import NewerNotice from '../../components/NewerNotice.vue';
import SavedState from '../../components/SavedState.vue';
import StatusMark from '../../components/StatusMark.vue';
import TextField from '../../components/TextField.vue';
import { simulatedOf } from '../../project/options.ts';
import { useProject } from '../../project/project.ts';
import { climateName } from '@eldrun/core/build-up';
import { useDecisionState } from './decision-state.ts';
import OptionSection from '../../components/OptionSection.vue';
import OptionsSwitch from '../../components/OptionsSwitch.vue';

/** Which wall is built and why, on the states that it was decided on; what changed since; on paper as it stands here. */
const route = useRoute();
const router = useRouter();
const project = useProject();
const notices = useNotices();
const record = useDocument<Decision, DecisionCommand>({
  kind: async () => (await import('@eldrun/core/kinds/decision')).DECISION,
  materials: () => project.ownMaterials,
});
const state = ref<'loading' | 'ready' | 'failed'>('loading');
const failure = ref('');

const decision = record.document;
const found = useDecisionState(() => decision.value);
const units = computed(() => project.units);
const letters = computed(
  () => new Map(decision.value?.options.map(({ wall }, i) => [wall, 'ABCDEF'[i]!])),
);
const chosen = computed(
  () => decision.value?.options.find(({ wall }) => wall === decision.value!.chosen) ?? null,
);
const nameOf = (wall: string): string =>
  decision.value?.options.find((option) => option.wall === wall)?.name ?? wall;
const changes = computed(
  () => found.changes.value?.map((change) => changeText(change, nameOf)) ?? null,
);

async function open(wanted: string): Promise<void> {
  state.value = 'loading';
  try {
    if (await record.open(wanted)) state.value = 'ready';
  } catch (error) {
    if (error instanceof ApiProblem && error.status === 404) {
      await router.replace({ name: 'lost', params: { rest: route.path.slice(1).split('/') } });
      return;
    }
    failure.value = (error as Error).message;
    state.value = 'failed';
  }
}
watch(
  () => route.params['decision'],
  (wanted) => typeof wanted === 'string' && void open(wanted),
  { immediate: true },
);
useEventListener(window, 'pagehide', record.keepSteps);

/** Does a step. @throws InputError where it is refused; the field then says so */
const run = (name: string, command: DecisionCommand): void => record.run(name, [command]);

function attempt(name: string, command: DecisionCommand): void {
  try {
    run(name, command);
  } catch (error) {
    if (!(error instanceof InputError)) throw error;
    notices.wrong(`${name}: not done`, error);
  }
}

const setText = (field: 'why' | 'decidedBy' | 'decidedOn', name: string, text: string): void =>
  run(name, { type: 'setText', field, text: text.trim() });

/** Decides anew on what the walls and the brief are now. */
function bind(): void {
  const now = found.options.value.flatMap(({ wall, now: document, revision, measures }) => {
    if (!document || revision === null || !measures) return [];
    const listed = project.walls.find(({ id }) => id === wall);
    const { moisture, basis } = simulatedOf(listed) ?? {
      moisture: measures.moisture,
      basis: 'static' as const,
    };
    return [{ wall, revision, name: document.name, measures, judgment: { moisture, basis } }];
  });
  if (now.length < decision.value!.options.length)
    return notices.wrong('Not decided anew', 'One of the walls is gone or cannot be computed.');
  attempt('Decide anew', {
    type: 'bind',
    on: { options: now, brief: project.document!.brief },
  });
}

async function keepBoth(): Promise<void> {
  try {
    const copy = await record.keepBoth();
    notices.done('Both are kept', 'Your version is a decision of its own.');
    await router.push({ name: 'decision', params: { project: project.id, decision: copy } });
  } catch (error) {
    notices.wrong('It was not kept', error);
  }
}

async function take(): Promise<void> {
  try {
    await record.takeNewer();
  } catch (error) {
    notices.wrong('The newer state was not taken', error);
  }
}

async function save(): Promise<void> {
  try {
    const file = await ask('exportDocument', { params: { document: record.id.value } });
    const { downloadText } = await import('../../persistence/wall-files.ts');
    downloadText(`${fileName(file.name)}.json`, JSON.stringify(file, null, 2), 'application/json');
  } catch (error) {
    notices.wrong('It was not saved as a file', error);
  }
}

const FIGURES: readonly [
  label: string,
  quantity: Quantity,
  figure: 'r' | 'margin' | 'thickness' | 'cost' | 'carbon',
][] = [
  ['Effective R', 'resistance', 'r'],
  ['Sheathing margin', 'temperatureDifference', 'margin'],
  ['Thickness', 'length', 'thickness'],
  ['Cost', 'costPerArea', 'cost'],
  ['Carbon', 'carbonPerArea', 'carbon'],
];

const text = (quantity: Quantity, value: number | null): string =>
  value === null ? 'not known' : formatText(quantity, value, units.value);

/** What the figure is now, where that differs as it is read. */
function nowText(
  wall: string,
  quantity: Quantity,
  figure: (typeof FIGURES)[number][2],
  then: Measures,
): string {
  const now = found.options.value.find((option) => option.wall === wall)?.measures;
  if (!now) return '';
  const shown = text(quantity, now[figure]);
  return shown === text(quantity, then[figure]) ? '' : `now ${shown}`;
}

/** Width and height of a drawing, px; on paper as well. */
const WIDTH = 200;
const HEIGHT = 150;
const NOTHING: ReadonlySet<string> = new Set();
const scale = computed(() => {
  const thickest = Math.max(
    0.05,
    ...found.options.value.map(
      ({ drawn }) => drawn?.layers.reduce((sum, { thickness }) => sum + thickness, 0) ?? 0,
    ),
  );
  return (HEIGHT - 14) / thickest;
});
const drawnOf = (wall: string) =>
  found.options.value.find((option) => option.wall === wall)?.drawn ?? null;
</script>

<template>
  <OptionsSwitch />
  <p v-if="state === 'loading'" class="soft" role="status">Loading the decision…</p>
  <div v-else-if="state === 'failed'" class="failed" role="alert">
    <h1>The decision could not be loaded</h1>
    <p>{{ failure }}</p>
    <button class="action" type="button" @click="open(String(route.params['decision']))">
      Try again
    </button>
  </div>
  <article v-else-if="decision && chosen" class="decision">
    <NewerNotice of="decision" :newer="record.newer.value" @take="take" />
    <div v-if="record.saveState.value.kind === 'conflict'" class="conflict" role="alert">
      <p>Another page saved this decision while you changed it.</p>
      <button type="button" class="action" @click="keepBoth">Keep both</button>
      <button type="button" class="action" @click="record.keepMine">Keep mine</button>
      <button type="button" class="action" @click="record.takeTheirs">Take theirs</button>
    </div>
    <header class="head">
      <h1>{{ decision.name }}: {{ chosen.name }}</h1>
      <p class="soft">
        {{ project.document?.name }} · {{ dayText(decision.decidedOn)
        }}<template v-if="decision.decidedBy"> · {{ decision.decidedBy }}</template>
      </p>
      <div class="tools no-print">
        <SavedState
          :state="record.saveState.value"
          :revision="record.revision.value"
          :kept="record.kept.value"
          :file="false"
        />
        <button type="button" class="action" @click="save">Save as a file</button>
        <RouterLink
          class="action"
          :to="{
            name: 'papers',
            params: { project: project.id },
            query: { sheet: 'comparison', decision: record.id.value },
          }"
          >Comparison as PDF…</RouterLink
        >
      </div>
    </header>

    <section class="stands" aria-label="Whether it still stands" role="status">
      <p v-if="found.problem.value" class="wrong">
        What became of the walls could not be read: {{ found.problem.value }}
      </p>
      <p v-else-if="changes === null" class="soft">Looking at what became of the walls…</p>
      <p v-else-if="changes.length === 0">
        <StatusMark status="pass" /> Walls, brief and figures are as they were decided on.
      </p>
      <template v-else>
        <p><StatusMark status="caution" /> <strong>Changed since it was decided</strong></p>
        <ul>
          <li v-for="change in changes" :key="change">{{ change }}</li>
        </ul>
        <button type="button" class="action no-print" @click="bind">
          Decide anew on what is there now
        </button>
      </template>
    </section>

    <section class="why">
      <LongField
        label="Why"
        :value="decision.why"
        :most="4000"
        :take="(typed: string) => setText('why', 'Why', typed)"
      />
      <TextField
        class="no-print"
        label="Decided by"
        :value="decision.decidedBy"
        :take="(typed: string) => setText('decidedBy', 'Decided by', typed)"
      />
      <TextField
        class="no-print"
        label="On"
        :value="decision.decidedOn"
        :take="(typed: string) => setText('decidedOn', 'Date', typed)"
      />
    </section>

    <div class="scroll">
      <table class="options">
        <caption class="hidden-label">
          What it was decided between, as it was then
        </caption>
        <thead>
          <tr>
            <th scope="col"><span class="hidden-label">What</span></th>
            <th
              v-for="option in decision.options"
              :key="option.wall"
              scope="col"
              :class="{ chosen: option.wall === decision.chosen }"
            >
              <span class="name"
                ><span class="letter">{{ letters.get(option.wall) }}</span> {{ option.name }}</span
              >
              <OptionSection
                v-if="drawnOf(option.wall)"
                :wall="drawnOf(option.wall)!"
                :name="option.name"
                :width="WIDTH"
                :height="HEIGHT"
                :scale="scale"
                :units="units"
                :apart="NOTHING"
              />
              <span v-else class="soft small nothing">its state then is not kept any more</span>
            </th>
          </tr>
        </thead>
        <tbody>
          <tr>
            <th scope="row">Decision</th>
            <td
              v-for="option in decision.options"
              :key="option.wall"
              :class="{ chosen: option.wall === decision.chosen }"
            >
              <strong v-if="option.wall === decision.chosen">Built</strong>
              <LongField
                v-else
                :label="`${letters.get(option.wall)} is not built because`"
                :value="option.rejected ?? ''"
                :most="2000"
                :take="
                  (typed: string) =>
                    run('Reason', { type: 'setRejected', wall: option.wall, text: typed.trim() })
                "
              />
              <button
                v-if="option.wall !== decision.chosen"
                type="button"
                class="action quiet no-print"
                @click="attempt('Choose', { type: 'choose', wall: option.wall })"
              >
                Build this one
              </button>
            </td>
          </tr>
          <tr>
            <th scope="row">Moisture</th>
            <td
              v-for="option in decision.options"
              :key="option.wall"
              :class="{ chosen: option.wall === decision.chosen }"
            >
              <StatusMark :status="option.judgment.moisture" word />,
              {{ option.judgment.basis === 'hourly' ? 'simulated' : 'an estimate' }}
            </td>
          </tr>
          <tr v-for="[label, quantity, figure] in FIGURES" :key="figure">
            <th scope="row">{{ label }}</th>
            <td
              v-for="option in decision.options"
              :key="option.wall"
              :class="{ chosen: option.wall === decision.chosen }"
            >
              {{ text(quantity, option.measures[figure]) }}
              <strong class="now">{{
                nowText(option.wall, quantity, figure, option.measures)
              }}</strong>
            </td>
          </tr>
          <tr>
            <th scope="row">Saved state</th>
            <td
              v-for="option in decision.options"
              :key="option.wall"
              :class="{ chosen: option.wall === decision.chosen }"
            >
              rev. {{ option.revision }}
            </td>
          </tr>
        </tbody>
      </table>
    </div>
    <p class="small soft">
      {{ climateName(decision.brief) }}. Costs are at the prices of that day. The adopted local code
      and the makers' instructions govern; structure, cladding attachment and fire belong to
      licensed professionals.
    </p>
  </article>
</template>

<style scoped>
.decision {
  display: grid;
  gap: 12px;
  max-width: 1180px;
}

.head {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 4px 16px;
}

.tools {
  display: flex;
  align-items: center;
  gap: 8px;
  margin-left: auto;
}

.stands {
  display: grid;
  gap: 6px;
  justify-items: start;
  padding: 8px 12px;
  background: var(--sheet);
  border: 1px solid var(--line);
}

.stands li::before {
  content: '– ';
}

.why {
  display: grid;
  grid-template-columns: minmax(0, 3fr) minmax(0, 1.2fr) minmax(0, 0.8fr);
  gap: 12px;
}

.conflict {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px;
  padding: 4px 12px;
  border: 1px solid var(--fail);
}

.options th,
.options td {
  padding: 6px 8px;
  text-align: left;
  vertical-align: top;
  border-bottom: 1px solid var(--line);
  font-weight: 400;
}

.options th:first-child {
  width: 140px;
  padding-left: 0;
}

.options .chosen {
  background: color-mix(in srgb, var(--marker) 32%, var(--ground));
}

.name {
  display: block;
  margin-bottom: 4px;
}

.letter {
  font-size: var(--text-20);
  font-weight: 800;
}

.now {
  padding: 0 4px;
  background: var(--marker);
}

.now:empty {
  display: none;
}

.nothing {
  display: block;
  height: 150px;
}

@media print {
  .why {
    display: block;
  }

  .options .chosen {
    font-weight: 700;
  }
}

@media (max-width: 700px) {
  .why {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
