<script setup lang="ts">
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
import EditableTable from '../../components/EditableTable.vue';
import type { EditableColumn } from '../../components/editable-table.ts';
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

interface Numbered<S> {
  service: S;
  /** Among all services of the wall. */
  n: number;
}

/** A size or a place of a service in a column. */
const measure = <S extends Service>(
  title: string,
  value: (service: S) => number | undefined,
  fields: (typed: string) => object,
): EditableColumn<Numbered<S>> => ({
  title,
  label: ({ service }) => `${service.id}: ${title.toLowerCase()}`,
  value: ({ service }) => field(value(service)),
  take: ({ n }, _, typed) => set(n, fields(typed)),
});

/** Its name, and between what it is. @param verb what it does there */
const first = <S extends Service>(verb: string): EditableColumn<Numbered<S>>[] => [
  {
    title: 'Name',
    label: ({ service }) => `${service.kind} ${service.id}: name`,
    value: ({ service }) => service.id,
    take: ({ n }, _, typed) => rename(n, typed),
    after: ({ service }) => service.kind,
  },
  {
    title: 'Between',
    label: ({ service }) => `${service.id} ${verb} between`,
    value: ({ service }) => inOf(service),
    choices: IN.value,
    take: ({ n }, _, chosen) => set(n, { in: chosen }),
  },
];

const ofBoxes = computed<readonly EditableColumn<Numbered<BoxService>>[]>(() => [
  ...first<BoxService>('sits'),
  measure(
    'Left edge',
    ({ x }) => x,
    (typed) => ({ x: place(typed) }),
  ),
  measure(
    'Up',
    ({ z }) => z,
    (typed) => ({ z: place(typed) }),
  ),
  measure(
    'Wide',
    ({ width }) => width,
    (typed) => ({ width: size(typed) }),
  ),
  measure(
    'High',
    ({ height }) => height,
    (typed) => ({ height: size(typed) }),
  ),
  measure(
    'Deep',
    ({ depth }) => depth,
    (typed) => ({ depth: size(typed) }),
  ),
]);

const ofRuns = computed<readonly EditableColumn<Numbered<RunService>>[]>(() => [
  ...first<RunService>('runs'),
  {
    title: 'Through the points (from the left, up)',
    words: true,
    label: ({ service }) => `${service.id}: points`,
    value: ({ service }) => pathText(service.path, props.units),
    take: ({ n }, _, typed) => set(n, { path: pathFrom(typed, props.units) }),
  },
  measure(
    'Thick',
    ({ diameter }) => diameter,
    (typed) => ({ diameter: size(typed) }),
  ),
  measure(
    'From the inner face',
    ({ from }) => from,
    (typed) => ({
      from: typed.trim() === '' ? undefined : place(typed),
    }),
  ),
  {
    title: 'Passes wood',
    label: ({ service }) => `${service.id} passes wood`,
    value: ({ service }) => service.passes ?? 'bored',
    choices: PASSES,
    take: ({ n }, _, chosen) => set(n, { passes: chosen }),
  },
  {
    title: 'Water',
    label: ({ service }) => `Water stands in ${service.id}`,
    checked: ({ service }) => service.water ?? service.kind === 'pipe',
    check: ({ n }, _, water) => set(n, { water }),
  },
]);
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
    <EditableTable
      v-if="boxes.length > 0"
      caption="Boxes and cabinets"
      :rows="boxes"
      :columns="ofBoxes"
      :named="({ service }) => ({ 'data-service': service.id })"
      :removing="({ service }) => `Remove ${service.id}`"
      @remove="({ n }) => remove(n)"
    >
      <template #under="{ row: { service, n } }">
        <ServiceFindings
          :service="service.id"
          :found="found(n)"
          :columns="8"
          :units="units"
          @inward="(from) => set(n, { from })"
        />
      </template>
    </EditableTable>
    <EditableTable
      v-if="runs.length > 0"
      caption="Cables and pipes"
      :rows="runs"
      :columns="ofRuns"
      :named="({ service }) => ({ 'data-service': service.id })"
      :removing="({ service }) => `Remove ${service.id}`"
      @remove="({ n }) => remove(n)"
    >
      <template #under="{ row: { service, n } }">
        <ServiceFindings
          :service="service.id"
          :found="found(n)"
          :columns="8"
          :units="units"
          @inward="(from) => set(n, { from })"
        />
      </template>
    </EditableTable>
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

.services :deep(.table) {
  max-width: 1020px;
}

.services :deep(td) {
  vertical-align: top;
}

.adding {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 6px 8px;
}

.check {
  margin-left: 12px;
}
</style>
