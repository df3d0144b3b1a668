<script setup lang="ts">
import Select from 'primevue/select';
import { computed } from 'vue';
import { battenLayers, type LocalHeat, type ServiceChecks } from '@eldrun/core/services';
import {
  freeName,
  isRun,
  type BoxService,
  type RunService,
  type Service,
} from '@eldrun/core/house';
import { InputError } from '@eldrun/core/errors';
import { messageText, type UnitSystem } from '@eldrun/core/units';
import type { ElevationLayout } from '@eldrun/core/layout';
import type { Status } from '@eldrun/core/verdicts';
import TableCell from '../../components/TableCell.vue';
import { fieldText, placeFrom, sizeFrom } from '../../components/lengths.ts';
import type { Found } from './found.ts';
import ServiceFindings from './ServiceFindings.vue';
import { pathFrom, pathText } from './service-paths.ts';

/** Boxes, cabinets, cables and pipes of a wall: placed by typing, each with what is found about it. */
const props = defineProps<{
  layout: ElevationLayout;
  checks: ServiceChecks;
  heat: readonly LocalHeat[];
  units: UnitSystem;
}>();
const emit = defineEmits<{ change: [name: string, fields: object] }>();

const services = computed<readonly Service[]>(() => props.layout.elevation.services ?? []);
const numbered = computed(() => services.value.map((service, n) => ({ service, n })));
const boxes = computed(() =>
  numbered.value.flatMap(({ service, n }) => (isRun(service) ? [] : [{ service, n }])),
);
const runs = computed(() =>
  numbered.value.flatMap(({ service, n }) => (isRun(service) ? [{ service, n }] : [])),
);
const battens = computed(() => battenLayers(props.layout.parts.wall).length > 0);

const field = (value: number | undefined): string => fieldText(value, props.units);
const place = (typed: string): number => placeFrom(typed, props.units);
const size = (typed: string): number => sizeFrom(typed, props.units);

const all = (name: string, changed: readonly Service[]): void =>
  emit('change', name, { services: changed.length > 0 ? changed : undefined });

/** A field that is undefined is left out. */
function set(n: number, fields: object): void {
  const one = services.value[n]!;
  const changed = Object.fromEntries(
    Object.entries({ ...one, ...fields }).filter(([, value]) => value !== undefined),
  ) as unknown as Service;
  all(
    `Change ${one.id}`,
    services.value.map((other, i) => (i === n ? changed : other)),
  );
}

function rename(n: number, typed: string): void {
  const id = typed.trim().slice(0, 40);
  if (id === '' || services.value.some((one, i) => i !== n && one.id === id))
    throw new InputError('id', `“${id}” cannot be taken`, 'a name that no other of the wall has');
  set(n, { id });
}

function remove(n: number): void {
  all(
    `Remove ${services.value[n]!.id}`,
    services.value.filter((_, i) => i !== n),
  );
}

const free = (letter: string): string =>
  freeName(
    letter,
    services.value.map(({ id }) => id),
  );
const middle = computed(() => props.layout.elevation.length / 2);

function addBox(kind: BoxService['kind']): void {
  const id = free(kind === 'box' ? 'B' : 'R');
  const usual =
    kind === 'box'
      ? { z: 0.3048, width: 0.0572, height: 0.0953, depth: 0.0635 }
      : { z: 1.2192, width: 0.3556, height: 0.6096, depth: 0.0889 };
  all(`Add ${id}`, [...services.value, { id, kind, x: freeBay(usual.width), ...usual }]);
}

/** Beside the stud that stands nearest to the middle of the wall. */
function freeBay(width: number): number {
  const studs = props.layout.framing.members.filter(({ kind }) => kind === 'stud');
  const near = studs.reduce<(typeof studs)[number] | null>(
    (best, one) =>
      best && Math.abs(best.x - middle.value) <= Math.abs(one.x - middle.value) ? best : one,
    null,
  );
  return near ? near.x + near.width : middle.value - width / 2;
}

