<script setup lang="ts">
import { computed } from 'vue';
import { CORNERS, type Corner, type Elevation, type WallEnd } from '@eldrun/core/house';
import { InputError } from '@eldrun/core/errors';
import type { UnitSystem } from '@eldrun/core/units';
import ChoiceField from '../../components/ChoiceField.vue';
import TextField from '../../components/TextField.vue';
import { fieldText, placeFrom, signedFrom, sizeFrom } from '../../components/lengths.ts';
import type { ListColumn } from './list-column.ts';
import ListFields from './ListFields.vue';

/** A wall of the house, typed: its size and top, its assembly, its corners, and what stands in and on it. */
const props = defineProps<{
  elevation: Elevation;
  others: readonly Elevation[];
  assemblies: { value: string; label: string }[];
  units: UnitSystem;
}>();
const emit = defineEmits<{
  change: [name: string, fields: Partial<Record<keyof Elevation, unknown>>];
  assembly: [wall: string];
}>();

const field = (value: number | undefined): string => fieldText(value, props.units);
const place = (typed: string): number => placeFrom(typed, props.units);
const size = (typed: string): number => sizeFrom(typed, props.units);
const change = (name: string, fields: Partial<Record<keyof Elevation, unknown>>): void =>
  emit('change', name, fields);

type Shape = 'level' | 'raked' | 'gabled' | 'points';
const SHAPES: { value: Shape; label: string }[] = [
  { value: 'level', label: 'Level' },
  { value: 'raked', label: 'Raked' },
  { value: 'gabled', label: 'Gabled' },
];
const shape = computed<Shape>(() => {
  const { top } = props.elevation;
  return !top ? 'level' : top.length === 2 ? 'raked' : top.length === 3 ? 'gabled' : 'points';
});
const lowest = computed(() =>
  props.elevation.top
    ? Math.min(...props.elevation.top.map(([, z]) => z))
    : (props.elevation.height ?? 2.467),
);

/** Another top over the same wall: a raked one rises one in four, a gable to its middle. */
function reshape(to: Shape): void {
  const { length } = props.elevation;
  const z = lowest.value;
  if (to === 'level') return change('Level top', { top: undefined, height: z });
  const top =
    to === 'raked'
      ? [
          [0, z],
          [length, z + length / 4],
        ]
      : [
          [0, z],
          [length / 2, z + length / 4],
          [length, z],
        ];
  change(to === 'raked' ? 'Raked top' : 'Gabled top', { top, height: undefined });
}

function point(n: number, at: 0 | 1, typed: string): void {
  const value = at === 0 ? place(typed) : size(typed);
  const top = props.elevation.top!.map((one, i) =>
    i === n ? (at === 0 ? [value, one[1]] : [one[0], value]) : one,
  );
  change('Top', { top });
}

/** A longer wall keeps its top at both ends, a ridge in its middle. */
function setLength(typed: string): void {
  const length = size(typed);
  const { top, length: before } = props.elevation;
  change('Length', {
    length,
    ...(top ? { top: top.map(([x, z]) => [(x / before) * length, z]) } : {}),
  });
}

/** The choice that says nothing. */
const NONE = '-';

const CORNER_WORDS: Record<Corner, string> = {
  plain: 'one stud',
  'two-stud': 'two studs',
  'three-stud': 'three studs',
  ladder: 'ladder',
};
const corners = [
  { value: NONE, label: 'as the house does' },
  ...CORNERS.map((value) => ({ value, label: CORNER_WORDS[value] })),
];
const meets = computed(() => [
  { value: NONE, label: 'no wall' },
  ...props.others.map(({ id, name }) => ({ value: id, label: name ?? id })),
]);
const RUNS = [
  { value: NONE, label: 'not said' },
  { value: 'through', label: 'runs through' },
  { value: 'butts', label: 'butts' },
];

