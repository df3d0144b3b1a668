<script setup lang="ts">
import { useIntervalFn } from '@vueuse/core';
import { computed, onScopeDispose, ref, shallowRef, watch } from 'vue';
import { fixed, formatText, parseNumber } from '@eldrun/core/units';
import { InputError } from '@eldrun/core/errors';
import {
  judgedReading,
  simulatedMeter,
  simulatedSensors,
  type Reading,
} from '@eldrun/core/instruments';
import { addDays, dayNumber, type Wetting, longDay } from '@eldrun/core/site';
import ChoiceField from '../../components/ChoiceField.vue';
import StatusMark from '../../components/StatusMark.vue';
import TextField from '../../components/TextField.vue';
import { useSite } from './site-state.ts';
import { useWetting } from './wetting-run.ts';
import { useWho } from './who.ts';

/** Wood moisture: the meter and the sensors, each reading beside what the weather alone explains. */
const state = useSite();
const who = useWho();
const { share, problem, run, stop } = useWetting(state);

const elevation = ref(state.elevations.value[0]?.id ?? '');
const options = computed(() =>
  state.elevations.value.map(({ id, name }) => ({ label: name, value: id })),
);
const PLACES = ['studs', 'bottom plate', 'sheathing'] as const;
const place = ref<(typeof PLACES)[number]>('studs');
const where = computed(() => `${elevation.value}/${place.value.replace(' ', '-')}`);
/** Days before today that the prediction runs through. */
const BEFORE = 21;
const predicted = shallowRef<{ where: string; wetting: Wetting | null } | null>(null);
// Another wall, or more of it up, is another prediction.
watch([() => JSON.stringify(state.site.value.progress), state.walls], () => {
  predicted.value = null;
});

/** What the hourly run says of the wall as it stands, up to today. */
async function predict(): Promise<Wetting | null> {
  if (predicted.value?.where === where.value) return predicted.value.wetting;
  const asked = where.value;
  // From what was last read there; else from lumber as it is sold.
  const before = (state.site.value.readings ?? []).findLast(
    (one) => one.kind === 'wood-moisture' && one.where === asked && one.at < state.day.value,
  );
  const from = before?.at ?? addDays(state.day.value, -BEFORE);
  const studs = place.value !== 'sheathing';
  const wet = before?.value ?? (studs ? state.trade.value('site-wood-dry') : undefined);
  const answer = await run({
    elevation: elevation.value,
    from,
    days: Math.max(1, dayNumber(state.day.value) - dayNumber(from)),
    limit: state.woodLimit(elevation.value),
    studs,
    ...(wet === undefined ? {} : { wet }),
  });
  if (answer) predicted.value = { where: asked, wetting: answer.wetting };
  return answer?.wetting ?? null;
}

const add = (value: number): Promise<boolean> => {
  const reading: Reading = {
    kind: 'wood-moisture',
    where: where.value,
    value,
    at: state.day.value,
    ...(who.value.trim() ? { by: who.value.trim() } : {}),
  };
  return state.run(`Moisture at ${where.value}`, { type: 'addReading', reading });
};

async function measure(): Promise<void> {
  const wetting = await predict();
  const known = wetting?.days.at(-1)?.moisture ?? 0.14;
  // Plates lie where water stands.
  const standing = place.value === 'bottom plate' ? 0.045 : 0;
  const seed = (state.site.value.readings?.length ?? 0) + where.value.length;
  const meter = simulatedMeter(() => known + standing, seed);
  await add(await meter.read(where.value));
}
function typed(text: string): void {
  if (text.trim() === '') return;
  const percent = parseNumber(text.replace('%', ''), 'moisture', 1, 200);
  if (percent < 3) throw new InputError('moisture', 'is drier than wood gets', '3 to 200 %');
  void add(percent / 100);
}

