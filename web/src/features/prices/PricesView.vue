<script setup lang="ts">
import Column from 'primevue/column';
import DataTable from 'primevue/datatable';
import InputText from 'primevue/inputtext';
import Select from 'primevue/select';
import { computed, ref, useId } from 'vue';
import { fixed, formatText, parseLength, SQUARE_FOOT } from '@eldrun/core/units';
import { InputError } from '@eldrun/core/errors';
import { materialsUsed } from '@eldrun/core/wall';
import { pricesCsv, pricesOfCsv } from '@eldrun/core/prices';
import type { Material, Price } from '@eldrun/core/materials';
import { fileName } from '@eldrun/core/document';
import { useNotices } from '../../persistence/notices.ts';
import OnlyDocumentNotices from '../../components/OnlyDocumentNotices.vue';
import SavedState from '../../components/SavedState.vue';
import SegmentedChoice from '../../components/SegmentedChoice.vue';
import TableCell from '../../components/TableCell.vue';
import TextField from '../../components/TextField.vue';
import { useContents } from '../../project/contents.ts';
import { useProject } from '../../project/project.ts';
import { downloadText } from '../../persistence/wall-files.ts';
import OptionsSwitch from '../../components/OptionsSwitch.vue';
import { amount, usePriceBook } from '../../project/price-book.ts';
import {
  changedPrice,
  PRICE_UNITS,
  priceRows,
  shownPrice,
  usedIn,
  type PriceRow,
} from '../../project/price-rows.ts';

/** What materials and labor cost in this project: a table to type into, and CSV in and out. */
const project = useProject();
const notices = useNotices();
const book = usePriceBook();
const id = useId();

type Which = 'walls' | 'all' | 'none';
const which = ref<Which>('walls');
const text = ref('');
const WHICH = [
  { value: 'walls' as const, label: 'In the walls' },
  { value: 'all' as const, label: 'All materials' },
  { value: 'none' as const, label: 'Without a price' },
];

const contents = useContents();
const saved = contents.followWalls();
/** The walls of the project: which materials they are of, and those that they bring along. */
const walls = computed<{ used: string[]; own: Record<string, Material> }[]>(() =>
  [...saved.value.values()].map((document) => ({
    used: materialsUsed(document),
    own: document.materials ?? {},
  })),
);

const materials = computed<Record<string, Material>>(() =>
  walls.value.reduce((all, { own }) => ({ ...own, ...all }), project.materials),
);
const prices = computed(() => project.prices?.document ?? null);
const rows = computed(() =>
  priceRows(prices.value, materials.value, usedIn(walls.value.map(({ used }) => used))),
);
const shown = computed(() => {
  const words = text.value.trim().toLowerCase();
  return rows.value.filter(
    ({ name, walls: inWalls, kind }) =>
      (which.value === 'all' || (which.value === 'walls' ? inWalls > 0 : kind === 'none')) &&
      name.toLowerCase().includes(words),
  );
});
const demoUsed = computed(
  () => rows.value.filter((row) => row.walls > 0 && row.kind === 'demo').length,
);

const imperial = computed(() => project.units === 'imperial');
const units = computed(() => PRICE_UNITS[project.units]);
const minutesUnit = computed(() => (imperial.value ? SQUARE_FOOT : 1));

/** Changes figures of a material's price. */
function set(row: PriceRow, change: Partial<Price>): void {
  void book.run(`Price of ${row.name}`, [
    { type: 'setPrice', material: row.id, price: changedPrice(row, change) },
  ]);
}

function setUsd(row: PriceRow, typed: string): void {
  set(row, { usd: amount(typed, 100_000) / units.value[row.price.per ?? 'm2'].size });
}

/** The amount stays as it was typed: 12 for a square foot becomes 12 for a cubic foot. */
function setPer(row: PriceRow, per: Price['per']): void {
  const { usd = 0, per: before = 'm2' } = row.price;
  const typed = usd * units.value[before].size;
  set(row, { per, usd: typed / units.value[per].size, thickness: undefined });
}