function addRun(kind: RunService['kind']): void {
  const id = free(kind === 'pipe' ? 'P' : 'C');
  const z = kind === 'pipe' ? 0.6096 : 0.9144;
  const path: RunService['path'] = [
    [Math.max(0.2, middle.value - 1.2), z],
    [Math.min(props.layout.elevation.length - 0.2, middle.value + 1.2), z],
  ];
  all(`Add ${id}`, [
    ...services.value,
    { id, kind, path, diameter: kind === 'pipe' ? 0.0222 : 0.0127 },
  ]);
}

const IN = computed(() => [
  { value: 'frame', label: 'studs' },
  ...(battens.value ? [{ value: 'battens', label: 'battens' }] : []),
]);
const inOf = (service: Service): string => service.in ?? (battens.value ? 'battens' : 'frame');
const PASSES = [
  { value: 'bored', label: 'bored' },
  { value: 'notched', label: 'notched' },
];

/** What is found about one of them, the worst first. */
function found(n: number): Found[] {
  const at = `services[${n}]`;
  const said = (all: ServiceChecks['conflicts'], status: Status): Found[] =>
    all
      .filter((one) => one.at === at)
      .map(({ message }) => ({ status, text: messageText(message, props.units), more: '' }));
  const heat = props.heat
    .filter(({ service }) => service === services.value[n]!.id)
    .map(({ status, title, reason, inward }): Found => ({
      status,
      text: messageText(title, props.units),
      more: messageText(reason, props.units),
      ...(inward ? { inward } : {}),
    }));
  return [
    ...said(props.checks.conflicts, 'fail'),
    ...heat.filter(({ status }) => status !== 'pass'),
    ...said(props.checks.notes, 'info'),
    ...heat.filter(({ status }) => status === 'pass'),
  ];
}
</script>

