<script setup lang="ts">
import { computed } from 'vue';
import { useRoute } from 'vue-router';
import { fixed } from '@eldrun/core/units';
import { orderLimits, orderSums } from '@eldrun/core/order';
import HousePlace from '../../components/HousePlace.vue';
import { useProject } from '../../project/project.ts';
import CuttingPart from './CuttingPart.vue';
import QuotationsPart from './QuotationsPart.vue';
import ReceivingPart from './ReceivingPart.vue';
import TakeoffPart from './TakeoffPart.vue';
import { provideOrder } from './order-state.ts';
import { partOf, PARTS } from './parts.ts';

/** What has to be bought for the house: taken off, cut, priced, asked for, received. */
const route = useRoute();
const project = useProject();
const state = provideOrder();
const { takeoff, totals, lines } = state;
const sums = computed(() => orderSums(totals.value, project.units));
const limits = computed(() => orderLimits(totals.value, lines.value.length));

const part = computed(() => partOf(route.params['part']));
const to = (id: string) => ({
  name: 'order',
  params: { project: project.id, part: id === 'takeoff' ? '' : id },
});
const waiting = computed(() =>
  state.record.state.value === 'ready' && state.house.record.state.value === 'ready'
    ? null
    : 'Loading the order…',
);
</script>

<template>
  <HousePlace
    label="Order"
    :parts="PARTS"
    :here="part"
    :to="to"
    :record="state.record"
    :house="state.house"
    :waiting="waiting"
    follows="what has to be bought follows"
    :can-undo="state.canUndo.value"
    @undo="state.undo"
  >
    <template #figures>
      <p data-totals>
        <template v-for="(sum, n) in sums" :key="sum.id"
          ><template v-if="n > 0"> · </template>{{ sum.label }}
          <strong>{{ sum.value }}</strong></template
        >
      </p>
    </template>
    <template #notes>
      <p>
        <template v-if="limits.missing"
          ><strong class="wrong">{{ limits.missing }}</strong
          >;
        </template>
        {{ limits.known }}
      </p>
    </template>
    <template #tools>
      <div v-if="takeoff.share.value !== null" class="progress in-line" role="status">
        <span class="track"><span :style="{ width: `${takeoff.share.value * 100}%` }" /></span>
        Cutting lengths, {{ fixed(takeoff.share.value * 100, 0) }} %
        <button type="button" class="action quiet" @click="takeoff.stop">Stop</button>
      </div>
    </template>
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
  </HousePlace>
</template>

<style scoped>
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
