<script setup lang="ts">
import { computed, ref } from 'vue';
import { formatText, parseTemperature } from '@eldrun/core/units';
import {
  holdsOn,
  JOINING_KINDS,
  JOINT_PARTS,
  joiningKind,
  joiningPairs,
  workingTemperatures,
  type Holds,
  type JoiningPair,
  type JointPart,
} from '@eldrun/core/cladding-systems';
import type { Command } from '@eldrun/core/wall';
import type { ResolvedWall } from '@eldrun/core/build-up';
import type { Status } from '@eldrun/core/verdicts';
import { today } from '../../../components/day.ts';
import ChoiceField from '../../../components/ChoiceField.vue';
import StatusMark from '../../../components/StatusMark.vue';
import TextField from '../../../components/TextField.vue';
import { useProject } from '../../../project/project.ts';

/** Every pair of membrane, tape, sealant, foam and ground that meets in the wall: whether one holds on the other. */
const props = defineProps<{ wall: ResolvedWall }>();
const emit = defineEmits<{ run: [name: string, commands: Command[]] }>();
const project = useProject();

const joints = computed(() => props.wall.file.joints ?? {});
const pairs = computed(() => joiningPairs(props.wall));
const temperatures = computed(() => workingTemperatures(pairs.value));

const WORDS: Record<Holds, { status: Status; text: string }> = {
  yes: { status: 'pass', text: 'holds' },
  primer: { status: 'caution', text: 'with primer' },
  ask: { status: 'caution', text: 'ask both makers' },
  no: { status: 'fail', text: 'does not hold' },
};

/** What is known of a pair, its last peel test first. */
function answer({ holds, tests }: JoiningPair): { status: Status; text: string } {
  const last = tests[0];
  if (last && !last.held) return { status: 'fail', text: 'failed the peel test' };
  if (last && holds !== 'no')
    return { status: 'pass', text: `held the peel test${last.primed ? ', primed' : ''}` };
  return WORDS[holds];
}

const PARTS = Object.entries(JOINT_PARTS) as [JointPart, (typeof JOINT_PARTS)[JointPart]][];
const choices = (part: JointPart) => [
  { value: 'none', label: 'Not chosen' },
  ...JOINING_KINDS.filter(({ group }) => group === JOINT_PARTS[part].group)
    .concat(
      part === 'flashing' ? JOINING_KINDS.filter(({ id }) => /butyl-mem|liquid-mem/.test(id)) : [],
    )
    .map(({ id, name }) => ({ value: id, label: name })),
];

function choose(part: JointPart, id: string): void {
  const { [part]: _, ...rest } = joints.value;
  emit('run', JOINT_PARTS[part].name, [
    { type: 'setRecord', field: 'joints', value: id === 'none' ? rest : { ...rest, [part]: id } },
  ]);
}

const testing = ref<JoiningPair | null>(null);
const by = ref('');
const surface = ref('');
const primed = ref(false);

function temperature(): number | undefined {
  return surface.value.trim() ? parseTemperature(surface.value, project.units) : undefined;
}

function checkSurface(typed: string): void {
  if (typed.trim()) parseTemperature(typed, project.units);
  surface.value = typed;
}

function record(held: boolean): void {
  const pair = testing.value!;
  const at = temperature();
  emit('run', 'Record a peel test', [
    {
      type: 'setRecord',
      field: 'joints',
      value: {
        ...joints.value,
        peelTests: [
          ...(joints.value.peelTests ?? []),
          {
            top: pair.top.id,
            onto: pair.onto.id,
            on: today(),
            by: by.value.trim(),
            held,
            primed: primed.value,
            ...(at === undefined ? {} : { temperature: at }),
          },
        ],
      },
    },
  ]);
  testing.value = null;
}

const kinds = JOINING_KINDS.map(({ id, name }) => ({ value: id, label: name }));
const first = ref('tape-acrylic');
const second = ref('wood-fiber');
const asked = computed(() => holdsOn(first.value, second.value));
</script>