const readings = computed(() =>
  (state.site.value.readings ?? [])
    .filter(({ kind }) => kind === 'wood-moisture')
    .toReversed()
    .slice(0, 12)
    .map((reading) => {
      const known =
        predicted.value?.where === reading.where
          ? (predicted.value.wetting?.days.find(({ day }) => day === addDays(reading.at, -1))
              ?.moisture ?? null)
          : null;
      const limit = state.woodLimit(reading.where.split('/')[0]!);
      return { reading, known, limit, judged: judgedReading(reading.value, known, limit) };
    }),
);

const streamed = shallowRef<Reading[]>([]);
const streaming = ref(false);
let stopStream: (() => void) | null = null;

/** A day of the sensors so often, ms. */
const EVERY = 250;

async function stream(): Promise<void> {
  const wetting = await predict();
  if (!wetting) return;
  streamed.value = [];
  streaming.value = true;
  const sensors = simulatedSensors(where.value, wetting.days, 5, (next) => {
    const { pause } = useIntervalFn(() => {
      if (!next()) endStream();
    }, EVERY);
    return pause;
  });
  stopStream = sensors.stream((reading) => (streamed.value = [...streamed.value, reading]));
}
function endStream(): void {
  stopStream?.();
  stopStream = null;
  streaming.value = false;
}
onScopeDispose(endStream);
const last = computed(() => streamed.value.at(-1));
const lastKnown = computed(
  () => predicted.value?.wetting?.days.find(({ day }) => day === last.value?.at)?.moisture ?? null,
);
const percent = (value: number): string => `${fixed(value * 100, 1)} %`;
</script>

<template>
  <section class="paper panel" aria-label="Moisture" data-moisture>
    <h2>Moisture of the wood</h2>
    <div class="acts">
      <ChoiceField label="Wall" :value="elevation" :options="options" @take="elevation = $event" />
      <ChoiceField
        label="Where"
        :value="place"
        :options="PLACES.map((one) => ({ label: one, value: one }))"
        @take="place = $event"
      />
      <TextField label="Read, % of dry weight" value="" :take="typed" />
      <template v-if="share === null">
        <button type="button" class="action" @click="measure">Read the simulated meter</button>
        <button v-if="!streaming" type="button" class="action" @click="stream">
          Listen to the sensors
        </button>
        <button v-else type="button" class="action" @click="endStream">Stop listening</button>
      </template>
      <span v-else role="status"
        >Predicting, {{ fixed(share * 100, 0) }} %
        <button type="button" class="action quiet" @click="stop">Stop</button></span
      >
    </div>
    <p v-if="problem" class="wrong" role="alert">{{ problem }}</p>
    <p v-if="last" data-streamed>
      Sensor at {{ last.where }}, {{ longDay(last.at) }}:
      <strong>{{ percent(last.value) }}</strong><template v-if="lastKnown !== null"
        >, predicted {{ percent(lastKnown) }}</template
      >
      · {{ streamed.length }} days heard
    </p>
    <table v-if="readings.length > 0" class="table words">
      <thead>
        <tr>
          <th scope="col">Where</th>
          <th scope="col">Day</th>
          <th scope="col">Read</th>
          <th scope="col">Predicted</th>
          <th scope="col">Limit</th>
          <th scope="col">What it says</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="({ reading, known, limit, judged }, n) in readings" :key="n">
          <th scope="row">{{ reading.where }}</th>
          <td>{{ longDay(reading.at) }}</td>
          <td>{{ percent(reading.value) }}</td>
          <td>{{ known === null ? '–' : percent(known) }}</td>
          <td>{{ formatText('share', limit, state.project.units) }}</td>
          <td><StatusMark :status="judged.status" /> {{ judged.says }}</td>
        </tr>
      </tbody>
    </table>
    <p class="small soft">
      A pin meter reads about 6 to 30 %; set it to the wood and its temperature. Predicted: the wall
      as it stands, hour by hour in the project’s weather.
    </p>
  </section>
</template>

<style scoped>
.words td,
.words th {
  text-align: left;
}
</style>