function setThickness(row: PriceRow, typed: string): void {
  const thickness = typed.trim() === '' ? undefined : parseLength(typed, project.units);
  set(row, { thickness });
}

function back(row: PriceRow): void {
  void book.run(`Demo price of ${row.name}`, [{ type: 'setPrice', material: row.id, price: null }]);
}

const figure = (value: number | undefined, digits: number): string =>
  value === undefined ? '' : fixed(value, digits);

function setLaborRate(typed: string): void {
  const laborRate = typed.trim() === '' ? 0 : amount(typed, 10_000);
  void book.run('Labor rate', [{ type: 'setLaborRate', laborRate }]);
}

function save(): void {
  downloadText(
    `${fileName(`${project.document!.name} prices`)}.csv`,
    pricesCsv(prices.value, materials.value, project.units),
    'text/csv',
  );
}

/** The largest file of prices, bytes. */
const MOST = 1 << 20;
const chooser = ref<HTMLInputElement | null>(null);

async function read(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement;
  const file = input.files?.[0];
  input.value = '';
  if (!file) return;
  try {
    if (file.size > MOST) throw new InputError('', 'the file is too large', 'at most 1 MiB');
    const { commands, without } = pricesOfCsv(await file.text(), materials.value);
    if (!(await book.run(`Prices of ${file.name}`, commands))) return;
    notices.undoable(
      `${commands.length} prices are taken from ${file.name}`,
      without > 0 ? `${without} lines without a price were passed over.` : '',
      () => void book.undo(),
    );
  } catch (error) {
    if (!(error instanceof InputError)) throw error;
    notices.wrong(`Nothing is taken from ${file.name}`, error);
  }
}
</script>

