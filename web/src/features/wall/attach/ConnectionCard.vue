<script setup lang="ts">
import { computed } from 'vue';
import {
  choose,
  connectionName,
  fastenersFor,
  MODE_WORDS,
  reductionTerm,
  FASTENER_STEPS,
  type AttachmentOf,
  type Connection,
  YIELD_MODES,
} from '@eldrun/core/attachment';
import {
  format,
  formatText,
  messageText,
  type Quantity,
  type UnitSystem,
} from '@eldrun/core/units';
import type { Command } from '@eldrun/core/wall';
import ChoiceField from '../../../components/ChoiceField.vue';
import StatusMark from '../../../components/StatusMark.vue';
import UseBars from './UseBars.vue';

/** One connection: what is chosen, how far it goes, how much it carries, what is wrong and what mends it. */
const props = defineProps<{ connection: Connection; held: AttachmentOf; units: UnitSystem }>();
const emit = defineEmits<{ run: [name: string, commands: Command[]] }>();

const text = (quantity: Quantity, value: number): string =>
  formatText(quantity, value, props.units);
const title = computed(() =>
  connectionName(props.connection).replace(/^./, (c) => c.toUpperCase()),
);
const findings = computed(() =>
  props.held.findings.filter(({ place }) => place === props.connection.place),
);
const worst = computed(() => findings.value[0]?.status ?? 'pass');

const options = computed(() =>
  fastenersFor(props.connection).map(({ id, name }) => ({ value: id, label: name })),
);
const lengths = computed(() => {
  const { fastener, length } = props.connection;
  const all = fastener.lengths.some((one) => Math.abs(one - length) < 1e-6)
    ? fastener.lengths
    : [...fastener.lengths, length].toSorted((a, b) => a - b);
  return [
    { value: 0, label: 'as needed' },
    ...all.map((value) => ({ value, label: text('length', value) })),
  ];
});
const lengthSaid = computed(() => {
  const said = props.connection.chosen?.length;
  return lengths.value.find(({ value }) => value === said)?.value ?? 0;
});
/** Steps that fasteners are spaced by, and the one that is used where it is another. */
const spacings = computed(() => {
  const { along } = props.connection.spacing;
  const near = FASTENER_STEPS.find((step) => Math.abs(step - along) < 1e-6);
  return [...(near ? [] : [along]), ...FASTENER_STEPS]
    .toSorted((a, b) => b - a)
    .map((value) => ({ value, label: text('length', value) }));
});
const spacing = computed(
  () =>
    spacings.value.find(({ value }) => Math.abs(value - props.connection.spacing.along) < 1e-6)!
      .value,
);

function take(step: string, patch: { fastener?: string; length?: number; spacing?: number }): void {
  emit('run', step, choose(props.held.design, props.connection, patch));
}

function setLength(length: number): void {
  const { chosen, fastener } = props.connection;
  const { spacing: kept } = chosen ?? {};
  if (length > 0) return take('Length of the fastener', { length });
  emit('run', 'Length as needed', [
    {
      type: 'setRecord',
      field: 'attachment',
      value: {
        ...props.held.design.hung.wall.file.attachment,
        [props.connection.place]: {
          fastener: fastener.id,
          ...(kept === undefined ? {} : { spacing: kept }),
        },
      },
    },
  ]);
}

const dollars = (value: number): string => {
  const { text: amount, unit } = format('costPerArea', value, props.units);
  return `${amount} ${unit}`;
};
</script>

