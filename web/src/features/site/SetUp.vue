<script setup lang="ts">
import { computed } from 'vue';
import { InputError } from '@eldrun/core/errors';
import { parseNumber, parseDay } from '@eldrun/core/units';
import type { OrderBook } from '@eldrun/core/order';
import {
  leadTimesOf,
  ROUTES,
  USUAL_CHOICES,
  USUAL_CREWS,
  type Choices,
  type LeadTime,
} from '@eldrun/core/site';
import { ask } from '../../persistence/api.ts';
import { useNotices } from '../../persistence/notices.ts';
import ChoiceField from '../../components/ChoiceField.vue';
import SegmentedChoice from '../../components/SegmentedChoice.vue';
import EditableTable from '../../components/EditableTable.vue';
import type { EditableColumn } from '../../components/editable-table.ts';
import TableCell from '../../components/TableCell.vue';
import TextField from '../../components/TextField.vue';
import TradeFigures from '../../components/TradeFigures.vue';
import { useSite } from './site-state.ts';

/** What a plan starts from: days, crews, schools, what comes late, where it begins. */
const state = useSite();
const notices = useNotices();
const { site } = state;
const set = (name: string, fields: Parameters<typeof fieldsCommand>[0]): void =>
  void state.run(name, fieldsCommand(fields));
const fieldsCommand = (fields: Partial<typeof site.value>) =>
  ({ type: 'setSite', fields }) as const;

const choices = computed<Choices>(() => ({ ...USUAL_CHOICES, ...site.value.choices }));
/** In the order in which they begin; those that have nothing to do last. */
const crews = computed(() => {
  const named = site.value.crews ?? USUAL_CREWS;
  const inTurn = state.plan.value.crews.map(({ crew }) => crew).filter((crew) => crew in named);
  return Object.fromEntries(
    [...new Set([...inTurn, ...Object.keys(named)])].map((crew) => [crew, named[crew]!]),
  );
});

const DAYS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'];
function toggleDay(day: number): void {
  const { calendar } = site.value;
  const workdays = calendar.workdays.includes(day)
    ? calendar.workdays.filter((one) => one !== day)
    : [...calendar.workdays, day].sort((a, b) => a - b);
  set(`Workdays`, { calendar: { ...calendar, workdays } });
}

function setStart(text: string): void {
  set('First day', { start: parseDay(text, 'start') });
}
function setHours(text: string): void {
  const hours = parseNumber(text, 'calendar.hours', 0.5, 24);
  set('Hours a day', { calendar: { ...site.value.calendar, hours } });
}
function setHolidays(text: string): void {
  const holidays = text
    .split(/[\s,;]+/)
    .filter(Boolean)
    .map((one) => parseDay(one, 'calendar.holidays'));
  set('Holidays', {
    calendar: { ...site.value.calendar, holidays: [...new Set(holidays)].sort() },
  });
}
const setPeople =
  (crew: string) =>
  (text: string): void => {
    const people = parseNumber(text, `crews.${crew}`, 0, 200);
    if (people <= 0) throw new InputError(`crews.${crew}`, 'nobody works then', 'above 0');
    set(`People of ${crew}`, { crews: { ...crews.value, [crew]: people } });
  };

const leads = computed(() => site.value.leadTimes ?? []);
const setLead = (n: number, fields: Partial<LeadTime>): void =>
  set('Lead time', {
    leadTimes: leads.value.map((one, i) => (i === n ? { ...one, ...fields } : one)),
  });
const addLead = (): void =>
  set('Lead time', {
    leadTimes: [...leads.value, { item: 'windows', ordered: state.day.value, days: 56 }],
  });
const removeLead = (n: number): void =>
  set('Lead time removed', { leadTimes: leads.value.filter((_, i) => i !== n) });

