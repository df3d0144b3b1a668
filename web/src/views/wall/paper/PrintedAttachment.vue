<script setup lang="ts">
import { computed } from 'vue';
import {
  attachmentOf,
  attachmentSteps,
  claddingSystem,
  connectionName,
  engineerReasons,
  formatText,
  joiningPairs,
  messageText,
  MODE_WORDS,
  proofRegister,
  systemStanding,
  type Connection,
  type Quantity,
  type ResolvedWall,
  type UnitSystem,
} from '@eldrun/core';
import { today } from '../../../day.ts';
import StatusMark from '../../../parts/StatusMark.vue';

/** How the cladding is held, on a page of its own: for the crew, and for the engineer who decides. */
const props = defineProps<{ wall: ResolvedWall; units: UnitSystem }>();

const held = computed(() => attachmentOf(props.wall)!);
const design = computed(() => held.value.design);
const text = (quantity: Quantity, value: number): string =>
  formatText(quantity, value, props.units);
const open = computed(() => held.value.findings.filter(({ status }) => status !== 'pass'));
const reasons = computed(() =>
  engineerReasons(design.value).map((one) => messageText(one, props.units)),
);
const engineer = computed(() => props.wall.file.attachment?.engineer ?? null);
const system = computed(() => claddingSystem(props.wall));
const standing = computed(() => system.value && systemStanding(props.wall, system.value, today()));
const bad = computed(() => joiningPairs(props.wall).filter(({ holds }) => holds !== 'yes'));
const missing = computed(() =>
  proofRegister(props.wall, today()).flatMap(({ name, asked }) =>
    asked
      .filter(({ state }) => state !== 'there')
      .map((one) => `${name}: ${one.name.toLowerCase()} ${one.state}`),
  ),
);
const named = (one: Connection): string =>
  connectionName(one).replace(/^./, (first) => first.toUpperCase());
const HOLDS = { no: 'does not hold', ask: 'ask both makers', primer: 'with primer', yes: 'holds' };
</script>

<template>
  <div class="held">
    <p>
      <strong>Preliminary sizing for a licensed engineer.</strong> The adopted code and the makers’
      evaluations govern.
      {{
        engineer
          ? `Sized by ${engineer.name}, ${engineer.on}.`
          : reasons.length > 0
            ? `An engineer has to size this: ${reasons.join('; ')}.`
            : ''
      }}
    </p>
    <table>
      <thead>
        <tr>
          <td></td>
          <th scope="col">Fastener</th>
          <th scope="col">Length</th>
          <th scope="col">Apart</th>
          <th scope="col">Stack</th>
          <th scope="col">Bite</th>
          <th scope="col">Weight</th>
          <th scope="col">Suction</th>
          <th scope="col">Both</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="one in design.connections" :key="one.place">
          <th scope="row">{{ named(one) }}</th>
          <td>{{ one.fastener.name }}</td>
          <td>{{ text('length', one.length) }}</td>
          <td>{{ text('length', one.spacing.along) }}</td>
          <td>{{ text('length', one.stack) }}</td>
          <td>{{ text('length', Math.max(0, one.bite)) }} of {{ text('length', one.asked) }}</td>
          <template v-if="one.result">
            <td>{{ text('share', one.result.shearUse) }}</td>
            <td>{{ text('share', one.result.suctionUse) }}</td>
            <td>{{ text('share', one.result.combinedUse) }}</td>
          </template>
          <td v-else colspan="3">holds nothing</td>
        </tr>
      </tbody>
    </table>
    <p>
      Cladding {{ text('massPerArea', design.loads.cladding) }}, with furring and boards
      {{ text('massPerArea', design.loads.hung) }}; suction
      {{ text('pressure', design.loads.suction) }}, {{ messageText(design.loads.basis, units)
      }}{{ design.loads.assumed ? ', taken where nobody said it' : '' }}. Weight with load duration
      0.9, wind with 1.6; by the general dowel equations with a gap (AWC Technical Report 12, NDS
      2018), without friction and strut.
      <template v-for="one in design.connections" :key="one.place">
        <template v-if="one.result">
          {{ named(one) }}: {{ MODE_WORDS[one.result.mode] }} (mode {{ one.result.mode }}).
        </template>
      </template>
    </p>
    <template v-if="open.length > 0">
      <h2>What to look at</h2>
      <ul>
        <li v-for="finding in open" :key="finding.id">
          <StatusMark :status="finding.status" word />
          <p>
            <strong>{{ messageText(finding.title, units) }}.</strong>
            {{ messageText(finding.reason, units) }}
          </p>
        </li>
      </ul>
    </template>
    <h2>At the wall, in order</h2>
    <ol>
      <li v-for="step in attachmentSteps(design)" :key="messageText(step, units)">
        {{ messageText(step, units) }}
      </li>
    </ol>
    <template v-if="system && standing">
      <h2>Cladding system</h2>
      <p>
        {{ system.name }}.
        {{
          standing.tested
            ? 'A tested system, by the documents recorded.'
            : 'Not shown to be a tested system.'
        }}
        {{ system.mixed ? messageText(system.mixed, units) : '' }}
        {{
          wall.file.mixedParts
            ? `${wall.file.mixedParts.by} answers for the mix, ${wall.file.mixedParts.on}.`
            : ''
        }}
      </p>
    </template>
    <template v-if="bad.length > 0">
      <h2>What does not simply stick</h2>
      <p>
        {{
          bad
            .map(({ top, onto, holds }) => `${top.name} on ${onto.name}: ${HOLDS[holds]}`)
            .join('; ')
        }}.
      </p>
    </template>
    <template v-if="missing.length > 0">
      <h2>Documents still asked for</h2>
      <p>{{ missing.join('; ') }}.</p>
    </template>
  </div>
</template>

<style scoped>
h2 {
  margin-top: 10px;
  font-size: 13px;
}

table {
  width: 100%;
  margin: 6px 0;
  border-collapse: collapse;
}

th,
td {
  padding: 2px 6px;
  border-bottom: 1px solid #bbb;
  text-align: right;
  font-weight: 400;
}

th:first-child {
  padding-left: 0;
  text-align: left;
}

thead th {
  font-weight: 700;
}

ul {
  display: grid;
  gap: 3px;
}

ul li {
  display: grid;
  grid-template-columns: 76px minmax(0, 1fr);
  break-inside: avoid;
}

ol {
  padding-left: 18px;
  list-style: decimal;
}
</style>