function setEnd(side: 'left' | 'right', key: keyof WallEnd, value: string): void {
  const end: WallEnd = { ...props.elevation.ends?.[side] };
  delete end[key];
  change('Corner', {
    ends: { ...props.elevation.ends, [side]: value === NONE ? end : { ...end, [key]: value } },
  });
}

function facing(typed: string): void {
  const degrees = typed.trim() === '' ? undefined : Number(typed.replace('°', ''));
  if (degrees !== undefined && !(Math.abs(degrees) <= 360))
    throw new InputError('facing', `“${typed}” is no direction`, '0 (north) to 360 degrees');
  change('Facing', { facing: degrees });
}

const choice = (values: Record<string, string>) =>
  Object.entries(values).map(([value, label]) => ({ value, label }));
const column = (
  key: string,
  label: string,
  kind: ListColumn['kind'],
  options?: ListColumn['options'],
): ListColumn => ({ key, label, kind, ...(options ? { options } : {}) });

const LISTS = [
  {
    field: 'intersections' as const,
    label: 'Inner walls that meet it',
    noun: 'inner wall',
    columns: [
      column('x', 'at', 'place'),
      column('width', 'wide', 'size'),
      column(
        'kind',
        'kind',
        'choice',
        choice({ ladder: 'ladder', 'three-stud': 'three studs', backing: 'backing' }),
      ),
    ],
    fresh: () => ({ x: props.elevation.length / 2, width: 0.1143, kind: 'ladder' }),
  },
  {
    field: 'segments' as const,
    label: 'Stretches with closer studs',
    noun: 'stretch',
    columns: [
      column('from', 'from', 'place'),
      column('to', 'to', 'place'),
      column('spacing', 'apart', 'size'),
    ],
    fresh: () => ({ from: 0, to: Math.min(1.2192, props.elevation.length), spacing: 0.3048 }),
  },
  {
    field: 'steps' as const,
    label: 'Steps of the plates',
    noun: 'step',
    columns: [column('x', 'at', 'place'), column('rise', 'rises by', 'signed')],
    fresh: () => ({ x: props.elevation.length / 2, rise: 0.1905 }),
  },
  {
    field: 'anchors' as const,
    label: 'Anchors',
    noun: 'anchor',
    columns: [
      column('x', 'at', 'place'),
      column(
        'kind',
        'kind',
        'choice',
        choice({ bolt: 'bolt', strap: 'strap', 'hold-down': 'hold-down' }),
      ),
      column('washer', 'washer', 'size'),
      column('edge', 'to the sheathed side', 'place'),
    ],
    fresh: () => ({ x: 0.2, kind: 'bolt', washer: 0.0762 }),
  },
  {
    field: 'risers' as const,
    label: 'Pipes and ducts through the plate',
    noun: 'pipe or duct',
    columns: [
      column('x', 'at', 'place'),
      column('width', 'wide', 'size'),
      column('kind', 'kind', 'choice', choice({ pipe: 'pipe', duct: 'duct' })),
    ],
    fresh: () => ({ x: props.elevation.length / 2, width: 0.0762, kind: 'pipe' }),
  },
];
const nested = (key: 'cover' | 'layout' | 'plates', fields: object): object => ({
  [key]: { ...props.elevation[key], ...fields },
});
</script>