<template>
  <div class="services">
    <div class="adding">
      <button type="button" class="action" @click="addBox('box')">Box</button>
      <button type="button" class="action" @click="addBox('cabinet')">Recessed cabinet</button>
      <button type="button" class="action" @click="addRun('cable')">Cable</button>
      <button type="button" class="action" @click="addRun('pipe')">Pipe</button>
      <label class="check">
        <input
          type="checkbox"
          :checked="layout.elevation.bearing ?? true"
          @change="
            emit('change', 'Bearing', {
              bearing: ($event.target as HTMLInputElement).checked ? undefined : false,
            })
          "
        />
        Its studs bear
      </label>
    </div>
    <table v-if="boxes.length > 0" class="table" aria-label="Boxes and cabinets">
      <thead>
        <tr>
          <th scope="col">Name</th>
          <th scope="col">Between</th>
          <th scope="col">Left edge</th>
          <th scope="col">Up</th>
          <th scope="col">Wide</th>
          <th scope="col">High</th>
          <th scope="col">Deep</th>
          <th scope="col"><span class="hidden-label">What to do</span></th>
        </tr>
      </thead>
      <tbody v-for="{ service, n } in boxes" :key="n" :data-service="service.id">
        <tr>
          <td class="name">
            <TableCell
              :label="`${service.kind} ${service.id}: name`"
              :value="service.id"
              :take="(t) => rename(n, t)"
            />
            {{ service.kind }}
          </td>
          <td>
            <Select
              size="small"
              class="choice"
              :model-value="inOf(service)"
              :options="IN"
              option-label="label"
              option-value="value"
              :aria-label="`${service.id} sits between`"
              @update:model-value="(value: string) => set(n, { in: value })"
            />
          </td>
          <td>
            <TableCell
              :label="`${service.id}: left edge`"
              :value="field(service.x)"
              :take="(t) => set(n, { x: place(t) })"
            />
          </td>
          <td>
            <TableCell
              :label="`${service.id}: up`"
              :value="field(service.z)"
              :take="(t) => set(n, { z: place(t) })"
            />
          </td>
          <td>
            <TableCell
              :label="`${service.id}: wide`"
              :value="field(service.width)"
              :take="(t) => set(n, { width: size(t) })"
            />
          </td>
          <td>
            <TableCell
              :label="`${service.id}: high`"
              :value="field(service.height)"
              :take="(t) => set(n, { height: size(t) })"
            />
          </td>
          <td>
            <TableCell
              :label="`${service.id}: deep`"
              :value="field(service.depth)"
              :take="(t) => set(n, { depth: size(t) })"
            />
          </td>
          <td>
            <button
              type="button"
              class="plain away"
              :aria-label="`Remove ${service.id}`"
              @click="remove(n)"
            >
              ×
            </button>
          </td>
        </tr>
        <ServiceFindings
          :service="service.id"
          :found="found(n)"
          :columns="8"
          :units="units"
          @inward="(from) => set(n, { from })"
        />
      </tbody>
    </table>
    <table v-if="runs.length > 0" class="table" aria-label="Cables and pipes">
      <thead>
        <tr>
          <th scope="col">Name</th>
          <th scope="col">Between</th>
          <th scope="col">Through the points (from the left, up)</th>
          <th scope="col">Thick</th>
          <th scope="col">From the inner face</th>
          <th scope="col">Passes wood</th>
          <th scope="col">Water</th>
          <th scope="col"><span class="hidden-label">What to do</span></th>
        </tr>
      </thead>
      <tbody v-for="{ service, n } in runs" :key="n" :data-service="service.id">
        <tr>
          <td class="name">
            <TableCell
              :label="`${service.kind} ${service.id}: name`"
              :value="service.id"
              :take="(t) => rename(n, t)"
            />
            {{ service.kind }}
          </td>
          <td>
            <Select
              size="small"
              class="choice"
              :model-value="inOf(service)"
              :options="IN"
              option-label="label"
              option-value="value"
              :aria-label="`${service.id} runs between`"
              @update:model-value="(value: string) => set(n, { in: value })"
            />
          </td>
          <td>
            <TableCell
              words
              :label="`${service.id}: points`"
              :value="pathText(service.path, units)"
              :take="(t) => set(n, { path: pathFrom(t, units) })"
            />
          </td>
          <td>
            <TableCell
              :label="`${service.id}: thick`"
              :value="field(service.diameter)"
              :take="(t) => set(n, { diameter: size(t) })"
            />
          </td>
          <td>
            <TableCell
              :label="`${service.id}: from the inner face`"
              :value="field(service.from)"
              :take="(t) => set(n, { from: t.trim() === '' ? undefined : place(t) })"
            />
          </td>
          <td>
            <Select
              size="small"
              class="choice"
              :model-value="service.passes ?? 'bored'"
              :options="PASSES"
              option-label="label"
              option-value="value"
              :aria-label="`${service.id} passes wood`"
              @update:model-value="(value: string) => set(n, { passes: value })"
            />
          </td>
          <td>
            <input
              type="checkbox"
              :checked="service.water ?? service.kind === 'pipe'"
              :aria-label="`Water stands in ${service.id}`"
              @change="set(n, { water: ($event.target as HTMLInputElement).checked })"
            />
          </td>
          <td>
            <button
              type="button"
              class="plain away"
              :aria-label="`Remove ${service.id}`"
              @click="remove(n)"
            >
              ×
            </button>
          </td>
        </tr>
        <ServiceFindings
          :service="service.id"
          :found="found(n)"
          :columns="8"
          :units="units"
          @inward="(from) => set(n, { from })"
        />
      </tbody>
    </table>
    <p v-if="services.length === 0" class="soft">
      Nothing sits in this wall yet. Boxes, cabinets, cables and pipes are held against the wood
      that they meet and the insulation that they displace.
    </p>
  </div>
</template>

<style scoped>
.services {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 6px;
  overflow-x: auto;
}

.table {
  max-width: 1020px;
}

.adding {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 6px 8px;
}

.check {
  display: flex;
  align-items: center;
  gap: 8px;
  min-height: 44px;
  margin-left: 12px;
}

.table td,
.table th {
  padding: 3px 6px;
  vertical-align: top;
}

.table tr:has(+ .findings) > td {
  border-bottom: 0;
}

.name {
  white-space: nowrap;
}

.choice {
  width: 104px;
  height: 30px;
  min-height: 0;
}

.choice :deep(.p-select-label) {
  padding-block: 0;
}
</style>
