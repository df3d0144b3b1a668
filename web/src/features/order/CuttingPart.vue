<script setup lang="ts">
import { computed } from 'vue';
import { fixed, tapeText } from '@eldrun/core/units';
import { tradeOf } from '@eldrun/core/trade';
import { type OrderLine, inOrder, roleLabel } from '@eldrun/core/order';
import { amountText } from '@eldrun/core/takeoff';
import { useProject } from '../../project/project.ts';
import { lengthText } from '../../components/lengths.ts';
import { cutBars, NARROW } from './cutting-bars.ts';
import { useOrder } from './order-state.ts';
import { sizeText } from './order-words.ts';

/** The stack of lumber: every length that is bought, and what is cut from it. */
const project = useProject();
const state = useOrder();
const units = computed(() => project.units);
const kerf = computed(() => tradeOf(state.house.house.value)('rip-kerf'));

const stacks = computed(() =>
  inOrder(state.lines.value)
    .filter(({ cuts }) => cuts && cuts.length > 0)
    .map((line) => {
      const longest = Math.max(...line.cuts!.map(({ stock }) => stock));
      return { line, longest, bars: cutBars(line.cuts!, longest, kerf.value), ...sumsOf(line) };
    }),
);

function sumsOf({ cuts = [], bound = 0 }: OrderLine) {
  const total = cuts.reduce((sum, { stock, count }) => sum + stock * count, 0);
  const count = cuts.reduce((sum, one) => sum + one.count, 0);
  const used = cuts.reduce(
    (sum, one) => sum + one.count * one.pieces.reduce((all, piece) => all + piece, 0),
    0,
  );
  return { total, count, over: total / bound - 1, left: total - used };
}

const short = (length: number): string => tapeText(length, units.value);
const print = (): void => window.print();
</script>

<template>
  <p class="soft">
    Lengths of all walls together, a saw kerf of {{ lengthText(kerf, units) }} between pieces. Cut
    the longest pieces first; plates longer than a length are spliced, plies apart.
    <button type="button" class="action quiet no-print" @click="print">Print</button>
  </p>
  <section
    v-for="{ line, bars, total, count, over, left } in stacks"
    :key="line.key"
    class="stack"
    :aria-label="`${line.name} ${sizeText(line, units)}`"
  >
    <h2>
      {{ roleLabel(line.role) }}: {{ line.name }} {{ sizeText(line, units) }}
      <span class="small soft"
        >{{ count }} lengths, {{ amountText(total, 'm', units) }}, offcuts and kerf
        {{ amountText(left, 'm', units) }};
        {{
          over < 0.0005
            ? 'no plan takes less'
            : `within ${fixed(over * 100, 1)} % of what no plan can do without`
        }}</span
      >
    </h2>
    <table class="bars">
      <thead class="hidden-label">
        <tr>
          <th scope="col">How many</th>
          <th scope="col">Stock</th>
          <th scope="col">Pieces</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(bar, i) in bars" :key="i">
          <td class="count">{{ bar.count }} ×</td>
          <td class="length">{{ amountText(bar.stock, 'm', units) }}</td>
          <td class="drawn">
            <div class="bar">
              <span
                v-for="(piece, n) in bar.pieces"
                :key="n"
                class="piece"
                :style="{ left: `${piece.from * 100}%`, width: `${piece.width * 100}%` }"
                ><span :class="{ 'hidden-label': piece.width < NARROW }">{{
                  short(piece.length)
                }}</span></span
              >
              <span
                v-if="bar.left"
                class="piece left"
                :style="{ left: `${bar.left.from * 100}%`, width: `${bar.left.width * 100}%` }"
                ><span class="hidden-label">left over {{ short(bar.left.length) }}</span></span
              >
            </div>
          </td>
        </tr>
      </tbody>
    </table>
  </section>
</template>

<style scoped>
.stack {
  padding-top: 6px;
  border-top: 1px solid var(--soft);
  break-inside: avoid-page;
}

h2 {
  font-size: var(--text-14);
}

h2 .small {
  font-weight: 400;
}

.bars td {
  padding: 1px 8px 1px 0;
}

.count {
  width: 44px;
  font-weight: 700;
  text-align: right;
}

.length {
  width: 70px;
  text-align: right;
  white-space: nowrap;
}

.bar {
  position: relative;
  height: 22px;
}

.piece {
  position: absolute;
  top: 0;
  display: block;
  height: 22px;
  overflow: hidden;
  border: 1px solid var(--ink);
  background: var(--sheet);
  font-size: var(--text-12);
  line-height: 20px;
  text-align: center;
  white-space: nowrap;
}

.piece.left {
  border-style: dashed;
  background: repeating-linear-gradient(135deg, transparent 0 5px, var(--line) 5px 6px);
}
</style>