<template>
  <div class="field-row" role="group" :aria-label="`Wall ${elevation.name ?? elevation.id}`">
    <TextField
      label="Wall’s name"
      :value="elevation.name ?? elevation.id"
      :take="(t) => change('Name', { name: t.trim().slice(0, 200) || undefined })"
    />
    <ChoiceField
      label="Built as"
      class="wide"
      :value="elevation.assembly"
      :options="assemblies"
      @take="(wall) => emit('assembly', wall)"
    />
    <TextField label="Length" :value="field(elevation.length)" :take="setLength" />
    <ChoiceField label="Top" :value="shape" :options="SHAPES" @take="reshape" />
    <TextField
      v-if="!elevation.top"
      label="Height"
      :value="field(elevation.height)"
      :take="(t) => change('Height', { height: size(t) })"
      hint="plates included"
    />
    <template v-for="(one, n) in elevation.top ?? []" :key="n">
      <TextField
        v-if="n > 0 && n < elevation.top!.length - 1"
        label="Ridge at"
        :value="field(one[0])"
        :take="(t) => point(n, 0, t)"
      />
      <TextField
        :label="
          n === 0
            ? 'Left height'
            : n === elevation.top!.length - 1
              ? 'Right height'
              : 'Ridge height'
        "
        :value="field(one[1])"
        :take="(t) => point(n, 1, t)"
      />
    </template>
    <ChoiceField
      label="Layout from"
      :value="elevation.layout?.from ?? 'left'"
      :options="[
        { value: 'left' as const, label: 'left' },
        { value: 'right' as const, label: 'right' },
      ]"
      @take="(from) => change('Layout', nested('layout', { from }))"
    />
    <TextField
      label="First panel edge"
      :value="field(elevation.layout?.zero ?? 0)"
      :take="(t) => change('Layout', nested('layout', { zero: place(t) }))"
    />
    <template v-for="side in ['left', 'right'] as const" :key="side">
      <ChoiceField
        :label="`Corner ${side}`"
        :value="elevation.ends?.[side]?.corner ?? NONE"
        :options="corners"
        @take="(value: string) => setEnd(side, 'corner', value)"
      />
      <ChoiceField
        :label="`Meets ${side}`"
        :value="elevation.ends?.[side]?.meets ?? NONE"
        :options="meets"
        @take="(value: string) => setEnd(side, 'meets', value)"
      />
      <ChoiceField
        v-if="elevation.ends?.[side]?.meets"
        :label="`There it (${side})`"
        :value="elevation.ends?.[side]?.runs ?? NONE"
        :options="RUNS"
        @take="(value: string) => setEnd(side, 'runs', value)"
      />
    </template>
    <TextField
      label="Faces, °"
      :value="elevation.facing === undefined ? '' : String(elevation.facing)"
      :take="facing"
      hint="0 is north"
    />
    <TextField
      label="Plate’s height"
      :value="field(elevation.datum ?? 0)"
      :take="(t) => change('Height of the plate', { datum: signedFrom(t, units) })"
      hint="over the house’s zero"
    />
    <TextField
      label="Sheathing below"
      :value="field(elevation.cover?.below ?? 0)"
      :take="(t) => change('Cover', nested('cover', { below: place(t) }))"
      hint="past the plate"
    />
    <TextField
      label="Sheathing above"
      :value="field(elevation.cover?.above ?? 0)"
      :take="(t) => change('Cover', nested('cover', { above: place(t) }))"
      hint="past the plate"
    />
    <ChoiceField
      label="Top plates"
      :value="elevation.plates?.top ?? 0"
      :options="[
        { value: 0, label: 'as the house does' },
        { value: 1, label: 'one' },
        { value: 2, label: 'two' },
        { value: 3, label: 'three' },
      ]"
      @take="(top: number) => change('Top plates', nested('plates', { top: top || undefined }))"
    />
    <label class="check">
      <input
        type="checkbox"
        :checked="elevation.braced ?? false"
        @change="
          change('Braced wall', {
            braced: ($event.target as HTMLInputElement).checked || undefined,
          })
        "
      />
      Braced or shear wall
    </label>
  </div>
  <div class="lists">
    <ListFields
      v-for="list in LISTS"
      :key="list.field"
      :label="list.label"
      :noun="list.noun"
      :columns="list.columns"
      :units="units"
      :rows="(elevation[list.field] ?? []) as object[]"
      :fresh="list.fresh as () => object"
      @change="(rows) => change(list.label, { [list.field]: rows })"
    />
  </div>
</template>

<style scoped>
.check {
  margin-top: 18px;
}

.lists {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(340px, 1fr));
  gap: 14px 20px;
  margin-top: 12px;
}
</style>
