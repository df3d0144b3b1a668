<script setup lang="ts">
import { computed, ref } from 'vue';
import {
  carbonText,
  hoursText,
  inOrder,
  money,
  orderTotals,
  roleLabel,
  type OrderLine,
} from '@eldrun/core/order';
import type { House } from '@eldrun/core/house';
import { amountText } from '@eldrun/core/takeoff';
import ChoiceField from '../../components/ChoiceField.vue';
import { useProject } from '../../project/project.ts';
import { useOrder } from './order-state.ts';
import { sizeText } from './order-words.ts';
import { useTakeoff } from './takeoff-run.ts';

/** The same house with one assembly built as another wall: what its order takes more and less. */
const project = useProject();
const state = useOrder();
const NONE = 'none';
const assembly = ref('');
const other = ref(NONE);

const names = computed(() => Object.keys(state.house.file.value.assemblies));
const chosen = computed(() =>
  names.value.includes(assembly.value) ? assembly.value : (names.value[0] ?? ''),
);
const walls = computed(() => [
  { value: NONE, label: 'nothing' },
  ...project.walls
    .filter(({ id }) => id !== state.house.house.value.assemblies[chosen.value])
    .map(({ id, name }) => ({ value: id, label: name })),
]);

const file = computed<House | null>(() => {
  const wall = state.house.walls.value.get(other.value);
  if (!wall || wall.layers.length === 0) return null;
  const { file: house } = state.house;
  return {
    ...house.value,
    assemblies: { ...house.value.assemblies, [chosen.value]: project.fileOf(wall) },
  };
});
const run = useTakeoff(() => (file.value ? state.asked(file.value) : null));
const theirs = computed(() =>
  (run.takeoff.value?.lines ?? []).filter(({ elevation }) => elevation === null).map(state.priced),
);
const totals = computed(() => orderTotals(theirs.value, state.laborRate.value));

/** Lines that differ, by role: what only one of the two takes has a dash on the other side. */
const rows = computed(() => {
  const ours = new Map(state.lines.value.map((line) => [line.key, line]));
  const others = new Map(theirs.value.map((line) => [line.key, line]));
  return inOrder(
    [...new Set([...ours.keys(), ...others.keys()])].map((key) => {
      const [now, then] = [ours.get(key), others.get(key)];
      const { role, name } = (now ?? then)!;
      return { key, role, name, line: (now ?? then)!, now, then };
    }),
  ).filter(({ now, then }) => now?.order !== then?.order);
});

/** What it costs more; a line without a price is not counted as zero. */
function more(now: OrderLine | undefined, then: OrderLine | undefined): string {
  if (now?.usd === null || then?.usd === null) return 'no price';
  return signed((then?.usd ?? 0) - (now?.usd ?? 0), money);
}

const signed = (value: number, text: (amount: number) => string): string =>
  `${value < 0 ? '−' : '+'}${text(Math.abs(value))}`;
</script>

<template>
  <section class="compare" aria-labelledby="compare-orders">
    <h2 id="compare-orders">The order with another wall</h2>
    <div class="choices">
      <ChoiceField
        label="Walls built as"
        :value="chosen"
        :options="names.map((value) => ({ value, label: state.house.assemblyLabel(value) }))"
        @take="(name: string) => (assembly = name)"
      />
      <ChoiceField
        label="against"
        :value="other"
        :options="walls"
        @take="(id: string) => (other = id)"
      />
      <p v-if="run.running.value" class="soft" role="status">Taking it off…</p>
      <p v-else-if="run.problem.value" class="wrong" role="alert">{{ run.problem.value }}</p>
      <p v-else-if="file && run.takeoff.value" class="sums" data-compared>
        <strong>{{ signed(totals.usd - state.totals.value.usd, money) }}</strong>,
        {{ signed(totals.minutes - state.totals.value.minutes, hoursText) }} of work,
        {{
          signed(totals.carbon - state.totals.value.carbon, (kg) => carbonText(kg, project.units))
        }}
        <span v-if="totals.unpriced > 0" class="wrong"
          >; {{ totals.unpriced }} of its lines have no price</span
        >
      </p>
    </div>
    <table v-if="file && run.takeoff.value && !run.running.value" class="table">
      <thead>
        <tr>
          <th scope="col">What differs</th>
          <th scope="col">As it is</th>
          <th scope="col">With the other</th>
          <th scope="col">USD</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="{ key, role, name, line, now, then } in rows" :key="key">
          <th scope="row">
            {{ roleLabel(role) }}: {{ name }}
            <span class="soft narrow">{{ sizeText(line, project.units) }}</span>
          </th>
          <td>{{ now ? amountText(now.order, now.orderUnit, project.units) : '–' }}</td>
          <td>{{ then ? amountText(then.order, then.orderUnit, project.units) : '–' }}</td>
          <td>{{ more(now, then) }}</td>
        </tr>
      </tbody>
    </table>
  </section>
</template>

<style scoped>
.compare {
  padding-top: 8px;
  border-top: 2px solid var(--soft);
}

.choices {
  display: flex;
  flex-wrap: wrap;
  align-items: flex-end;
  gap: 6px 16px;
  margin: 4px 0 8px;
}

.choices > .field {
  width: 300px;
}

.sums {
  padding-bottom: 10px;
}

.compare table {
  max-width: 900px;
}
</style>
