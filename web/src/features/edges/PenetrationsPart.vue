<script setup lang="ts">
import { computed } from 'vue';
import { freeName } from '@eldrun/core/house';
import { InputError } from '@eldrun/core/errors';
import { messageText, parseDay } from '@eldrun/core/units';
import { PENETRATION_KINDS, type Penetration } from '@eldrun/core/edges';
import StatusMark from '../../components/StatusMark.vue';
import TableCell from '../../components/TableCell.vue';
import { fieldText, placeFrom, sizeFrom } from '../../components/lengths.ts';
import { useEdges } from './edges-state.ts';

/** What goes through the walls: where each is sealed, how, by whom; what is open yet. */
const state = useEdges();
const units = computed(() => state.project.units);
const all = computed(() => state.details.value.penetrations ?? []);
const findingsOf = (id: string) => state.penetrations.value.filter((one) => one.id === id);
const open = computed(
  () => new Set(state.penetrations.value.filter((one) => one.open).map(({ id }) => id)).size,
);

type Changed = { [K in keyof Penetration]?: Penetration[K] | undefined };

/** A field that is undefined is left out from then on. */
function set(one: Penetration, change: Changed): void {
  const penetration = Object.fromEntries(
    Object.entries({ ...one, ...change }).filter(([, value]) => value !== undefined),
  ) as unknown as Penetration;
  void state.run(`Penetration ${one.id}`, { type: 'setPenetration', penetration });
}

const add = (): void =>
  void state.run('Penetration added', {
    type: 'setPenetration',
    penetration: {
      id: freeName(
        'P',
        all.value.map(({ id }) => id),
      ),
      kind: 'pipe',
      elevation: state.layouts.value[0]?.elevation.id ?? '',
      size: 0.0508,
    },
  });

const layersOf = (elevation: string): { id: string; name: string }[] =>
  (
    state.layouts.value.find((one) => one.elevation.id === elevation)?.parts.wall.layers ?? []
  ).flatMap(({ id, fill }) => (fill ? [{ id, name: fill.name }] : []));

const text = (typed: string): string | undefined => typed.trim().slice(0, 200) || undefined;
const place = (typed: string): number | undefined =>
  typed.trim() === '' ? undefined : placeFrom(typed, units.value);

function day(typed: string): string | undefined {
  return typed.trim() === '' ? undefined : parseDay(typed, 'sealedOn');
}

function count(typed: string): number | undefined {
  if (typed.trim() === '') return undefined;
  const value = Number(typed);
  if (!Number.isInteger(value) || value < 1 || value > 1000)
    throw new InputError('count', `“${typed}” is no count`, '1 to 1000');
  return value;
}
</script>

