<script setup lang="ts">
import InputText from 'primevue/inputtext';
import Textarea from 'primevue/textarea';
import { computed, ref, useId } from 'vue';
import { formatText, parseNumber, parseDay } from '@eldrun/core/units';
import { groupedBy, kindName, type LogEntry, type PlannedStep, longDay } from '@eldrun/core/site';
import ChoiceField from '../../components/ChoiceField.vue';
import SegmentedChoice from '../../components/SegmentedChoice.vue';
import TextField from '../../components/TextField.vue';
import { usePhotos } from '../../persistence/photos.ts';
import PhotoButton from './PhotoButton.vue';
import PhotoRow from './PhotoRow.vue';
import { useSite } from './site-state.ts';
import { useWho } from './who.ts';

/** What was done and seen, day by day, with photos. */
const state = useSite();
const photos = usePhotos(() => state.project.id);
const who = useWho();
const id = useId();

const day = ref(state.day.value);
const KINDS = [
  { value: 'note', label: 'Note' },
  { value: 'work', label: 'Work' },
  { value: 'delivery', label: 'Delivery' },
  { value: 'visit', label: 'Visit' },
  { value: 'problem', label: 'Problem' },
  { value: 'weather', label: 'Weather' },
] as const;
const NAMES = new Map<string, string>(KINDS.map(({ value, label }) => [value, label]));
const kind = ref<LogEntry['kind']>('note');
const text = ref('');
const elevation = ref('all');
const crew = ref('none');
const people = ref('');
const crews = computed(() => [
  { label: 'no crew', value: 'none' },
  ...state.plan.value.crews.map(({ crew: name }) => ({ label: name, value: name })),
]);
const taken = ref<string[]>([]);
const wrong = ref('');
const options = computed(() => [
  { label: 'the whole house', value: 'all' },
  ...state.elevations.value.map(({ id: value, name }) => ({ label: name, value })),
]);

function setPeople(typed: string): void {
  people.value =
    typed.trim() === '' ? '' : String(Math.round(parseNumber(typed, 'people', 0, 500)));
}

const clock = (): string => new Date().toTimeString().slice(0, 5);

async function write(): Promise<void> {
  const said = text.value.trim();
  if (!said && taken.value.length === 0) {
    wrong.value = 'Write something, or take a photo.';
    return;
  }
  wrong.value = '';
  const entry: LogEntry = {
    id: `log-${crypto.randomUUID().slice(0, 13)}`,
    day: day.value,
    time: clock(),
    kind: kind.value,
    text: said,
    ...(elevation.value === 'all' ? {} : { elevation: elevation.value }),
    ...(crew.value === 'none' ? {} : { crew: crew.value }),
    ...(people.value ? { people: Number(people.value) } : {}),
    ...(taken.value.length > 0 ? { photos: taken.value } : {}),
    ...(who.value.trim() ? { by: who.value.trim() } : {}),
  };
  if (!(await state.run(`${NAMES.get(entry.kind)!} of ${day.value}`, { type: 'setLog', entry })))
    return;
  text.value = '';
  people.value = '';
  taken.value = [];
}
/** Who was there. */
const thereText = ({ crew: name, people: count }: LogEntry): string =>
  [name, count === undefined ? '' : `${count} ${count === 1 ? 'person' : 'people'}`]
    .filter(Boolean)
    .join(', ');
const remove = (entry: LogEntry): void =>
  void state.run('Entry removed', { type: 'removeLog', id: entry.id });

const wanted = ref('');
const found = computed(() => {
  const words = wanted.value.toLowerCase().split(/\s+/).filter(Boolean);
  const all = state.site.value.log ?? [];
  return words.length === 0
    ? all
    : all.filter((entry) => {
        const whole = [
          entry.text,
          NAMES.get(entry.kind),
          entry.by,
          entry.day,
          nameOf(entry.elevation),
        ]
          .join(' ')
          .toLowerCase();
        return words.every((word) => whole.includes(word));
      });
});
const nameOf = (of?: string): string =>
  state.elevations.value.find(({ id: one }) => one === of)?.name ?? of ?? '';

/** Days that have entries, the newest first. */
const days = computed(() =>
  [...groupedBy(found.value, (entry) => entry.day)]
    .toSorted(([a], [b]) => b.localeCompare(a))
    .map(([one, entries]) => ({
      day: one,
      entries: entries.toSorted((a, b) => (a.time ?? '').localeCompare(b.time ?? '')),
      weather: state.service.value?.forecast(one, 1).days[0] ?? null,
      worked: state.plan.value.steps.filter(
        ({ start, finish }) => start !== null && start <= one && finish! >= one,
      ),
      checks: (state.site.value.checks ?? []).filter(({ at }) => at === one),
    })),
);
const onlyDay = ref('');
const shown = computed(() =>
  days.value.filter((one) => !onlyDay.value || one.day === onlyDay.value),
);

