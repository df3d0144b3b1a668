<script setup lang="ts">
import { computed, ref } from 'vue';
import { amountIn, amountText } from '@eldrun/core/takeoff';
import { fixed } from '@eldrun/core/units';
import { freeName } from '@eldrun/core/house';
import { type QuotedLine, type Quotation, inOrder, money } from '@eldrun/core/order';
import type { Supplier } from '@eldrun/contract';
import { today } from '../../components/day.ts';
import { useNotices } from '../../persistence/notices.ts';
import ChoiceField from '../../components/ChoiceField.vue';
import StatusMark from '../../components/StatusMark.vue';
import { useProject } from '../../project/project.ts';
import SubstitutesPanel from './SubstitutesPanel.vue';
import { useOrder } from './order-state.ts';
import { sizeText } from './order-words.ts';
import { quotationOf, useQuotations } from './quotation-run.ts';

/** Requests for quotation: what a yard offers, what it has too little of, and what can stand in for it. */
const project = useProject();
const notices = useNotices();
const state = useOrder();
const quotations = useQuotations();

const supplier = ref('');
const chosen = computed(
  () =>
    quotations.suppliers.value.find(({ id }) => id === supplier.value) ??
    quotations.suppliers.value[0],
);
const asked = computed<Quotation[]>(() => [...(state.order.value.quotations ?? [])].reverse());
const open = ref('');
const shown = computed(() => asked.value.find(({ id }) => id === open.value) ?? asked.value[0]);
/** The line that something is to stand in for. */
const short = ref('');

async function request(from: Supplier): Promise<void> {
  const lines = inOrder(state.lines.value);
  const id = freeName(
    'Q',
    asked.value.map((one) => one.id),
  );
  const seed = Number(id.slice(1));
  try {
    const offer = await quotations.request(from, lines, seed);
    const quotation = quotationOf(id, from, today(), lines, offer);
    await state.run(`Quotation of ${from.name}`, { type: 'setQuotation', quotation });
    open.value = id;
    short.value = '';
    if (!offer)
      notices.wrong(
        `${from.name} did not answer`,
        'The request is kept without an offer; prices stay as they are. Ask again, or ask another yard.',
      );
  } catch (error) {
    notices.wrong(`${from.name} could not be asked`, error);
  }
}

const lineOf = (quoted: QuotedLine) => state.lines.value.find(({ key }) => key === quoted.key);
const nameOf = (quoted: QuotedLine): string => lineOf(quoted)?.name ?? quoted.material;
const isShort = ({ asked: wanted, available }: QuotedLine): boolean => available < wanted;
/** Short lines first, then in the order of the takeoff. */
const rows = computed(() =>
  [...(shown.value?.lines ?? [])].sort((a, b) => Number(isShort(b)) - Number(isShort(a))),
);
const sums = computed(() => {
  const lines = shown.value?.lines ?? [];
  const offered = lines.filter(({ usd }) => usd !== null);
  return {
    usd: offered.reduce((sum, line) => sum + line.usd! * line.asked, 0),
    now: offered.reduce((sum, line) => sum + (lineOf(line)?.usd ?? 0), 0),
    unpriced: offered.filter((line) => (lineOf(line)?.usd ?? null) === null).length,
    offered: offered.length,
    short: lines.filter(isShort).length,
    days: Math.max(0, ...offered.map(({ leadDays }) => leadDays ?? 0)),
  };
});

const eachText = ({ usd, unit }: QuotedLine): string =>
  usd === null ? '–' : money(usd / amountIn(1, unit, project.units).value);

async function take(quotation: Quotation): Promise<void> {
  if (
    await state.run(`Prices of ${quotation.supplier}`, {
      type: 'takePrices',
      quotation: quotation.id,
    })
  )
    notices.undoable(
      `${sums.value.offered} prices of ${quotation.supplier} are in the order`,
      '',
      () => state.record.travel('undo'),
    );
}
</script>

