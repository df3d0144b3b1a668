<script setup lang="ts">
import { computed, ref } from 'vue';
import { amountIn, amountText } from '@eldrun/core/takeoff';
import {
  BASIS,
  hoursText,
  inOrder,
  money,
  notCounted,
  roleLabel,
  type OrderLine,
} from '@eldrun/core/order';
import { format, parseNumber } from '@eldrun/core/units';
import type { HouseCommand } from '@eldrun/core/house';
import ChoiceField from '../../components/ChoiceField.vue';
import TableCell from '../../components/TableCell.vue';
import { useProject } from '../../project/project.ts';
import CompareOrders from './CompareOrders.vue';
import PacksPanel from './PacksPanel.vue';
import { useOrderFiles } from './order-files.ts';
import { useOrder } from './order-state.ts';
import { eachText, netText, sizeText, wasteText } from './order-words.ts';

/** Every line of the order, of the house or of one wall: what is built in, what is bought, what it costs. */
const project = useProject();
const state = useOrder();
const files = useOrderFiles(state);
const units = computed(() => project.units);

const HOUSE = 'house';
const wall = ref(HOUSE);
const walls = computed(() => [
  { value: HOUSE, label: 'The house' },
  ...state.house.file.value.elevations.map(({ id, name }) => ({ value: id, label: name ?? id })),
]);
const shown = computed(() =>
  inOrder(
    state.all.value.filter(
      ({ elevation }) => elevation === (wall.value === HOUSE ? null : wall.value),
    ),
  ),
);
/** The first line of each role says it. */
const rows = computed(() =>
  shown.value.map((line, i) => ({
    line,
    first: i === 0 || shown.value[i - 1]!.role !== line.role,
  })),
);

function setEach(line: OrderLine, typed: string): void {
  const name = `Price of ${line.name}`;
  if (typed.trim() === '')
    return void state.run(name, { type: 'setLinePrice', key: line.key, price: null });
  const usd = parseNumber(typed.replace(/^\$\s*/, ''), 'price', 0, 1e5);
  void state.run(name, {
    type: 'setLinePrice',
    key: line.key,
    price: {
      usd: usd * amountIn(1, line.orderUnit, units.value).value,
      unit: line.orderUnit,
      source: 'typed',
    },
  });
}

const waste = computed(() => state.house.house.value.waste ?? {});

function setWaste(role: string, typed: string): void {
  const { [role]: _, ...others } = waste.value;
  const share = typed.trim() === '' ? null : parseNumber(typed, 'waste', 0, 100) / 100;
  const command: HouseCommand = {
    type: 'setHouse',
    fields: { waste: share === null ? others : { ...others, [role]: share } },
  };
  void state.runHouse(`Waste of ${roleLabel(role).toLowerCase()}`, command);
}

const missingText = (line: OrderLine): string => notCounted([line], units.value).join('; ');

const chooser = ref<HTMLInputElement | null>(null);
function read(event: Event): void {
  const input = event.target as HTMLInputElement;
  const file = input.files?.[0];
  input.value = '';
  if (file) void files.takePrices(file);
}
</script>

<template>
  <div class="bar">
    <ChoiceField
      class="which"
      label="Of"
      :value="wall"
      :options="walls"
      @take="(id: string) => (wall = id)"
    />
    <p v-if="wall !== HOUSE" class="small soft">
      One wall ordered alone; together they take less, since offcuts go on.
    </p>
    <span class="out to-end">
      <button type="button" class="action" @click="chooser?.click()">Prices from CSV…</button>
      <button type="button" class="action" @click="files.saveCsv">Save as CSV</button>
      <button
        type="button"
        class="action ink"
        :disabled="files.writing.value"
        @click="files.saveWorkbook"
      >
        Save as XLSX
      </button>
      <input
        ref="chooser"
        type="file"
        accept=".csv,.tsv,.txt,text/csv"
        class="hidden-label"
        tabindex="-1"
        aria-label="File of prices"
        @change="read"
      />
    </span>
  </div>
  <div class="scroll">
    <table class="table lines">
      <thead>
        <tr>
          <th scope="col">For</th>
          <th scope="col" class="words">What</th>
          <th scope="col">Built in</th>
          <th scope="col" class="wide">Waste asked, %</th>
          <th scope="col" class="wide">Bought</th>
          <th scope="col">Order</th>
          <th scope="col">USD each</th>
          <th scope="col">USD</th>
          <th scope="col" class="words wide">Price from</th>
          <th scope="col">{{ format('carbon', 0, units).unit }}</th>
          <th scope="col" class="wide">Labor</th>
        </tr>
      </thead>
      <tbody>
        <tr
          v-for="{ line, first } in rows"
          :key="line.key"
          :class="{ first }"
          :data-line="line.key"
        >
          <th scope="row">{{ first ? roleLabel(line.role) : '' }}</th>
          <td class="words">
            {{ line.name }} <span class="soft narrow">{{ sizeText(line, units) }}</span>
            <span v-if="missingText(line)" class="missing small">■ {{ missingText(line) }}</span>
          </td>
          <td>{{ netText(line, units) }}</td>
          <td class="wide">
            <TableCell
              v-if="first && wall === HOUSE"
              :label="`Waste of ${roleLabel(line.role)}, %`"
              :value="String(Number((line.waste * 100).toFixed(1)))"
              :take="(typed: string) => setWaste(line.role, typed)"
            />
          </td>
          <td class="wide">{{ wasteText(line) }}</td>
          <td class="bold">{{ amountText(line.order, line.orderUnit, units) }}</td>
          <td>
            <TableCell
              :label="`Price of one ${amountIn(1, line.orderUnit, units).unit} of ${line.name}, ${sizeText(line, units)}, USD`"
              :value="eachText(line, units)"
              :take="(typed: string) => setEach(line, typed)"
            />
          </td>
          <td class="bold">{{ line.usd === null ? '–' : money(line.usd) }}</td>
          <td class="words small from wide">
            <span :class="{ demo: line.basis === 'demo', none: line.basis === 'none' }">{{
              BASIS[line.basis]
            }}</span>
          </td>
          <td>{{ line.carbon === null ? '–' : format('carbon', line.carbon, units).text }}</td>
          <td class="wide">{{ hoursText(line.minutes) }}</td>
        </tr>
      </tbody>
    </table>
  </div>
  <CompareOrders />
  <PacksPanel />
</template>

<style scoped>
.bar,
.out {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px 12px;
}

.which {
  width: 190px;
}

.which :deep(.label) {
  position: absolute;
  clip-path: inset(50%);
}

.lines th,
.lines td {
  padding: 2px 8px;
  vertical-align: baseline;
  white-space: nowrap;
}

.lines .words {
  text-align: left;
  white-space: normal;
}

.lines td.words:nth-child(2) {
  min-width: 250px;
}

.lines .from {
  white-space: nowrap;
}

.first > * {
  border-top: 1px solid var(--soft);
}

.lines tbody th {
  font-weight: 700;
}

.missing {
  display: block;
  color: var(--fail);
}

.demo {
  padding: 1px 5px;
  border: 1px dashed var(--soft);
}

.none {
  color: var(--fail);
  font-weight: 700;
}

/* On a tablet held upright what is bought and what it costs stay in sight. */
@media (max-width: 1000px) {
  .lines .wide {
    display: none;
  }

  .lines td.words:nth-child(2) {
    min-width: 150px;
  }

  .lines th,
  .lines td {
    padding-inline: 5px;
  }
}
</style>