const workText = (steps: readonly PlannedStep[]): string =>
  steps.map((step) => `${nameOf(step.elevation)} ${kindName(step.kind).toLowerCase()}`).join(', ');

/** Prints one day, or all that is shown. */
function print(one: string): void {
  onlyDay.value = one;
  requestAnimationFrame(() => {
    window.print();
    onlyDay.value = '';
  });
}
</script>

<template>
  <form class="paper quick no-print" aria-label="A new entry" @submit.prevent="write">
    <div class="row acts">
      <TextField label="Day" :value="day" :take="(typed) => void (day = parseDay(typed, 'day'))" />
      <ChoiceField label="Where" :value="elevation" :options="options" @take="elevation = $event" />
      <ChoiceField label="Crew" :value="crew" :options="crews" @take="crew = $event" />
      <TextField label="People there" :value="people" :take="setPeople" />
      <div class="field">
        <label :for="`${id}-who`">Who writes</label>
        <InputText :id="`${id}-who`" v-model="who" maxlength="200" autocomplete="name" />
      </div>
    </div>
    <SegmentedChoice label="What it is" :value="kind" :options="KINDS" @take="kind = $event" />
    <div class="field">
      <label :for="`${id}-text`">What happened</label>
      <Textarea :id="`${id}-text`" v-model="text" rows="2" maxlength="2000" auto-resize />
      <span v-if="wrong" class="wrong" role="alert">{{ wrong }}</span>
    </div>
    <div class="row acts">
      <PhotoButton label="Take a photo" :add="photos.add" @taken="taken.push($event)" />
      <PhotoRow :photos="taken" :small="photos.small" :whole="photos.whole" />
      <button type="submit" class="action ink">Write it down</button>
      <p v-if="photos.waiting.value > 0" role="status" data-waiting>
        {{ photos.waiting.value }} photos are on this device and not sent yet
      </p>
      <p v-if="photos.problem.value" class="wrong" role="alert">{{ photos.problem.value }}</p>
    </div>
  </form>
  <div class="row acts no-print">
    <div class="field search">
      <label :for="`${id}-search`">Search the log</label>
      <InputText :id="`${id}-search`" v-model="wanted" autocomplete="off" type="search" />
    </div>
    <p class="soft" role="status">
      {{ found.length }} of {{ (state.site.value.log ?? []).length }} entries
    </p>
    <button type="button" class="action" :disabled="days.length === 0" @click="print('')">
      Print the record
    </button>
  </div>
  <p v-if="days.length === 0" class="soft">
    {{ wanted ? 'Nothing of the log says so.' : 'Nothing is written down yet.' }}
  </p>
  <section v-for="one in shown" :key="one.day" class="day" :data-log-day="one.day">
    <h2>
      {{ longDay(one.day) }}
      <button type="button" class="action quiet small no-print" @click="print(one.day)">
        Print this day<span class="hidden-label">, {{ longDay(one.day) }}</span>
      </button>
    </h2>
    <p class="small soft">
      <template v-if="one.weather"
        >{{ formatText('temperature', one.weather.low, state.project.units) }} to
        {{ formatText('temperature', one.weather.high, state.project.units) }},
        {{
          one.weather.rain > 0.5
            ? `rain ${formatText('rain', one.weather.rain, state.project.units)}`
            : 'dry'
        }}
        (simulated)</template
      ><template v-if="one.worked.length > 0"> · {{ workText(one.worked) }}</template
      ><template v-if="one.checks.length > 0"> · {{ one.checks.length }} checks</template>
    </p>
    <ul>
      <li v-for="entry in one.entries" :key="entry.id" class="entry" :data-entry="entry.id">
        <span class="soft small time">{{ entry.time }}</span>
        <div>
          <p>
            <strong>{{ entry.kind === 'problem' ? '■ ' : '' }}{{ NAMES.get(entry.kind) }}</strong
            ><template v-if="entry.elevation">, {{ nameOf(entry.elevation) }}</template
            ><template v-if="entry.crew || entry.people">, {{ thereText(entry) }}</template
            ><template v-if="entry.text">: {{ entry.text }}</template
            ><span v-if="entry.by" class="soft small"> — {{ entry.by }}</span>
          </p>
          <PhotoRow :photos="entry.photos ?? []" :small="photos.small" :whole="photos.whole" />
        </div>
        <button
          type="button"
          class="action quiet small no-print"
          :aria-label="`Remove the entry of ${entry.time}`"
          @click="remove(entry)"
        >
          Remove
        </button>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.quick {
  display: grid;
  gap: 8px;
  padding: 10px 12px;
}

.quick .ink {
  min-width: 160px;
  text-align: center;
}

.search {
  flex: 0 1 320px;
}

.day {
  break-inside: avoid;
}

.day h2 {
  display: flex;
  align-items: center;
  gap: 8px;
}

.entry {
  display: grid;
  grid-template-columns: 44px minmax(0, 1fr) auto;
  gap: 8px;
  align-items: start;
  padding: 6px 0;
  border-top: 1px solid var(--line);
}
</style>