<template>
  <section class="card" :aria-label="title" :data-connection="connection.place">
    <h3><StatusMark :status="worst" /> {{ title }}</h3>
    <div class="fields">
      <ChoiceField
        label="Fastener"
        :value="connection.fastener.id"
        :options="options"
        @take="(fastener: string) => take('Fastener', { fastener })"
      />
      <ChoiceField label="Length" :value="lengthSaid" :options="lengths" @take="setLength" />
      <ChoiceField
        v-if="connection.free"
        label="Apart"
        :value="spacing"
        :options="spacings"
        @take="(value: number) => take('Spacing', { spacing: value })"
      />
    </div>
    <p class="figures">
      <span
        >stack <b>{{ text('length', connection.stack) }}</b></span
      >
      <span
        >bite <b>{{ text('length', Math.max(0, connection.bite)) }}</b> of
        {{ text('length', connection.asked) }}</span
      >
      <span v-if="connection.next !== null"
        >next sold <b data-next>{{ text('length', connection.next) }}</b></span
      >
      <span
        ><b>{{ text('perArea', connection.perArea) }}</b
        >, <b data-cost>{{ dollars(connection.cost) }}</b> at demo prices</span
      >
    </p>
    <UseBars v-if="connection.result" :result="connection.result" :units="units" />
    <p v-if="connection.result" class="small soft">
      {{ text('force', connection.result.lateral) }} across, mode {{ connection.result.mode }}:
      {{ MODE_WORDS[connection.result.mode] }}; pulls out at
      {{ text('force', connection.result.withdrawal) }}, its head through at
      {{ text('force', connection.result.pullThrough) }}. Without load duration, 0.9 for weight and
      1.6 for wind.{{
        connection.fastener.note ? ` Of this fastener: ${connection.fastener.note}.` : ''
      }}
    </p>
    <details v-if="connection.result && connection.input" class="small">
      <summary>How it is computed</summary>
      <table class="table">
        <caption class="hidden-label">
          Yield modes
        </caption>
        <thead>
          <tr>
            <th scope="col">Mode</th>
            <th scope="col">Yields at</th>
            <th scope="col">Allowed</th>
          </tr>
        </thead>
        <tbody>
          <tr
            v-for="mode in YIELD_MODES"
            :key="mode"
            :class="{ here: mode === connection.result.mode }"
          >
            <th scope="row">{{ mode }}: {{ MODE_WORDS[mode] }}</th>
            <td>{{ text('force', connection.result.yield[mode]) }}</td>
            <td>
              {{
                text(
                  'force',
                  connection.result.yield[mode] /
                    reductionTerm(mode, connection.input.fastener, connection.input.angle),
                )
              }}
            </td>
          </tr>
        </tbody>
      </table>
      <p class="soft">
        A·P² + B·P + C = 0 by AWC Technical Report 12, Table 1-1, through a gap of
        {{ text('length', connection.input.gap) }}; allowed is P over the reduction term of NDS
        2018, Table 12.3.1B. Withdrawal and head pull-through by NDS 2018, 12.2, steel by AISI
        S100-16, J4; both at once by NDS 2018, 12.4. Root
        {{ text('length', connection.fastener.diameter) }}, head
        {{ text('length', connection.fastener.head) }}, {{ connection.fastener.source }} ({{
          connection.fastener.confidence
        }}).
      </p>
    </details>
    <ul class="findings">
      <li v-for="finding in findings" :key="finding.id" :data-finding="finding.id">
        <StatusMark :status="finding.status" />
        <div>
          <strong>{{ messageText(finding.title, units) }}</strong>
          <p v-if="finding.status !== 'pass'" class="small soft">
            {{ messageText(finding.reason, units) }}
          </p>
          <span v-if="finding.changes.length > 0" class="changes">
            <button
              v-for="change in finding.changes"
              :key="messageText(change.label, units)"
              type="button"
              class="action small"
              @click="emit('run', messageText(change.label, units), change.commands)"
            >
              {{ messageText(change.label, units) }}
            </button>
          </span>
        </div>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.card {
  display: grid;
  gap: 8px;
  align-content: start;
  padding: 10px 12px;
  background: var(--sheet);
  border: 1px solid var(--line);
}

h3 {
  display: flex;
  gap: 6px;
  margin: 0;
  font-size: var(--text-16);
}

.fields {
  display: grid;
  grid-template-columns: 1.8fr 1.2fr 1fr;
  gap: 8px;
}

.figures {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 16px;
}

.findings {
  display: grid;
  gap: 6px;
  margin: 0;
  padding: 0;
  list-style: none;
}

.findings li {
  display: grid;
  grid-template-columns: 20px 1fr;
  gap: 6px;
  align-items: start;
}

.changes {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  margin-top: 4px;
}

.here {
  background: var(--marker);
}

@media (max-width: 700px) {
  .fields {
    grid-template-columns: 1fr;
  }
}
</style>
