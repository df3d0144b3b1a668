<script setup lang="ts">
import { computed } from 'vue';
import {
  attachmentOf,
  attachmentSteps,
  engineerReasons,
  setAttachment,
} from '@eldrun/core/attachment';
import {
  fixed,
  format,
  formatText,
  messageText,
  parseNumber,
  type Quantity,
} from '@eldrun/core/units';
import type { Attachment, Loads, ResolvedWall } from '@eldrun/core/build-up';
import type { Command } from '@eldrun/core/wall';
import { today } from '../../../components/day.ts';
import LoadsFields from '../../../components/LoadsFields.vue';
import StatusMark from '../../../components/StatusMark.vue';
import TextField from '../../../components/TextField.vue';
import TradeFigures from '../../../components/TradeFigures.vue';
import { quantityFrom } from '../../../components/quantities.ts';
import { useProject } from '../../../project/project.ts';
import ConnectionCard from './ConnectionCard.vue';
import PointBridges from './PointBridges.vue';
import SpacingTable from './SpacingTable.vue';

/** Both connections with what they carry, the loads, the table of spacings, brackets, and the order of work. */
const props = defineProps<{ wall: ResolvedWall }>();
const emit = defineEmits<{ run: [name: string, commands: Command[]] }>();
const project = useProject();
const units = computed(() => project.units);
const run = (name: string, commands: Command[]): void => emit('run', name, commands);

const held = computed(() => attachmentOf(props.wall)!);
const design = computed(() => held.value.design);
const text = (quantity: Quantity, value: number): string =>
  formatText(quantity, value, units.value);

/** What is said of the wall as a whole; the rest stands at its connection. */
const general = computed(() =>
  held.value.findings.filter(
    ({ place }) => !design.value.connections.some((one) => one.place === place),
  ),
);
const through = computed(
  () => design.value.connections.find(({ into }) => into === 'stud') ?? null,
);
const engineer = computed(() => engineerReasons(design.value));
const steps = computed(() => attachmentSteps(design.value));

function setLoads(loads: Loads | undefined, step: string): void {
  run(step, [{ type: 'setRecord', field: 'loads', value: loads ?? null }]);
}

const choose = (step: string, patch: Partial<Attachment>): void =>
  run(step, setAttachment(design.value, patch));

function setEngineer(typed: string): void {
  const { engineer: _, ...rest } = props.wall.file.attachment ?? {};
  const name = typed.trim();
  const value = name ? { ...rest, engineer: { name, on: today() } } : rest;
  run('Engineer', [{ type: 'setRecord', field: 'attachment', value }]);
}

/** Specific gravity of what holds, where it is wood. */
const woods = computed(() => {
  const [furring, stud] = [
    design.value.connections.find(({ into }) => into === 'strip')?.input?.main,
    through.value?.input?.main,
  ];
  const wood = (of: 'stud' | 'furring', label: string, main: typeof stud) =>
    main && 'specificGravity' in main ? [{ of, label, value: fixed(main.specificGravity, 2) }] : [];
  return [
    ...wood('furring', 'Specific gravity of strips', furring),
    ...wood('stud', 'Specific gravity of studs', stud),
  ];
});

function setGravity(of: 'stud' | 'furring', typed: string): void {
  const { [of]: _, ...rest } = props.wall.file.attachment?.gravity ?? {};
  const value = typed.trim() ? parseNumber(typed, `attachment.gravity.${of}`, 0.3, 0.73) : null;
  choose('Specific gravity', { gravity: value === null ? rest : { ...rest, [of]: value } });
}

function setWeight(typed: string): void {
  const { weight: _, ...rest } = props.wall.file.attachment ?? {};
  if (!typed.trim())
    return run('Usual weight of the cladding', [
      { type: 'setRecord', field: 'attachment', value: rest },
    ]);
  const weight = quantityFrom(typed, 'massPerArea', units.value, 'attachment.weight', [0.1, 2000]);
  choose('Weight of the cladding', { weight });
}
</script>

