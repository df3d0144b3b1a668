<script setup lang="ts">
import { computed, ref, shallowRef } from 'vue';
import { fixed, messageText } from '@eldrun/core/units';
import { money } from '@eldrun/core/order';
import {
  kindName,
  type Alternative,
  type Move,
  problemPlace,
  problemStatus,
  longDay,
} from '@eldrun/core/site';
import { useElementSize } from '@vueuse/core';
import StatusMark from '../../components/StatusMark.vue';
import { useNotices } from '../../persistence/notices.ts';
import DayStrip from './DayStrip.vue';
import OverrideDialog from './OverrideDialog.vue';
import SetUp from './SetUp.vue';
import StandingWall from './StandingWall.vue';
import StepPanel from './StepPanel.vue';
import { useSite } from './site-state.ts';

/** The order of work, day by day, and the wall as it stands. */
const state = useSite();
const notices = useNotices();
const { plan, site } = state;

// What is to be done next comes first.
if (!state.steps.value.has(state.chosen.value)) {
  const [next] = plan.value.steps
    .filter(({ entered }) => entered !== 'done')
    .toSorted((a, b) => (a.start ?? '9999').localeCompare(b.start ?? '9999'));
  state.chosen.value = (next ?? plan.value.steps[0])?.id ?? '';
}

/** The day that the wall is drawn as it stands on. */
const shownDay = ref(state.day.value);
const chosen = computed(() => state.steps.value.get(state.chosen.value) ?? null);
const elevation = computed(() =>
  state.elevations.value.find(({ id }) => id === chosen.value?.elevation),
);
const wall = computed(() => (elevation.value ? state.wallOf(elevation.value.id) : null));
const side = ref<HTMLElement | null>(null);
const { width } = useElementSize(side);

const deadlines = computed(() =>
  plan.value.clocks
    .filter(({ status }) => status !== 'pass')
    .map(({ deadline, step, what }) => ({
      day: deadline,
      elevation: state.steps.value.get(step)!.elevation,
      text: `cover it by this day: ${what}`,
    })),
);
const holidays = computed(() => new Set(site.value.calendar.holidays ?? []));

function choose(id: string): void {
  state.chosen.value = id;
  const { finish } = state.steps.value.get(id)!;
  if (finish) shownDay.value = finish;
}

/** A move that a rule forbids, until somebody answers for it or lets it be. */
const refused = shallowRef<{ move: Move; why: string } | null>(null);
const asking = ref(false);

const put = (move: Move): Promise<boolean> =>
  state.run(`${state.stepName(move.step)} before ${state.stepName(move.before)}`, {
    type: 'setMoves',
    moves: [...(site.value.moves ?? []), move],
  });

function move(step: string, before: string): void {
  const refusal = state.refusal({ step, before });
  if (!refusal) return void put({ step, before });
  const why = messageText(refusal.message, state.project.units);
  if (!refusal.canOverride)
    return notices.wrong(`${state.stepName(step)} stays where it is`, new Error(why));
  refused.value = { move: { step, before }, why };
  asking.value = true;
}

const take = ({ fields, name }: Alternative): void =>
  void state.run(name, { type: 'setSite', fields });

const soonerText = ({ sooner }: Alternative): string => {
  if (sooner === null) return 'no last day either';
  const days = `${Math.abs(sooner)} ${Math.abs(sooner) === 1 ? 'day' : 'days'}`;
  return sooner > 0 ? `${days} sooner` : sooner < 0 ? `${days} later` : 'the same day';
};
/** What hours cost by the price book; nothing where it says no rate. */
const moneyText = (hours: number): string => {
  const rate = state.project.prices?.document.laborRate ?? 0;
  return rate > 0 ? `, ${money(rate * hours)}` : '';
};
const costText = ({ hours, spoiled }: Alternative): string =>
  [
    hours > 0 ? `${fixed(hours, 0)} h of work more${moneyText(hours)}` : 'no work more',
    ...(spoiled > 0 ? [`${spoiled} more covered too late`] : []),
    ...(spoiled < 0 ? [`${-spoiled} fewer covered too late`] : []),
  ].join(', ');
const clocksOf = (value: number): string => (value === 1 ? 'once' : `${value} times`);
</script>

