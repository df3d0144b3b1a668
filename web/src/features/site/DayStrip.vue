<script setup lang="ts">
import { computed, nextTick, onMounted, ref } from 'vue';
import {
  dayNumber,
  dayOf,
  kindName,
  type ForecastDay,
  type PlannedStep,
  longDay,
  stepDays,
} from '@eldrun/core/site';
import { formatText, type UnitSystem } from '@eldrun/core/units';

/** The days of a site down the page, its elevations across: what is worked where on which day. */
const props = defineProps<{
  elevations: readonly { id: string; name: string; steps: readonly PlannedStep[] }[];
  /** Days on which something has to be covered, by elevation. */
  deadlines: readonly { day: string; elevation: string; text: string }[];
  isWorkday: (day: number) => boolean;
  holidays: ReadonlySet<string>;
  forecast: readonly ForecastDay[];
  today: string;
  /** The day that the wall is drawn as it stands on. */
  day: string;
  chosen: string;
  units: UnitSystem;
}>();
const emit = defineEmits<{
  choose: [step: string];
  day: [day: string];
  /** A step is dropped on another: it is to come before that one. */
  move: [step: string, before: string];
}>();

interface Row {
  day: string;
  work: boolean;
  cells: { step: PlannedStep; first: boolean }[][];
}

const range = computed(() => {
  const days = props.elevations
    .flatMap(({ steps }) => steps.flatMap(({ start, finish }) => [start, finish]))
    .filter((day): day is string => day !== null)
    .map(dayNumber);
  return days.length > 0 ? { from: Math.min(...days), to: Math.max(...days) } : null;
});

const rows = computed<Row[]>(() => {
  const { from, to } = range.value ?? { from: 0, to: -1 };
  return Array.from({ length: to - from + 1 }, (_, n) => {
    const number = from + n;
    const day = dayOf(number);
    return {
      day,
      work: props.isWorkday(number),
      cells: props.elevations.map(({ steps }) =>
        steps
          .filter(({ start, finish }) => start !== null && start <= day && finish! >= day)
          .map((step) => ({ step, first: step.start === day })),
      ),
    };
  });
});
const weather = computed(() => new Map(props.forecast.map((one) => [one.day, one])));
const due = computed(() => {
  const found = new Map<string, string[]>();
  for (const { day, elevation, text } of props.deadlines) {
    const key = `${day} ${elevation}`;
    found.set(key, [...(found.get(key) ?? []), text]);
  }
  return found;
});
const held = computed(() =>
  props.elevations.map(({ steps }) => steps.filter(({ start }) => start === null)),
);
const anyHeld = computed(() => held.value.some((steps) => steps.length > 0));

/** Rain of less than this is none, mm. */
const RAIN = 0.5;

const rainText = (day: string): string => {
  const known = weather.value.get(day);
  if (!known) return '';
  return known.rain >= RAIN ? formatText('rain', known.rain, props.units) : 'dry';
};

const dragged = ref('');
const over = ref('');
function drop(before: string): void {
  if (dragged.value && dragged.value !== before) emit('move', dragged.value, before);
  dragged.value = over.value = '';
}

const table = ref<HTMLElement | null>(null);
/** Today is in sight, with some days before it. */
onMounted(() => {
  const strip = table.value!;
  const row = strip.querySelector<HTMLElement>(`[data-day="${props.today}"]`);
  if (row) strip.scrollTop = row.offsetTop - strip.clientHeight / 3;
});

/** ↑ and ↓ walk the days. */
async function walk(event: KeyboardEvent, day: string): Promise<void> {
  const step = { ArrowUp: -1, ArrowDown: 1 }[event.key];
  if (!step) return;
  event.preventDefault();
  const next = rows.value[rows.value.findIndex((row) => row.day === day) + step];
  if (!next) return;
  emit('day', next.day);
  await nextTick();
  table.value?.querySelector<HTMLElement>(`[data-day="${next.day}"] button.day`)?.focus();
}

const label = (step: PlannedStep): string =>
  `${kindName(step.kind)}, ${stepDays(step)}${
    { no: '', started: ', under way', done: ', done' }[step.entered]
  }`;
</script>