<template>
  <OptionsSwitch />
  <div class="prices spaced">
    <OnlyDocumentNotices :of="book" />
    <header class="head">
      <h1>Prices</h1>
      <p class="soft">
        <template v-if="demoUsed > 0">
          <strong>{{ demoUsed }}</strong> of the materials in the walls stand at demo prices, which
          are no quotations.
        </template>
        <template v-else>All materials in the walls stand at prices of your own.</template>
      </p>
      <div class="tools">
        <SavedState
          v-if="prices"
          :state="book.saveState.value"
          :revision="book.revision.value"
          :kept="book.kept.value"
          :file="false"
        />
        <button
          type="button"
          class="action"
          :disabled="book.past.value.length === 0"
          @click="book.travel('undo')"
        >
          Undo
        </button>
        <button type="button" class="action" @click="chooser?.click()">Take from CSV…</button>
        <button type="button" class="action" @click="save">Save as CSV</button>
        <button
          v-if="prices"
          type="button"
          class="action quiet"
          @click="book.drop('Everything is at demo prices')"
        >
          Back to demo prices
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
      </div>
    </header>
    <p v-if="contents.failure" class="wrong" role="alert">
      The walls could not be read: {{ contents.failure }}
      <button type="button" class="action" @click="contents.loadWanted">Try again</button>
    </p>
    <div class="filters">
      <SegmentedChoice
        label="Which materials"
        :value="which"
        :options="WHICH"
        @take="(of) => (which = of)"
      />
      <div class="field">
        <label :for="id">Search</label>
        <InputText :id="id" v-model="text" type="search" autocomplete="off" />
      </div>
      <TextField
        label="Labor, USD an hour"
        :value="prices?.laborRate ? fixed(prices.laborRate, 2) : ''"
        :take="setLaborRate"
        :hint="
          prices?.laborRate
            ? 'Labor is in all costs of this project.'
            : 'Without a rate, costs are of materials alone.'
        "
      />
    </div>
    <DataTable
      :value="shown"
      data-key="id"
      size="small"
      scrollable
      scroll-height="calc(100vh - 300px)"
      :virtual-scroller-options="{ itemSize: 46 }"
    >
      <template #empty>No material answers to this.</template>
      <Column header="Material">
        <template #body="{ data }: { data: PriceRow }">
          <span class="name">{{ data.name }}</span>
        </template>
      </Column>
      <Column header="Walls" class="right">
        <template #body="{ data }: { data: PriceRow }">{{ data.walls || '–' }}</template>
      </Column>
      <Column header="Price, USD" class="right">
        <template #body="{ data }: { data: PriceRow }">
          <TableCell
            :label="`Price of ${data.name}, USD`"
            :value="shownPrice(data, project.units)"
            :take="(typed: string) => setUsd(data, typed)"
          />
        </template>
      </Column>
      <Column header="for a">
        <template #body="{ data }: { data: PriceRow }">
          <Select
            v-if="data.kind !== 'none'"
            :model-value="data.price.per"
            :options="[units.m2, units.m3]"
            option-label="label"
            option-value="per"
            class="per"
            size="small"
            :aria-label="`${data.name} is priced for a`"
            @update:model-value="(per: Price['per']) => setPer(data, per)"
          />
        </template>
      </Column>
      <Column header="at" class="right">
        <template #body="{ data }: { data: PriceRow }">
          <TableCell
            v-if="data.price.per === 'm2'"
            :label="`Thickness that the price of ${data.name} is for`"
            :value="
              data.price.thickness ? formatText('length', data.price.thickness, project.units) : ''
            "
            :take="(typed: string) => setThickness(data, typed)"
          />
        </template>
      </Column>
      <Column header="Waste, %" class="right">
        <template #body="{ data }: { data: PriceRow }">
          <TableCell
            v-if="data.kind !== 'none'"
            :label="`Waste of ${data.name}, %`"
            :value="figure((data.price.waste ?? 0) * 100, 1)"
            :take="(typed: string) => set(data, { waste: amount(typed, 100) / 100 })"
          />
        </template>
      </Column>
      <Column :header="imperial ? 'Labor, min/ft²' : 'Labor, min/m²'" class="right">
        <template #body="{ data }: { data: PriceRow }">
          <TableCell
            v-if="data.kind !== 'none'"
            :label="`Labor for ${data.name}, minutes`"
            :value="figure(data.price.minutes && data.price.minutes * minutesUnit, 2)"
            :take="(typed: string) => set(data, { minutes: amount(typed, 900) / minutesUnit })"
          />
        </template>
      </Column>
      <Column header="Stands on">
        <template #body="{ data }: { data: PriceRow }">
          <span v-if="data.kind === 'none'" class="none">no price: left out of costs</span>
          <span v-else-if="data.kind === 'demo'" class="demo">demo price</span>
          <TableCell
            v-else
            words
            :label="`Where the price of ${data.name} is from`"
            :value="data.price.source ?? ''"
            :take="
              (typed: string) => set(data, { source: typed.trim().slice(0, 200) || undefined })
            "
          />
          <button
            v-if="data.inBook"
            type="button"
            class="plain back"
            :aria-label="`Back to the demo price of ${data.name}`"
            title="Back to the demo price"
            @click="back(data)"
          >
            ×
          </button>
        </template>
      </Column>
    </DataTable>
    <p class="small soft">
      Prices are without tax, freight, equipment and profit. Waste is what is bought beyond what is
      built in.
    </p>
  </div>
</template>

<style scoped>
.head,
.tools,
.filters {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 4px 16px;
}

.head h1 {
  font-size: var(--text-28);
}

.tools {
  gap: 8px;
  margin-left: auto;
}

.filters {
  align-items: flex-start;
}

.name {
  display: inline-block;
  min-width: 150px;
  font-weight: 600;
}

.per {
  width: 84px;
  height: 30px;
  min-height: 0;
}

.per :deep(.p-select-label) {
  padding-block: 0;
}

.demo {
  padding: 1px 6px;
  border: 1px dashed var(--soft);
}

.none,
.back {
  min-width: 28px;
  min-height: 28px;
}

:deep(.right) {
  text-align: right;
}
</style>
