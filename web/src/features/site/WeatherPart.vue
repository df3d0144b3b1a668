<script setup lang="ts">
import { computed, ref, shallowRef } from 'vue';
import { fixed, formatText, messageText } from '@eldrun/core/units';
import {
  cureOf,
  dayNumber,
  kindName,
  stepWeather,
  type Clock,
  type StepWeather,
  type Wetting,
  wettingStatus,
  longDay,
} from '@eldrun/core/site';
import ChoiceField from '../../components/ChoiceField.vue';
import StatusMark from '../../components/StatusMark.vue';
import WettingChart from './WettingChart.vue';
import { useSite } from './site-state.ts';
import { useWetting } from './wetting-run.ts';

/** What lies open and until when, what the weather of the next days allows, and what rain does to an open wall. */
const state = useSite();
const { plan, forecast } = state;

const RANK = { fail: 0, caution: 1, pass: 2 } as const;
/** What lies open now comes first, then what will, then what is covered already. */
const turn = ({ from, covered }: Clock): number =>
  covered !== null && covered <= state.day.value ? 2 : from <= state.day.value ? 0 : 1;
const clocks = computed(() =>
  plan.value.clocks.toSorted(
    (a, b) =>
      RANK[a.status] - RANK[b.status] || turn(a) - turn(b) || a.deadline.localeCompare(b.deadline),
  ),
);
const all = ref(false);
const SOME = 8;
const shown = computed(() => (all.value ? clocks.value : clocks.value.slice(0, SOME)));

/** How much of its days something has lain open, and will have, shares of the limit. */
const used = ({ from, covered, limitDays }: Clock, until: string): number =>
  limitDays > 0
    ? Math.max(
        0,
        Math.min(
          1,
          (dayNumber(covered && covered < until ? covered : until) - dayNumber(from)) / limitDays,
        ),
      )
    : 1;
const planned = ({ from, covered, limitDays }: Clock): number =>
  covered && limitDays > 0
    ? Math.min(1, Math.max(0, (dayNumber(covered) - dayNumber(from)) / limitDays))
    : 1;

const weather = computed(() =>
  stepWeather(
    plan.value.steps,
    forecast.value?.days ?? [],
    state.layersOf,
    state.trade.value,
    state.workdays.value.is,
  ),
);
const wrongDays = computed(() => weather.value.filter(({ wrong }) => wrong.length > 0));

/** What is wrong with which days, as a sentence. */
const wrongText = ({ wrong }: StepWeather): string =>
  messageText(
    [...wrong.flatMap(({ day, why }, n) => [`${n > 0 ? '; ' : ''}${longDay(day)} `, ...why]), '.'],
    state.project.units,
  );

const cures = computed(() =>
  plan.value.steps.flatMap((step) => {
    if (step.family !== 'cladding' || !step.start) return [];
    const cure = cureOf(state.layersOf(step), step.start, state.trade.value);
    return cure ? [{ step, cure }] : [];
  }),
);

const elevation = ref(state.elevations.value[0]?.id ?? '');
const options = computed(() =>
  state.elevations.value.map(({ id, name }) => ({ label: name, value: id })),
);
const { share, problem, run, stop } = useWetting(state);
const wetting = shallowRef<{ result: Wetting | null; elevation: string } | null>(null);

/** Days that are run: the forecast and what follows. */
const RUN_DAYS = 30;

async function rain(): Promise<void> {
  const one = state.elevations.value.find(({ id }) => id === elevation.value);
  const answer = await run({
    elevation: elevation.value,
    from: state.day.value,
    days: RUN_DAYS,
    limit: state.woodLimit(elevation.value),
  });
  if (answer && one) wetting.value = { result: answer.wetting, elevation: one.name };
}
</script>