/** Takes what the order says of its lines: those of materials that are still to come. */
async function fromOrder(): Promise<void> {
  try {
    const { id: project } = state.project;
    const [listed] = await ask('listDocuments', { params: { project }, query: { kind: 'order' } });
    const order = listed && (await ask('readDocument', { params: { document: listed.id } }));
    const materials = new Set(
      state.plan.value.steps.flatMap((step) =>
        state.layersOf(step).flatMap(({ fillId }) => fillId ?? []),
      ),
    );
    const found = order
      ? leadTimesOf(order.document as unknown as OrderBook, materials, state.day.value)
      : [];
    if (found.length === 0)
      return notices.done(
        'The order says of nothing how long it takes',
        'Its prices and quotations do.',
      );
    const others = leads.value.filter(({ item }) => !found.some((one) => one.item === item));
    set('Lead times of the order', { leadTimes: [...others, ...found] });
  } catch (error) {
    notices.wrong('The order could not be read', error);
  }
}

const route = computed(
  () =>
    ROUTES.find(
      (one) =>
        one.choices.racking === choices.value.racking &&
        one.choices.windows === choices.value.windows &&
        one.choices.airtightness === choices.value.airtightness,
    )?.id ?? 'own',
);
const routes = computed(() => [
  ...(route.value === 'own' ? [{ label: 'of one’s own', value: 'own' }] : []),
  ...ROUTES.map(({ id, name }) => ({ label: name, value: id })),
]);
const says = computed(() => ROUTES.find(({ id }) => id === route.value)?.says ?? '');
function takeRoute(id: string): void {
  const taken = ROUTES.find((one) => one.id === id);
  if (taken) set(taken.name, { choices: taken.choices });
}

const SCHOOLS = {
  racking: [
    { value: 'outside', label: 'outside' },
    { value: 'inside', label: 'inside' },
  ],
  windows: [
    { value: 'before-insulation', label: 'before' },
    { value: 'after-insulation', label: 'after' },
  ],
  airtightness: [
    { value: 'before-cover', label: 'before covering' },
    { value: 'at-the-end', label: 'at the end' },
    { value: 'not-tested', label: 'not tested' },
  ],
} as const;
const choose = (name: string, fields: Partial<Choices>): void =>
  set(name, { choices: { ...choices.value, ...fields } });

type Standing = NonNullable<typeof site.value.existing> | 'none';
const existing = computed<Standing>(() => site.value.existing ?? 'none');
const EXISTING: { label: string; value: Standing }[] = [
  { label: 'nothing: a new house', value: 'none' },
  { label: 'a frame', value: 'frame' },
  { label: 'a façade', value: 'facade' },
  { label: 'a steel shell', value: 'shell' },
];
function setExisting(value: Standing): void {
  set('What stands already', { existing: value === 'none' ? undefined : value });
}

const LEADS: readonly EditableColumn<LeadTime>[] = [
  {
    title: 'Item',
    words: true,
    label: (_, n) => `Item ${n + 1}`,
    value: ({ item }) => item,
    take: (_, n, text) => setLead(n, { item: text.trim() }),
  },
  {
    title: 'Ordered',
    words: true,
    label: ({ item }) => `Day on which ${item} were ordered`,
    value: ({ ordered }) => ordered,
    take: (_, n, text) => setLead(n, { ordered: parseDay(text, 'ordered') }),
  },
  {
    title: 'Days',
    label: ({ item }) => `Days until ${item} come`,
    value: ({ days }) => String(days),
    take: (_, n, text) => setLead(n, { days: Math.round(parseNumber(text, 'days', 0, 1000)) }),
  },
];
</script>