<template>
  <div class="spaced">
    <p class="rule small">
      <strong>Preliminary sizing for a licensed engineer.</strong> The adopted code and the makers’
      evaluations govern; wind and seismic areas belong to the engineer{{
        engineer.length > 0
          ? `, and so does this wall: ${engineer.map((one) => messageText(one, units)).join('; ')}.`
          : '.'
      }}
    </p>
    <ul v-if="general.length > 0" class="findings">
      <li v-for="finding in general" :key="finding.id" :data-finding="finding.id">
        <StatusMark :status="finding.status" />
        <div>
          <strong>{{ messageText(finding.title, units) }}</strong>
          <p class="small soft">{{ messageText(finding.reason, units) }}</p>
        </div>
        <span class="changes">
          <button
            v-for="change in finding.changes"
            :key="messageText(change.label, units)"
            type="button"
            class="action small"
            @click="run(messageText(change.label, units), change.commands)"
          >
            {{ messageText(change.label, units) }}
          </button>
        </span>
      </li>
    </ul>
    <div class="cards">
      <ConnectionCard
        v-for="connection in design.connections"
        :key="connection.place"
        :connection="connection"
        :held="held"
        :units="units"
        @run="run"
      />
    </div>
    <details class="more spaced" open>
      <summary>Loads and wood</summary>
      <p>
        On the cladding’s fasteners {{ text('massPerArea', design.loads.cladding) }}; on those that
        hold furring and boards {{ text('massPerArea', design.loads.hung) }}; suction
        {{ text('pressure', design.loads.suction) }}, {{ messageText(design.loads.basis, units)
        }}{{ design.loads.assumed ? ', taken where nobody said it' : '' }}.
      </p>
      <div class="given">
        <TextField
          :label="`Cladding, ${format('massPerArea', 1, units).unit}`"
          :value="format('massPerArea', design.loads.cladding, units).text"
          :take="setWeight"
          hint="empty for the usual weight of its kind"
        />
        <TextField
          v-for="one in woods"
          :key="one.of"
          :label="one.label"
          :value="one.value"
          :take="(typed: string) => setGravity(one.of, typed)"
          hint="oven-dry; empty for its species’ usual one"
        />
      </div>
      <LoadsFields :loads="wall.file.loads" :units="units" @change="setLoads" />
    </details>
    <details class="more spaced">
      <summary>Who sized it</summary>
      <TextField
        class="weight"
        label="Licensed engineer who sized it"
        :value="wall.file.attachment?.engineer?.name ?? ''"
        :take="setEngineer"
        hint="recorded with today’s date; empty for nobody"
      />
    </details>
    <SpacingTable
      v-if="through && through.free"
      :design="design"
      :connection="through"
      :units="units"
    />
    <PointBridges :wall="wall" :units="units" @run="run" />
    <details v-if="steps.length > 0" class="more spaced">
      <summary>At the wall, in order</summary>
      <ol>
        <li v-for="step in steps" :key="messageText(step, units)">
          {{ messageText(step, units) }}
        </li>
      </ol>
      <p class="small soft">
        Work at height and nailers: guards, glasses, nobody below. Look for wires before long
        screws.
      </p>
    </details>
    <details class="more spaced">
      <summary>Trade figures of attachment</summary>
      <TradeFigures
        :groups="{ attachment: 'Attachment' }"
        :trade="wall.file.attachment?.trade ?? {}"
        :units="units"
        @change="(name, trade) => choose(name, { trade })"
      />
    </details>
  </div>
</template>

<style scoped>
.rule {
  padding: 6px 10px;
  border-left: 4px solid var(--caution);
  background: var(--sheet);
}

.cards {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(440px, 100%), 1fr));
  gap: 16px;
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
  grid-template-columns: 20px 1fr auto;
  gap: 6px;
  align-items: start;
}

.changes {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}

.more > *:not(summary) {
  margin-top: 8px;
}

.weight {
  max-width: 260px;
}

.given {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(190px, 1fr));
  gap: 12px;
}

ol {
  margin: 0;
  padding-left: 20px;
  list-style: decimal;
}
</style>
