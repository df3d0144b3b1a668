<script setup lang="ts">
import { computed } from 'vue';
import { useRoute } from 'vue-router';
import { fixed } from '@eldrun/core/units';
import { money } from '@eldrun/core/order';
import OnlyDocumentNotices from '../../components/OnlyDocumentNotices.vue';
import PartsNav from '../../components/PartsNav.vue';
import SavedState from '../../components/SavedState.vue';
import { useProject } from '../../project/project.ts';
import CuttingPart from './CuttingPart.vue';
import QuotationsPart from './QuotationsPart.vue';
import ReceivingPart from './ReceivingPart.vue';
import TakeoffPart from './TakeoffPart.vue';
import { provideOrder } from './order-state.ts';
import { carbonText, hoursText } from './order-words.ts';
import { partOf, PARTS } from './parts.ts';

/** What has to be bought for the house: taken off, cut, priced, asked for, received. */
const route = useRoute();
const project = useProject();
const state = provideOrder();
const { takeoff, totals, lines } = state;

const part = computed(() => partOf(route.params['part']));
const to = (id: string) => ({
  name: 'order',
  params: { project: project.id, part: id === 'takeoff' ? '' : id },
});
const ready = computed(
  () => state.record.state.value === 'ready' && state.house.record.state.value === 'ready',
);
const drawn = computed(() => state.house.house.value.elevations.length > 0);
/** Walls that are not in the order, since what they are built as is gone or empty. */
const left = computed(
  () => state.house.house.value.elevations.length - state.house.file.value.elevations.length,
);
</script>

<template>
  <PartsNav label="Order" :parts="PARTS" :here="part" :to="to" />
  <OnlyDocumentNotices :of="state.record" />
  <OnlyDocumentNotices :of="state.house.record" />
  <p v-if="state.house.failure.value" class="wrong" role="alert">
    The walls could not be read: {{ state.house.failure.value }}
    <button type="button" class="action" @click="state.house.readWalls">Try again</button>
  </p>
  <p v-if="!ready" class="soft" role="status">Loading the order…</p>
  <p v-else-if="!drawn">
    No wall of the house is drawn yet.
    <RouterLink :to="{ name: 'elevations', params: { project: project.id } }"
      >Draw the walls first</RouterLink
    >: what has to be bought follows from them.
  </p>
  <div v-else class="order">
    <header class="head">
      <h1>Order</h1>
      <p class="figures" data-totals>
        <strong>{{ money(totals.usd) }}</strong> of materials<template v-if="totals.labor !== null"
          >, <strong>{{ money(totals.labor) }}</strong> of labor</template
        >
        · {{ hoursText(totals.minutes) }} of work · <strong>{{ carbonText(totals.carbon) }}</strong>
        CO₂e
      </p>
      <p class="soft small notes">
        <template v-if="totals.unpriced > 0"
          ><strong class="wrong"
            >{{ totals.unpriced }} of {{ lines.length }} lines have no price and are left
            out</strong
          >;
        </template>
        {{ totals.demo }} at demo prices, which are no quotations; carbon of
        {{ lines.length - totals.withoutCarbon }} of {{ lines.length }} lines is known<template
          v-if="left > 0"
          >;
          <strong class="wrong"
            >{{ left }} walls are not in it: what they are built as is gone</strong
          ></template
        >
      </p>
      <div class="tools">
        <div v-if="takeoff.share.value !== null" class="progress" role="status">
          <span class="track"><span :style="{ width: `${takeoff.share.value * 100}%` }" /></span>
          Cutting lengths, {{ fixed(takeoff.share.value * 100, 0) }} %
          <button type="button" class="action quiet" @click="takeoff.stop">Stop</button>
        </div>
        <SavedState
          v-if="state.record.exists.value"
          :state="state.record.saveState.value"
          :revision="state.record.revision.value"
          :kept="state.record.kept.value"
          :file="false"
        />
        <button type="button" class="action" :disabled="!state.canUndo.value" @click="state.undo">
          Undo
        </button>
      </div>
    </header>
    <p v-if="takeoff.stopped.value" role="status">
      Stopped; what is shown is of before the last change.
      <button type="button" class="action" @click="takeoff.start">Take it off again</button>
    </p>
    <p v-if="takeoff.problem.value" class="wrong" role="alert">
      The takeoff could not be made: {{ takeoff.problem.value }}
      <button type="button" class="action" @click="takeoff.start">Try again</button>
    </p>
    <ul v-if="takeoff.takeoff.value?.problems.length" class="wrong">
      <li v-for="problem in takeoff.takeoff.value.problems" :key="problem">■ {{ problem }}</li>
    </ul>
    <template v-if="takeoff.takeoff.value">
      <TakeoffPart v-if="part === 'takeoff'" />
      <CuttingPart v-else-if="part === 'cutting'" />
      <QuotationsPart v-else-if="part === 'quotations'" />
      <ReceivingPart v-else />
    </template>
    <p class="small soft">
      A takeoff from the drawn walls: floors, roofs, inner walls and what joins them are not in it.
      Prices are without tax, freight and profit. Sizes of lumber and fasteners are the engineer’s;
      makers’ instructions and the adopted code decide what may stand in for what.
    </p>
  </div>
</template>

<style scoped>
.order {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 10px;
}

.head {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 2px 18px;
}

h1 {
  font-size: var(--text-28);
}

.figures {
  font-size: var(--text-16);
}

.notes {
  order: 1;
  flex-basis: 100%;
}

.tools {
  display: flex;
  gap: 8px;
  align-items: center;
  margin-left: auto;
}

.wrong {
  color: var(--fail);
}

.progress {
  display: flex;
  align-items: center;
  gap: 10px;
}

.track {
  width: 220px;
  height: 8px;
  border: 1px solid var(--ink);
  background: var(--sheet);
}

.track span {
  display: block;
  height: 100%;
  background: var(--ink);
}
</style>