<template>
  <div class="asking">
    <p v-if="quotations.failure.value" class="wrong" role="alert">
      The yards could not be read: {{ quotations.failure.value }}
      <button type="button" class="action" @click="quotations.readSuppliers">Try again</button>
    </p>
    <template v-else-if="chosen">
      <ChoiceField
        label="Yard"
        :value="chosen.id"
        :options="
          quotations.suppliers.value.map(({ id, name, about }) => ({
            value: id,
            label: `${name}: ${about}`,
          }))
        "
        @take="(id: string) => (supplier = id)"
      />
      <button
        v-if="!quotations.asking.value"
        type="button"
        class="action ink"
        @click="request(chosen)"
      >
        Ask for a quotation of all {{ state.lines.value.length }} lines
      </button>
      <p v-else role="status" class="waiting">
        Waiting for {{ quotations.asking.value.name }}…
        <button type="button" class="action" @click="quotations.stop">Stop waiting</button>
      </p>
    </template>
    <p class="small soft">
      The yards are simulated and shipped with the program: prices, lead times and shortages are
      made up from a seed, to walk the way from a request to an order.
    </p>
  </div>
  <p v-if="!shown" class="soft">Nothing is asked for yet.</p>
  <template v-else>
    <nav class="asked" aria-label="Quotations">
      <button
        v-for="one in asked"
        :key="one.id"
        type="button"
        class="action quiet"
        :aria-pressed="one.id === shown.id"
        :class="{ here: one.id === shown.id }"
        @click="open = one.id"
      >
        {{ one.id }} · {{ one.supplier }}, {{ one.askedOn }}
      </button>
    </nav>
    <p v-if="!shown.answered" class="wrong" role="status">
      ■ {{ shown.supplier }} did not answer: its lines have no offer, and prices stay as they are.
      <button
        type="button"
        class="action quiet"
        @click="state.run('Forget a request', { type: 'removeQuotation', id: shown.id })"
      >
        Forget it
      </button>
    </p>
    <template v-else>
      <div class="sums">
        <p data-quotation>
          <strong>{{ money(sums.usd) }}</strong> for {{ sums.offered }} lines, as they stand in the
          order {{ money(sums.now)
          }}{{ sums.unpriced > 0 ? `, ${sums.unpriced} of them without a price` : '' }}; in
          {{ sums.days }} days; prices hold {{ shown.validDays }} days.
          <span :class="{ wrong: sums.short > 0 }">{{
            sums.short === 0 ? 'Nothing is short.' : `■ ${sums.short} lines are short.`
          }}</span>
        </p>
        <button type="button" class="action" @click="take(shown)">Take these prices</button>
        <button
          type="button"
          class="action quiet"
          @click="state.run('Forget a quotation', { type: 'removeQuotation', id: shown.id })"
        >
          Forget it
        </button>
      </div>
      <div class="scroll">
        <table class="table">
          <thead>
            <tr>
              <th scope="col">What</th>
              <th scope="col">Asked for</th>
              <th scope="col">Can be had</th>
              <th scope="col">USD each</th>
              <th scope="col">Against now</th>
              <th scope="col">Days</th>
              <th scope="col"><span class="hidden-label">What to do</span></th>
            </tr>
          </thead>
          <tbody>
            <template v-for="quoted in rows" :key="quoted.key">
              <tr :data-quoted="quoted.key">
                <th scope="row">
                  <StatusMark v-if="isShort(quoted)" status="fail" /> {{ nameOf(quoted) }}
                  <span class="soft narrow">{{ sizeText(quoted as never, project.units) }}</span>
                </th>
                <td>{{ amountText(quoted.asked, quoted.unit, project.units) }}</td>
                <td :class="{ wrong: isShort(quoted) }">
                  {{
                    quoted.usd === null
                      ? 'not carried'
                      : isShort(quoted)
                        ? quoted.available === 0
                          ? 'none'
                          : `${amountText(quoted.available, quoted.unit, project.units)} only`
                        : 'all'
                  }}
                </td>
                <td>{{ eachText(quoted) }}</td>
                <td>
                  {{
                    quoted.usd === null || !lineOf(quoted)?.each
                      ? '–'
                      : `${quoted.usd < lineOf(quoted)!.each! ? '−' : '+'}${fixed(Math.abs(quoted.usd / lineOf(quoted)!.each! - 1) * 100, 0)} %`
                  }}
                </td>
                <td>{{ quoted.leadDays ?? '–' }}</td>
                <td>
                  <button
                    v-if="isShort(quoted)"
                    type="button"
                    class="action quiet small"
                    :aria-expanded="short === quoted.key"
                    @click="short = short === quoted.key ? '' : quoted.key"
                  >
                    What can stand in<span class="hidden-label"> for {{ nameOf(quoted) }}</span>
                  </button>
                </td>
              </tr>
              <tr v-if="short === quoted.key">
                <td colspan="7" class="standing">
                  <SubstitutesPanel :material="quoted.material" :name="nameOf(quoted)" />
                </td>
              </tr>
            </template>
          </tbody>
        </table>
      </div>
    </template>
  </template>
</template>

<style scoped>
.asking,
.sums,
.asked {
  display: flex;
  flex-wrap: wrap;
  align-items: flex-end;
  gap: 6px 14px;
}

.asking > .field {
  width: 380px;
}

.sums {
  align-items: center;
}

.here {
  background: var(--marker);
}

.table .standing {
  padding: 6px 0 12px 24px;
  text-align: left;
}
</style>