<template>
  <div ref="table" class="strip paper">
    <table>
      <caption class="hidden-label">
        What is worked where on which day. Drag a step onto another to put it before that one.
      </caption>
      <thead>
        <tr>
          <th scope="col" class="date">Day</th>
          <th v-for="one in elevations" :key="one.id" scope="col">{{ one.name }}</th>
        </tr>
      </thead>
      <tbody>
        <tr
          v-for="row in rows"
          :key="row.day"
          :class="{
            off: !row.work && !holidays.has(row.day),
            free: !row.work,
            today: row.day === today,
            shown: row.day === day,
          }"
          :data-day="row.day"
        >
          <th scope="row" class="date">
            <div class="line">
              <button
                v-if="
                  row.work || row.cells.some((cell) => cell.length > 0) || holidays.has(row.day)
                "
                type="button"
                class="plain day"
                :aria-pressed="row.day === day"
                :tabindex="row.day === day ? 0 : -1"
                @click="emit('day', row.day)"
                @keydown="walk($event, row.day)"
              >
                {{ longDay(row.day) }}<span v-if="row.day === today" class="small"> · today</span
                ><span v-if="holidays.has(row.day)" class="small"> · holiday</span>
              </button>
              <span v-if="row.work && rainText(row.day)" class="rain small">{{
                rainText(row.day)
              }}</span>
            </div>
          </th>
          <td v-for="(cell, n) in row.cells" :key="elevations[n]!.id">
            <span class="chips">
              <button
                v-for="{ step, first } in cell"
                :key="step.id"
                type="button"
                class="chip"
                :class="[
                  step.entered,
                  { on: step.id === chosen, goes: !first, over: over === step.id },
                ]"
                :aria-label="`${elevations[n]!.name}: ${label(step)}`"
                :aria-pressed="step.id === chosen"
                :data-step="first ? step.id : undefined"
                draggable="true"
                @click="emit('choose', step.id)"
                @dragstart="dragged = step.id"
                @dragend="dragged = over = ''"
                @dragover.prevent="over = step.id"
                @dragleave="over = ''"
                @drop.prevent="drop(step.id)"
              >
                {{ first ? kindName(step.kind) : '″' }}
              </button>
            </span>
            <span
              v-for="text in due.get(`${row.day} ${elevations[n]!.id}`) ?? []"
              :key="text"
              class="due small"
              >◆ {{ text }}</span
            >
          </td>
        </tr>
        <tr v-if="anyHeld" class="held">
          <th scope="row" class="date">Held</th>
          <td v-for="(steps, n) in held" :key="elevations[n]!.id">
            <span class="chips">
              <button
                v-for="step in steps"
                :key="step.id"
                type="button"
                class="chip waits"
                :class="{ on: step.id === chosen }"
                :aria-pressed="step.id === chosen"
                :data-step="step.id"
                @click="emit('choose', step.id)"
              >
                <template v-if="step.held.length > 0">■ </template>{{ kindName(step.kind) }}
              </button>
            </span>
          </td>
        </tr>
      </tbody>
    </table>
  </div>
</template>

<style scoped>
.strip {
  overflow: auto;
  max-height: calc(100vh - var(--header) - 150px);
  min-height: 320px;
}

thead th {
  position: sticky;
  z-index: 1;
  top: 0;
  background: var(--sheet);
  color: var(--soft);
  font-size: var(--text-12);
  font-weight: 400;
  box-shadow: inset 0 -1px var(--line);
}

th,
td {
  padding: 1px 6px;
  border-bottom: 1px solid var(--line);
  text-align: left;
  font-weight: 400;
  vertical-align: middle;
}

td {
  min-width: 116px;
  border-left: 1px solid var(--line);
}

.date {
  width: 176px;
  white-space: nowrap;
}

.line {
  display: flex;
  gap: 8px;
  align-items: center;
  justify-content: space-between;
}

.day {
  min-height: 28px;
}

.off th,
.off td {
  height: 9px;
  padding-top: 0;
  padding-bottom: 0;
}

.free th,
.free td {
  background: repeating-linear-gradient(135deg, transparent 0 5px, var(--ground) 5px 8px);
}

.today .date {
  font-weight: 700;
}

.shown .date {
  background: var(--marker);
}

.shown th,
.shown td {
  border-bottom: 2px solid var(--ink);
}

.rain {
  color: var(--water);
}

.chips {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 4px;
}

.chip {
  min-height: 26px;
  padding: 0 7px;
  border: 1px solid var(--soft);
  background: var(--sheet);
  color: var(--ink);
  font-size: var(--text-12);
  white-space: nowrap;
  cursor: grab;
}

.chip.goes {
  border-style: dotted;
  color: var(--soft);
}

.chip.done {
  background: var(--ink);
  border-color: var(--ink);
  color: var(--sheet);
}

.chip.started {
  border: 2px solid var(--ink);
  font-weight: 700;
}

.chip.waits {
  border-style: dashed;
  border-color: var(--fail);
  cursor: pointer;
}

.chip.on {
  outline: 2px solid var(--ink);
  outline-offset: 1px;
  box-shadow: 0 0 0 5px var(--marker);
}

.chip.over {
  border-left: 5px solid var(--ink);
}

.due {
  display: block;
  color: var(--fail);
}

@media (pointer: coarse) {
  .chip,
  .day {
    min-height: 44px;
  }
}
</style>
