<script setup lang="ts">
import { InputError } from '@eldrun/core/errors';
import type { Opening } from '@eldrun/core/house';
import { type UnitSystem, tapeText } from '@eldrun/core/units';
import ChoiceField from '../../components/ChoiceField.vue';
import TextField from '../../components/TextField.vue';
import { fieldText, placeFrom, sizeFrom } from '../../components/lengths.ts';

/** A window or a door, typed: its rough opening, its header, its jacks. */
const props = defineProps<{
  opening: Opening;
  units: UnitSystem;
  /** Of the other openings of the wall. */
  taken: readonly string[];
}>();
const emit = defineEmits<{
  change: [opening: Opening, before: string];
  remove: [];
}>();

const set = (change: Partial<Opening>): void =>
  emit('change', { ...props.opening, ...change }, props.opening.id);
const field = (value: number | undefined): string => fieldText(value, props.units);
const place = (typed: string): number => placeFrom(typed, props.units);
const size = (typed: string): number => sizeFrom(typed, props.units);

function name(typed: string): void {
  const id = typed.trim().slice(0, 40);
  if (id === '') throw new InputError('id', 'is empty', 'a short name such as W1');
  if (props.taken.includes(id))
    throw new InputError('id', `“${id}” is taken`, 'a name that no other opening of the wall has');
  set({ id });
}

function header(typed: string): void {
  if (typed.trim() === '' || typed.trim() === '0') return set({ header: null });
  set({ header: { plies: 2, ...props.opening.header, depth: size(typed) } });
}

function plies(typed: string): void {
  const count = Number(typed);
  if (!Number.isInteger(count) || count < 1 || count > 10)
    throw new InputError('plies', `“${typed}” is no number of plies`, '1 to 10');
  if (props.opening.header) set({ header: { ...props.opening.header, plies: count } });
}

function jacks(typed: string): void {
  if (typed.trim() === '') {
    const { jacks: _, ...rest } = props.opening;
    return emit('change', rest, props.opening.id);
  }
  const count = Number(typed);
  if (!Number.isInteger(count) || count < 0 || count > 6)
    throw new InputError('jacks', `“${typed}” is no number of jacks`, '0 to 6');
  set({ jacks: count });
}

const KINDS = [
  { value: 'window' as const, label: 'Window' },
  { value: 'door' as const, label: 'Door' },
];
const FILLS = [
  { value: 'none', label: 'solid wood' },
  { value: 'xps', label: 'extruded foam' },
  { value: 'polyiso-foil-faced', label: 'polyiso' },
  { value: 'mineral-wool-batt', label: 'mineral wool' },
];
</script>

<template>
  <div class="field-row" role="group" :aria-label="`Opening ${opening.id}`">
    <TextField label="Name" :value="opening.id" :take="name" />
    <ChoiceField
      label="Kind"
      :value="opening.kind"
      :options="KINDS"
      @take="(kind) => set(kind === 'door' ? { kind, sill: 0 } : { kind })"
    />
    <TextField label="Left edge" :value="field(opening.x)" :take="(t) => set({ x: place(t) })" />
    <TextField
      v-if="opening.kind === 'window'"
      label="Sill"
      :value="field(opening.sill)"
      :take="(t) => set({ sill: place(t) })"
    />
    <TextField
      label="Rough width"
      :value="field(opening.width)"
      :take="(t) => set({ width: size(t) })"
    />
    <TextField
      label="Rough height"
      :value="field(opening.height)"
      :take="(t) => set({ height: size(t) })"
    />
    <TextField
      label="Head"
      :value="field(opening.sill + opening.height)"
      :take="
        (t) =>
          set(
            opening.kind === 'window'
              ? { sill: Math.max(0, place(t) - opening.height) }
              : { height: size(t) },
          )
      "
    />
    <TextField
      label="Header depth"
      :value="opening.header ? field(opening.header.depth) : '0'"
      :take="header"
      :hint="opening.header ? '' : 'nothing bears'"
    />
    <template v-if="opening.header">
      <TextField label="Plies" :value="String(opening.header.plies)" :take="plies" />
      <ChoiceField
        label="Between the plies"
        :value="opening.header.fill ?? 'none'"
        :options="FILLS"
        @take="
          (fill) => set({ header: { ...opening.header!, fill: fill === 'none' ? null : fill } })
        "
      />
    </template>
    <TextField
      label="Jacks"
      :value="opening.jacks === undefined ? '' : String(opening.jacks)"
      :take="jacks"
    />
    <p class="small soft about">
      <button type="button" class="action quiet small" @click="emit('remove')">
        Remove {{ opening.id }}
      </button>
      {{ tapeText(opening.x, units) }} to {{ tapeText(opening.x + opening.width, units) }} from the
      left. Arrow keys move it, with Shift from stud to stud; Delete removes it.
    </p>
  </div>
</template>

<style scoped>
.about {
  flex-basis: 100%;
}
</style>