<template>
  <div class="spaced">
    <div class="chosen">
      <ChoiceField
        v-for="[part, { name }] in PARTS"
        :key="part"
        :label="name"
        :value="joints[part] ?? 'none'"
        :options="choices(part)"
        @take="(id: string) => choose(part, id)"
      />
    </div>
    <p v-if="temperatures" :class="{ bad: temperatures[0] > temperatures[1] }">
      All of it is put on between
      {{ formatText('temperature', temperatures[0], project.units) }} and
      {{ formatText('temperature', temperatures[1], project.units) }}, air and surface, on dry
      ground.
    </p>
    <table v-if="pairs.length > 0" class="table">
      <caption class="hidden-label">
        What meets in this wall
      </caption>
      <thead>
        <tr>
          <th scope="col">What</th>
          <th scope="col">On</th>
          <th scope="col">Holds</th>
          <th scope="col">Why</th>
          <th scope="col">Peel test</th>
        </tr>
      </thead>
      <tbody>
        <tr
          v-for="pair in pairs"
          :key="`${pair.top.id} ${pair.onto.id}`"
          :data-pair="`${pair.top.id} ${pair.onto.id}`"
        >
          <th scope="row">{{ pair.top.name }}</th>
          <td>{{ pair.onto.name }}</td>
          <td><StatusMark :status="answer(pair).status" /> {{ answer(pair).text }}</td>
          <td class="small soft">{{ pair.note || pair.top.note }}</td>
          <td>
            <span v-for="test in pair.tests" :key="test.on + test.by" class="small test">
              {{ test.on }}, {{ test.by }}: {{ test.held ? 'held' : 'let go'
              }}{{
                test.temperature === undefined
                  ? ''
                  : ` at ${formatText('temperature', test.temperature, project.units)}`
              }}
            </span>
            <button
              type="button"
              class="action quiet small"
              :aria-label="`Record a peel test of ${pair.top.name} on ${pair.onto.name}`"
              @click="testing = pair"
            >
              Record
            </button>
          </td>
        </tr>
      </tbody>
    </table>
    <p v-else class="soft">Choose a tape or a sealant: every pair that it meets is listed here.</p>
    <form v-if="testing" class="test-form" @submit.prevent>
      <p class="all whole">
        <strong>Peel test: {{ testing.top.name }} on {{ testing.onto.name }}.</strong> A strip of 1
        ft, rolled on as in the work, pulled square after a day: it holds where it stretches or
        tears before it lets go.
      </p>
      <TextField label="By" :value="by" :take="(typed: string) => void (by = typed)" />
      <TextField label="Surface temperature" :value="surface" :take="checkSurface" />
      <label class="primed check"><input v-model="primed" type="checkbox" /> Primed</label>
      <button type="button" class="action" :disabled="!by.trim()" @click="record(true)">
        It held
      </button>
      <button type="button" class="action" :disabled="!by.trim()" @click="record(false)">
        It let go
      </button>
      <button type="button" class="action quiet" @click="testing = null">Cancel</button>
    </form>
    <div class="ask">
      <ChoiceField
        label="Any pair: what"
        :value="first"
        :options="kinds"
        filter
        @take="(id: string) => (first = id)"
      />
      <ChoiceField
        label="On"
        :value="second"
        :options="kinds"
        filter
        @take="(id: string) => (second = id)"
      />
      <p role="status">
        <StatusMark :status="WORDS[asked.holds].status" /> {{ WORDS[asked.holds].text }}.
        <span class="soft">{{ asked.note }} {{ joiningKind(first)?.note }}</span>
      </p>
    </div>
    <p class="small soft">
      What usually holds, for a first look: the makers of both sides decide, and a peel test on site
      proves it. Primers are flammable: open windows, no flame.
    </p>
  </div>
</template>

<style scoped>
.chosen,
.ask,
.test-form {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(180px, 1fr));
  gap: 12px;
  align-items: end;
}

.test-form {
  padding: 10px;
  border: 1px solid var(--ink);
  background: var(--sheet);
}

.primed input {
  width: 24px;
  height: 24px;
  accent-color: var(--ink);
}

.test {
  display: block;
}

.table td,
.table th {
  text-align: left;
}

.bad {
  color: var(--fail);
  font-weight: 700;
}
</style>
