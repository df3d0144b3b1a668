<script setup lang="ts">
import { computed, ref } from 'vue';
import { freeName } from '@eldrun/core/house';
import {
  type Delivery,
  inOrder,
  expectedText,
  findingsText,
  receivingRows,
  type ReceivingRow,
  receivedStatus,
} from '@eldrun/core/order';
import { amountText } from '@eldrun/core/takeoff';
import { today } from '../../components/day.ts';
import StatusMark from '../../components/StatusMark.vue';
import { useProject } from '../../project/project.ts';
import DeliveryFields from './DeliveryFields.vue';
import { useOrder } from './order-state.ts';
import { sizeText } from './order-words.ts';

/** What came in, looked at before it is built in: what fails is not available. */
const project = useProject();
const state = useOrder();
const rows = computed(() => {
  const all = receivingRows(state.received.value);
  const byKey = new Map(all.map((row) => [row.line.key, row]));
  return inOrder(all.map(({ line }) => line)).map(({ key }) => byKey.get(key)!);
});
const failed = computed(() =>
  rows.value.reduce(
    (sum, { deliveries }) =>
      sum + deliveries.filter(({ received }) => received.wrong.length > 0).length,
    0,
  ),
);
const complete = computed(() => rows.value.filter(({ missing }) => missing === 0).length);
/** The delivery that is being filled in. */
const open = ref('');

async function record(row: ReceivingRow): Promise<void> {
  const taken = (state.order.value.deliveries ?? []).map(({ id }) => id);
  const delivery: Delivery = {
    id: freeName('D', taken),
    key: row.line.key,
    on: today(),
    count: Math.ceil(row.missing * 100) / 100,
  };
  await state.run(`Delivery of ${row.line.name}`, { type: 'setDelivery', delivery });
  open.value = delivery.id;
}

const change = (row: ReceivingRow, delivery: Delivery): void =>
  void state.run(`Delivery of ${row.line.name}`, { type: 'setDelivery', delivery });
const remove = (row: ReceivingRow, id: string): void =>
  void state.run(`Remove a delivery of ${row.line.name}`, { type: 'removeDelivery', id });
const print = (): void => window.print();
</script>

<template>
  <p>
    <strong>{{ complete }}</strong> of {{ rows.length }} lines are there and may be built in<span
      v-if="failed > 0"
      class="wrong"
      >; ■ {{ failed }} deliveries failed</span
    >.
    <button type="button" class="action quiet no-print" @click="print">Print the list</button>
  </p>
  <div class="scroll">
    <table class="table">
      <thead>
        <tr>
          <th scope="col">What</th>
          <th scope="col">Ordered</th>
          <th scope="col" class="words">Look at</th>
          <th scope="col">Available</th>
          <th scope="col">Missing</th>
          <th scope="col"><span class="hidden-label">What to do</span></th>
        </tr>
      </thead>
      <tbody v-for="row in rows" :key="row.line.key" :data-received="row.line.key">
        <tr>
          <th scope="row">
            {{ row.line.name }}
            <span class="soft narrow">{{ sizeText(row.line, project.units) }}</span>
          </th>
          <td>{{ amountText(row.line.order, row.line.orderUnit, project.units) }}</td>
          <td class="words small">{{ expectedText(row.expected, project.units) }}</td>
          <td>
            <StatusMark v-if="row.missing === 0" status="pass" />
            {{
              row.available > 0 ? amountText(row.available, row.line.orderUnit, project.units) : '–'
            }}
          </td>
          <td>
            {{
              row.missing === 0 ? '–' : amountText(row.missing, row.line.orderUnit, project.units)
            }}
          </td>
          <td>
            <button
              type="button"
              class="action quiet small"
              :aria-label="`Record a delivery of ${row.line.name}, ${sizeText(row.line, project.units)}`"
              @click="record(row)"
            >
              Came in
            </button>
          </td>
        </tr>
        <tr v-for="{ delivery, received } in row.deliveries" :key="delivery.id">
          <td colspan="6" class="delivery">
            <p>
              <StatusMark :status="receivedStatus(received)" />
              {{ delivery.on }}, {{ amountText(delivery.count, row.line.orderUnit, project.units)
              }}<template v-if="findingsText(received, project.units)"
                >: {{ findingsText(received, project.units) }};
                {{
                  received.available > 0
                    ? `${amountText(received.available, row.line.orderUnit, project.units)} available`
                    : 'not available'
                }}</template
              ><template v-else>: available</template>
              <button
                type="button"
                class="action quiet small"
                :aria-expanded="open === delivery.id"
                @click="open = open === delivery.id ? '' : delivery.id"
              >
                {{ open === delivery.id ? 'Done' : 'Look again'
                }}<span class="hidden-label"> at {{ row.line.name }}</span>
              </button>
              <button
                type="button"
                class="action quiet small"
                :aria-label="`Remove the delivery of ${row.line.name}`"
                @click="remove(row, delivery.id)"
              >
                Remove
              </button>
            </p>
            <DeliveryFields
              v-if="open === delivery.id"
              :delivery="delivery"
              :expected="row.expected"
              :unit="row.line.orderUnit"
              :units="project.units"
              @change="(changed) => change(row, changed)"
            />
          </td>
        </tr>
      </tbody>
    </table>
  </div>
</template>

<style scoped>
.table .words {
  max-width: 320px;
  text-align: left;
}

.table .delivery {
  padding-left: 24px;
  text-align: left;
}
</style>