<template>
  <section aria-label="Clocks" data-clocks>
    <h2>What lies open, and until when</h2>
    <p v-if="clocks.length === 0" class="soft">Nothing of these walls has a limit.</p>
    <table v-else class="table words">
      <thead>
        <tr>
          <th scope="col">What</th>
          <th scope="col">Open from</th>
          <th scope="col">Bears</th>
          <th scope="col">Until</th>
          <th scope="col">Covered by</th>
          <th scope="col" class="bar">Used of its days, planned to be</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="one in shown" :key="`${one.step} ${one.layer}`" :data-clock="one.step">
          <th scope="row">
            <StatusMark :status="one.status" /> {{ state.stepName(one.step) }}: {{ one.what }}
          </th>
          <td>{{ longDay(one.from) }}</td>
          <td>{{ one.limitDays }} days</td>
          <td>{{ longDay(one.deadline, one.from) }}</td>
          <td>
            <template v-if="one.covered"
              >{{ kindName(one.coveredBy!.split('/').at(-1)!) }},
              {{ longDay(one.covered, one.from) }}</template
            ><template v-else>nothing in sight</template>
          </td>
          <td class="bar">
            <span class="track" aria-hidden="true"
              ><span class="plan" :style="{ width: `${planned(one) * 100}%` }" /><span
                class="used"
                :style="{ width: `${used(one, state.day.value) * 100}%` }"
            /></span>
            {{ fixed(used(one, state.day.value) * 100, 0) }} %
          </td>
        </tr>
      </tbody>
    </table>
    <button v-if="clocks.length > SOME" type="button" class="action quiet" @click="all = !all">
      {{ all ? 'Fewer' : `All ${clocks.length}` }}
    </button>
    <p class="small soft">
      Days of sun and weather by the material. A panel’s glue rating (exposure 1) is no rain
      protection: its days count for panels that drain and dry.
    </p>
  </section>

  <section v-if="forecast" aria-label="Forecast">
    <h2>The next ten days</h2>
    <p class="small soft">{{ forecast.source }}</p>
    <div class="scroll">
      <table class="table days">
        <thead>
          <tr>
            <th scope="col">Day</th>
            <th v-for="one in forecast.days" :key="one.day" scope="col">{{ longDay(one.day) }}</th>
          </tr>
        </thead>
        <tbody>
          <tr>
            <th scope="row">Low, high</th>
            <td v-for="one in forecast.days" :key="one.day">
              {{ formatText('temperature', one.low, state.project.units) }},
              {{ formatText('temperature', one.high, state.project.units) }}
            </td>
          </tr>
          <tr>
            <th scope="row">Rain</th>
            <td v-for="one in forecast.days" :key="one.day" :class="{ wet: one.rain > 0.5 }">
              {{ one.rain > 0.5 ? formatText('rain', one.rain, state.project.units) : 'dry' }}
            </td>
          </tr>
          <tr>
            <th scope="row">Gusts</th>
            <td v-for="one in forecast.days" :key="one.day">
              {{ formatText('windSpeed', one.gust, state.project.units) }}
            </td>
          </tr>
        </tbody>
      </table>
    </div>
    <p v-if="wrongDays.length === 0" class="fine">
      <StatusMark status="pass" /> Nothing planned in these days meets weather that it does not
      bear.
    </p>
    <ul v-else data-warnings>
      <li v-for="one in wrongDays" :key="one.step" class="warning">
        <StatusMark status="caution" /> <strong>{{ state.stepName(one.step) }}</strong>:
        {{ wrongText(one) }}
        <template v-if="one.window"
          >Next window: {{ longDay(one.window.from)
          }}<template v-if="one.window.to !== one.window.from">
            to {{ longDay(one.window.to) }}</template
          >.</template
        >
        <template v-else>No window in these ten days.</template>
        <span class="small soft">
          It asks for
          <template v-for="(condition, n) in one.conditions" :key="condition.id"
            ><template v-if="n > 0">; </template
            >{{ messageText(condition.says, state.project.units) }}</template
          >.</span
        >
      </li>
    </ul>
  </section>

  <section v-if="cures.length > 0" aria-label="Curing">
    <h2>Plaster that cures</h2>
    <div v-for="{ step, cure } in cures" :key="step.id">
      <h3>
        {{ state.stepName(step.id) }},
        {{ formatText('temperature', cure.temperature[0], state.project.units) }} to
        {{ formatText('temperature', cure.temperature[1], state.project.units) }}
      </h3>
      <ul>
        <li v-for="coat in cure.coats" :key="coat.name">
          {{ coat.name }} on {{ longDay(coat.on)
          }}<template v-if="coat.moistUntil"
            >, kept moist until {{ longDay(coat.moistUntil) }}: fog it 2 to 3 times a day, more in
            hot wind</template
          >, next on {{ longDay(coat.next) }}
        </li>
        <li>
          Paint from {{ longDay(cure.paint) }}, or by pH ({{ state.trade.value('site-stucco-ph') }}
          or less)
        </li>
      </ul>
    </div>
  </section>

  <section aria-label="Rain on an open wall" data-wetting>
    <h2>What rain does to an open wall</h2>
    <p class="small soft">
      The wall as it stands today, hour by hour in the weather to come: how wet its wood gets, and
      when it is dry enough to be closed in.
    </p>
    <div class="acts">
      <ChoiceField label="Wall" :value="elevation" :options="options" @take="elevation = $event" />
      <button v-if="share === null" type="button" class="action" @click="rain">Let it rain</button>
      <span v-else role="status" class="acts"
        >Hour by hour, {{ fixed(share * 100, 0) }} %
        <button type="button" class="action quiet" @click="stop">Stop</button></span
      >
    </div>
    <p v-if="problem" class="wrong" role="alert">It could not be run: {{ problem }}</p>
    <template v-if="wetting">
      <p v-if="!wetting.result">
        Nothing of wood stands open on {{ wetting.elevation }} today: there is nothing to watch.
      </p>
      <template v-else>
        <p>
          <StatusMark :status="wettingStatus(wetting.result)" />
          {{ wetting.elevation }}: at most
          {{ formatText('share', wetting.result.peak, state.project.units) }} of its dry weight;
          <template v-if="wetting.result.dry"
            >at {{ formatText('share', wetting.result.limit, state.project.units) }} or less from
            <strong>{{ longDay(wetting.result.dry) }}</strong> on</template
          ><template v-else
            >not at {{ formatText('share', wetting.result.limit, state.project.units) }} within
            {{ RUN_DAYS }} days: cover it, or dry it</template
          >.
        </p>
        <WettingChart :wetting="wetting.result" :units="state.project.units" />
        <p class="small soft">
          It counts rain on the bare face. Water that runs into joints or stands on plates is not in
          it: measure before you close. {{ wetting.result.notes.join(' ') }}
        </p>
      </template>
    </template>
  </section>
</template>

<style scoped>
.words td,
.words th {
  text-align: left;
}

.bar {
  width: 220px;
  white-space: nowrap;
}

.track {
  position: relative;
  display: inline-block;
  width: 130px;
  height: 10px;
  border: 1px solid var(--ink);
  background: var(--sheet);
}

.track span {
  position: absolute;
  inset: 0 auto 0 0;
}

.plan {
  background: repeating-linear-gradient(135deg, transparent 0 3px, var(--soft) 3px 4px);
}

.used {
  background: var(--ink);
}

.scroll {
  overflow-x: auto;
}

.days {
  width: auto;
}

.days th,
.days td {
  white-space: nowrap;
}

.wet {
  color: var(--water);
  font-weight: 600;
}

.warning {
  padding: 4px 0;
}

h3 {
  font-size: var(--text-14);
}
</style>