<template>
  <ul v-if="plan.problems.length > 0" class="problems" data-problems>
    <li v-for="one in plan.problems" :key="`${one.at} ${messageText(one.message, 'metric')}`">
      <StatusMark :status="problemStatus(state.steps.value.get(one.at))" />
      <strong>{{
        problemPlace(one.at, state.steps.value.has(one.at) ? state.stepName(one.at) : undefined)
      }}</strong>:
      {{ messageText(one.message, state.project.units) }}
    </li>
  </ul>
  <div v-for="item in state.late.value" :key="item.lead.item" class="late" data-late>
    <p>
      <StatusMark status="caution" /> <strong>{{ item.lead.item }}</strong>: ordered on
      {{ longDay(item.lead.ordered) }}, here on
      <strong>{{ longDay(item.arrives) }}</strong><template v-if="item.waiting[0]"
        >, wanted from {{ longDay(item.waiting[0].without) }} on</template
      ><template v-if="item.delays > 0">; all is done {{ item.delays }} days later by it</template>.
    </p>
  </div>
  <div class="bench">
    <DayStrip
      :elevations="state.elevations.value"
      :deadlines="deadlines"
      :is-workday="state.workdays.value.is"
      :holidays="holidays"
      :forecast="state.forecast.value?.days ?? []"
      :today="state.day.value"
      :day="shownDay"
      :chosen="state.chosen.value"
      :units="state.project.units"
      @choose="choose"
      @day="shownDay = $event"
      @move="move"
    />
    <aside ref="side" class="side paper">
      <template v-if="wall && elevation && width > 0">
        <h2 class="small soft">
          {{ elevation.name }} on {{ longDay(shownDay) }}, as it stands, outdoors above
        </h2>
        <StandingWall
          :wall="wall"
          :name="elevation.name"
          :steps="elevation.steps"
          :day="shownDay"
          :units="state.project.units"
          :width="Math.min(width, 340)"
          :height="150"
        />
      </template>
      <StepPanel @move="move" />
    </aside>
  </div>
  <section v-if="state.others.value.length > 0" aria-label="Other orders" data-others>
    <h2>Other legal orders of the same house</h2>
    <table class="table words">
      <thead>
        <tr>
          <th scope="col">Order</th>
          <th scope="col">Done</th>
          <th scope="col">Costs</th>
          <th scope="col">What it means</th>
          <th scope="col"><span class="hidden-label">Take it</span></th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="one in state.others.value" :key="one.id" :data-other="one.id">
          <th scope="row">{{ one.name }}</th>
          <td>{{ one.plan.finish ? longDay(one.plan.finish) : 'held' }}, {{ soonerText(one) }}</td>
          <td>{{ costText(one) }}</td>
          <td>{{ messageText(one.says, state.project.units) }}</td>
          <td>
            <button
              type="button"
              class="action quiet nowrap"
              :aria-label="`Build so: ${one.name}`"
              @click="take(one)"
            >
              Build so
            </button>
          </td>
        </tr>
      </tbody>
    </table>
  </section>
  <section aria-label="Crews">
    <h2>Crews</h2>
    <table class="table crews">
      <thead>
        <tr>
          <th scope="col">Crew</th>
          <th scope="col">People</th>
          <th scope="col">Hours of work</th>
          <th scope="col">Around the house</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="one in plan.crews" :key="one.crew">
          <th scope="row">{{ one.crew }}</th>
          <td>{{ one.people }}</td>
          <td>{{ fixed(one.hours, 0) }}</td>
          <td>{{ clocksOf(one.passes) }}</td>
        </tr>
      </tbody>
    </table>
  </section>
  <SetUp />
  <OverrideDialog
    v-model:visible="asking"
    header="A rule speaks against it"
    :why="refused?.why ?? ''"
    action="Put it there all the same"
    @take="
      (answer) => {
        if (refused) put({ ...refused.move, ...answer });
      }
    "
  />
  <span class="hidden-label" aria-live="polite">{{
    chosen ? `${kindName(chosen.kind)} chosen, shown on ${longDay(shownDay)}` : ''
  }}</span>
</template>

<style scoped>
.problems li,
.late {
  padding: 4px 0;
}

.bench {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 330px;
  gap: 12px;
  align-items: start;
}

.side {
  display: grid;
  gap: 8px;
  padding: 10px;
  overflow: auto;
  max-height: calc(100vh - var(--header) - 150px);
  min-height: 320px;
}

.words td,
.words th {
  text-align: left;
}

.crews {
  width: auto;
}

@media (max-width: 1000px) {
  .bench {
    grid-template-columns: minmax(0, 1fr);
  }

  .side {
    max-height: none;
  }
}
</style>