<template>
  <div class="spaced">
    <header>
      <h1>Penetrations</h1>
      <p>
        {{ all.length }} in the register, <strong>{{ open }} open</strong>
      </p>
      <button
        type="button"
        class="action"
        :disabled="state.layouts.value.length === 0"
        @click="add"
      >
        Add a penetration
      </button>
    </header>
    <div v-if="all.length" class="scroll">
      <table class="table">
        <caption class="hidden-label">
          What goes through the walls
        </caption>
        <thead>
          <tr>
            <th scope="col">Name</th>
            <th scope="col">What</th>
            <th scope="col">Wall</th>
            <th scope="col">From the left</th>
            <th scope="col">Above the plate</th>
            <th scope="col">Hole</th>
            <th scope="col">Count</th>
            <th scope="col">Sealed at</th>
            <th scope="col">How</th>
            <th scope="col">Who</th>
            <th scope="col">Day</th>
            <th scope="col">Photo</th>
            <th scope="col"></th>
          </tr>
        </thead>
        <tbody>
          <template v-for="one in all" :key="one.id">
            <tr :data-penetration="one.id">
              <th scope="row">{{ one.id }}</th>
              <td>
                <select
                  :aria-label="`What ${one.id} is`"
                  :value="one.kind"
                  @change="
                    set(one, {
                      kind: ($event.target as HTMLSelectElement).value as Penetration['kind'],
                    })
                  "
                >
                  <option v-for="kind in PENETRATION_KINDS" :key="kind">{{ kind }}</option>
                </select>
                <select
                  v-if="one.kind === 'vent' || one.kind === 'duct'"
                  :aria-label="`Air of ${one.id}`"
                  :value="one.air ?? ''"
                  @change="
                    set(one, {
                      air: (($event.target as HTMLSelectElement).value || undefined) as
                        Penetration['air'] | undefined,
                    })
                  "
                >
                  <option value="">no air</option>
                  <option>exhaust</option>
                  <option>intake</option>
                </select>
                <label v-if="one.kind === 'fastener'" class="filled small"
                  ><input
                    type="checkbox"
                    :checked="one.filled === true"
                    @change="set(one, { filled: ($event.target as HTMLInputElement).checked })"
                  />
                  filled</label
                >
              </td>
              <td>
                <select
                  :aria-label="`Wall of ${one.id}`"
                  :value="one.elevation"
                  @change="set(one, { elevation: ($event.target as HTMLSelectElement).value })"
                >
                  <option
                    v-for="{ elevation } in state.layouts.value"
                    :key="elevation.id"
                    :value="elevation.id"
                  >
                    {{ elevation.name ?? elevation.id }}
                  </option>
                </select>
              </td>
              <td>
                <TableCell
                  :label="`${one.id} from the left`"
                  :value="fieldText(one.x, units)"
                  :take="(t: string) => set(one, { x: place(t) })"
                />
              </td>
              <td>
                <TableCell
                  :label="`${one.id} above the plate`"
                  :value="fieldText(one.z, units)"
                  :take="(t: string) => set(one, { z: place(t) })"
                />
              </td>
              <td>
                <TableCell
                  :label="`Hole of ${one.id}`"
                  :value="fieldText(one.size, units)"
                  :take="(t: string) => set(one, { size: sizeFrom(t, units) })"
                />
              </td>
              <td>
                <TableCell
                  :label="`How many pass ${one.id}`"
                  :value="String(one.count ?? '')"
                  :take="(t: string) => set(one, { count: count(t) })"
                />
              </td>
              <td>
                <select
                  :aria-label="`Layer where ${one.id} is sealed`"
                  :value="one.layer ?? ''"
                  @change="
                    set(one, { layer: ($event.target as HTMLSelectElement).value || undefined })
                  "
                >
                  <option value="">nobody said</option>
                  <option
                    v-if="one.layer && !layersOf(one.elevation).some(({ id }) => id === one.layer)"
                    :value="one.layer"
                  >
                    {{ one.layer }}, gone
                  </option>
                  <option
                    v-for="layer in layersOf(one.elevation)"
                    :key="layer.id"
                    :value="layer.id"
                  >
                    {{ layer.name }}
                  </option>
                </select>
              </td>
              <td>
                <TableCell
                  words
                  :label="`How ${one.id} is sealed`"
                  :value="one.how ?? ''"
                  :take="(t: string) => set(one, { how: text(t) })"
                />
              </td>
              <td>
                <TableCell
                  words
                  :label="`Who sealed ${one.id}`"
                  :value="one.who ?? ''"
                  :take="(t: string) => set(one, { who: text(t) })"
                />
              </td>
              <td>
                <TableCell
                  words
                  :label="`Day on which ${one.id} was sealed`"
                  :value="one.sealedOn ?? ''"
                  :take="(t: string) => set(one, { sealedOn: day(t) })"
                />
              </td>
              <td>
                <TableCell
                  words
                  :label="`Photo of ${one.id}`"
                  :value="one.photo ?? ''"
                  :take="(t: string) => set(one, { photo: text(t) })"
                />
              </td>
              <td>
                <button
                  type="button"
                  class="plain away"
                  :aria-label="`Remove ${one.id}`"
                  @click="
                    state.run(`Penetration ${one.id} taken out`, {
                      type: 'removePenetration',
                      id: one.id,
                    })
                  "
                >
                  ×
                </button>
              </td>
            </tr>
            <tr class="found">
              <td colspan="13">
                <span v-for="(finding, i) in findingsOf(one.id)" :key="i" class="finding">
                  <StatusMark :status="finding.status" />
                  <span
                    ><strong>{{ messageText(finding.title, units) }}</strong
                    >.
                    <span class="soft small">{{ messageText(finding.reason, units) }}</span></span
                  >
                </span>
              </td>
            </tr>
          </template>
        </tbody>
      </table>
    </div>
    <p v-else class="soft">
      Nothing goes through the walls yet. Every pipe, cable, vent and bracket that does belongs
      here, and every fastener that was pulled: one line each, closed when it is sealed.
    </p>
    <p class="small soft">
      A photo is told by its name until the site’s log holds it. Vents end away from intakes, doors
      and windows as the adopted code and the appliance’s maker say. Power off before work at wires.
    </p>
  </div>
</template>

<style scoped>
header {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 4px 18px;
}

header .action {
  margin-left: auto;
}

.scroll {
  overflow-x: auto;
}

.table th,
.table td {
  padding: 2px 4px;
  text-align: left;
  vertical-align: middle;
}

.table :deep(.cell.words) {
  width: 96px;
}

.table :deep(.cell) {
  width: 56px;
}

select {
  max-width: 150px;
  padding-right: 4px;
  text-overflow: ellipsis;
  min-height: 30px;
  border: 1px solid var(--line);
  background: var(--sheet);
  color: inherit;
}

.filled {
  display: inline-flex;
  align-items: center;
  gap: 4px;
}

.filled input {
  width: 24px;
  height: 24px;
}

.found td {
  padding-bottom: 10px;
}

.finding {
  display: flex;
  gap: 8px;
}

tr[data-penetration] td,
tr[data-penetration] th {
  border-bottom: 0;
}
</style>
