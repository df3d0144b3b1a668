<script setup lang="ts">
import { computed, ref } from 'vue';
import { otherProof, PROOF_KINDS, proofRegister } from '@eldrun/core/cladding-systems';
import { parseDay } from '@eldrun/core/units';
import type { Command } from '@eldrun/core/wall';
import type { ProofDocument, ResolvedWall } from '@eldrun/core/build-up';
import type { Status } from '@eldrun/core/verdicts';
import { today } from '../../../components/day.ts';
import StatusMark from '../../../components/StatusMark.vue';
import TextField from '../../../components/TextField.vue';

/** The documents that a reviewer asks for, layer by layer and of the system: there, missing or expired. */
const props = defineProps<{ wall: ResolvedWall }>();
const emit = defineEmits<{ run: [name: string, commands: Command[]] }>();

const rows = computed(() => proofRegister(props.wall, today()));
const others = computed(() => otherProof(props.wall, rows.value));
const all = computed(() => rows.value.flatMap(({ asked }) => asked));
const count = (state: string): number => all.value.filter((one) => one.state === state).length;

const MARKS: Record<string, { status: Status; text: string }> = {
  there: { status: 'pass', text: 'there' },
  missing: { status: 'caution', text: 'missing' },
  expired: { status: 'fail', text: 'expired' },
};

const adding = ref<{ of: string; kind: string; title: string } | null>(null);
const name = ref('');
const version = ref('');
const expires = ref('');

function start(of: string, kind: string, title: string): void {
  adding.value = { of, kind, title };
  name.value = version.value = expires.value = '';
}

function setExpires(typed: string): void {
  expires.value = typed.trim() === '' ? '' : parseDay(typed, 'expires');
}

const put = (step: string, proof: ProofDocument[]): void =>
  emit('run', step, [{ type: 'setRecord', field: 'proof', value: proof }]);

function record(): void {
  const { of, kind, title } = adding.value!;
  put(`Record: ${title}`, [
    ...(props.wall.file.proof ?? []).filter((one) => one.of !== of || one.kind !== kind),
    {
      of,
      kind,
      name: name.value.trim(),
      issued: today(),
      ...(version.value.trim() ? { version: version.value.trim() } : {}),
      ...(expires.value ? { expires: expires.value } : {}),
    },
  ]);
  adding.value = null;
}

const takeOut = (gone: ProofDocument): void =>
  put(
    'Take a document out',
    (props.wall.file.proof ?? []).filter((one) => one !== gone),
  );
</script>

<template>
  <div class="spaced">
    <p>
      <strong>{{ count('there') }} of {{ all.length }} documents are there</strong>,
      {{ count('missing') }} missing, {{ count('expired') }} expired.
      <span class="soft">Nothing here is called tested without them.</span>
    </p>
    <form v-if="adding" class="add" @submit.prevent="record">
      <p class="all whole">
        <strong>{{ adding.title }}</strong>
      </p>
      <TextField
        label="Document"
        :value="name"
        :take="(typed: string) => void (name = typed)"
        hint="its title or number"
      />
      <TextField
        label="Version"
        :value="version"
        :take="(typed: string) => void (version = typed)"
      />
      <TextField
        label="Valid until"
        :value="expires"
        :take="setExpires"
        hint="year-month-day; empty for no end"
      />
      <span>
        <button type="submit" class="action" :disabled="!name.trim()">Record it</button>
        <button type="button" class="action quiet" @click="adding = null">Cancel</button>
      </span>
    </form>
    <table class="table">
      <caption class="hidden-label">
        Proof register
      </caption>
      <thead>
        <tr>
          <th scope="col">Document</th>
          <th scope="col">State</th>
          <th scope="col">Which</th>
          <th scope="col">Valid until</th>
          <th scope="col"></th>
        </tr>
      </thead>
      <tbody v-for="row in rows" :key="row.of" :data-proof="row.of">
        <tr>
          <th colspan="5" scope="rowgroup" class="group">{{ row.name }}</th>
        </tr>
        <tr v-for="one in row.asked" :key="one.kind" :data-kind="one.kind">
          <th scope="row">
            {{ one.name }} <span class="small soft">{{ one.why }}</span>
          </th>
          <td><StatusMark :status="MARKS[one.state]!.status" /> {{ MARKS[one.state]!.text }}</td>
          <td>{{ one.document?.name }} {{ one.document?.version }}</td>
          <td>{{ one.document?.expires ?? (one.document ? 'no end' : '') }}</td>
          <td>
            <button
              type="button"
              class="action quiet small"
              :aria-label="`${one.document ? 'Replace' : 'Record'}: ${one.name}, ${row.name}`"
              @click="start(row.of, one.kind, `${one.name}, ${row.name}`)"
            >
              {{ one.document ? 'Replace' : 'Record' }}
            </button>
          </td>
        </tr>
      </tbody>
      <tbody v-if="others.length > 0">
        <tr>
          <th colspan="5" scope="rowgroup" class="group">Of what this wall no longer has</th>
        </tr>
        <tr v-for="one in others" :key="one.of + one.kind">
          <th scope="row">
            {{ PROOF_KINDS.find(({ id }) => id === one.kind)?.name ?? one.kind }}
          </th>
          <td></td>
          <td>{{ one.name }} {{ one.version }}</td>
          <td>{{ one.expires ?? '' }}</td>
          <td>
            <button type="button" class="action quiet small" @click="takeOut(one)">Take out</button>
          </td>
        </tr>
      </tbody>
    </table>
  </div>
</template>

<style scoped>
.add {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(180px, 1fr));
  gap: 12px;
  align-items: end;
  padding: 10px;
  border: 1px solid var(--ink);
  background: var(--sheet);
}

.group {
  padding-top: 12px;
  font-weight: 700;
}

.table td,
.table th {
  text-align: left;
}
</style>