<template>
  <details class="setup" :open="!state.record.exists.value">
    <summary>Start, days, crews, schools, what has to come</summary>
    <div class="grid">
      <section aria-label="Days">
        <h2>Days</h2>
        <TextField label="First day on the walls" :value="site.start" :take="setStart" />
        <fieldset class="days">
          <legend class="small soft">Workdays</legend>
          <button
            v-for="(name, n) in DAYS"
            :key="name"
            type="button"
            class="action day"
            :class="{ ink: site.calendar.workdays.includes(n + 1) }"
            :aria-pressed="site.calendar.workdays.includes(n + 1)"
            @click="toggleDay(n + 1)"
          >
            {{ name }}
          </button>
        </fieldset>
        <TextField label="Hours a day" :value="String(site.calendar.hours)" :take="setHours" />
        <TextField
          label="Holidays"
          :value="(site.calendar.holidays ?? []).join(', ')"
          :take="setHolidays"
          hint="Days with commas between them"
        />
      </section>
      <section aria-label="Crews and people">
        <h2>Crews, people</h2>
        <table class="table">
          <tbody>
            <tr v-for="(people, crew) in crews" :key="crew">
              <th scope="row">{{ crew }}</th>
              <td>
                <TableCell
                  :label="`People of ${crew}`"
                  :value="String(people)"
                  :take="setPeople(String(crew))"
                />
              </td>
            </tr>
          </tbody>
        </table>
      </section>
      <section aria-label="Schools">
        <h2>Where good builders differ</h2>
        <ChoiceField label="Start from" :value="route" :options="routes" @take="takeRoute" />
        <p class="small soft">{{ says }}</p>
        <p>
          Racking board
          <SegmentedChoice
            label="Racking board"
            :value="choices.racking"
            :options="SCHOOLS.racking"
            @take="(racking) => choose('Racking board', { racking })"
          />
        </p>
        <p>
          Windows and insulation
          <SegmentedChoice
            label="Windows before or after the insulation"
            :value="choices.windows"
            :options="SCHOOLS.windows"
            @take="(windows) => choose('Windows', { windows })"
          />
        </p>
        <p>
          Air barrier
          <SegmentedChoice
            label="When the air barrier is tested"
            :value="choices.airtightness"
            :options="SCHOOLS.airtightness"
            @take="(airtightness) => choose('Air test', { airtightness })"
          />
        </p>
        <label class="check"
          ><input
            type="checkbox"
            :checked="site.closedForNow ?? false"
            @change="
              set('Openings closed for the time being', {
                closedForNow: ($event.target as HTMLInputElement).checked || undefined,
              })
            "
          />
          Openings are closed with sheets until the windows come</label
        >
        <ChoiceField
          label="What stands already"
          :value="existing"
          :options="EXISTING"
          @take="setExisting"
        />
      </section>
      <section aria-label="What has to come">
        <h2>What has to come</h2>
        <p class="small soft">
          A kind of step, a material of the walls, or <em>roof</em>. What needs it starts no
          earlier.
        </p>
        <EditableTable
          v-if="leads.length > 0"
          caption="What has to come"
          :rows="leads"
          :columns="LEADS"
          :removing="({ item }) => `Remove ${item}`"
          @remove="(_, n) => removeLead(n)"
        />
        <div class="days">
          <button type="button" class="action" @click="addLead">Add what has to come</button>
          <button type="button" class="action" @click="fromOrder">Take it from the order</button>
        </div>
      </section>
    </div>
  </details>
  <details class="setup">
    <summary>Trade figures that the site stands on</summary>
    <TradeFigures
      :groups="{ site: 'Site' }"
      :trade="state.house.house.value.trade ?? {}"
      :units="state.project.units"
      @change="(name, trade) => void state.house.run(name, { type: 'setHouse', fields: { trade } })"
    />
  </details>
</template>

<style scoped>
summary {
  min-height: 44px;
  padding: 10px 0;
  font-weight: 600;
  cursor: pointer;
}

.grid {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(310px, 1fr));
  gap: 20px;
}

section {
  display: grid;
  gap: 8px;
  align-content: start;
}

.days {
  display: flex;
  flex-wrap: wrap;
  gap: 2px;
  padding: 0;
  border: 0;
}

.day {
  padding: 0 8px;
}

.check input {
  width: 24px;
  height: 24px;
}
</style>
