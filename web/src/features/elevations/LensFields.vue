<script setup lang="ts">
import { inUnits } from '@eldrun/core/units';
import { computed } from 'vue';
import { InputError } from '@eldrun/core/errors';
import { ROLL_SIZE, SHEET, stripWidth, type ElevationLayout } from '@eldrun/core/layout';
import { SHEATHING_FASTENERS, SOLD_SHEETS } from '@eldrun/core/trade';
import type { HouseCommand, ProjectHouse, SheetSize } from '@eldrun/core/house';
import type { UnitSystem } from '@eldrun/core/units';
import type { ElevationLayer } from '@eldrun/drawing';
import ChoiceField from '../../components/ChoiceField.vue';
import TextField from '../../components/TextField.vue';
import { fieldText, placeFrom, sizeFrom } from '../../components/lengths.ts';

/** What a layer is laid of, for all walls of the house. */
const props = defineProps<{
  lens: ElevationLayer;
  layout: ElevationLayout;
  house: ProjectHouse;
  units: UnitSystem;
}>();
const emit = defineEmits<{ run: [name: string, command: HouseCommand] }>();

type Fields = Extract<HouseCommand, { type: 'setHouse' }>['fields'];
const set = (name: string, fields: Fields): void => emit('run', name, { type: 'setHouse', fields });
const field = (value: number | undefined): string => fieldText(value, props.units);
const place = (typed: string): number => placeFrom(typed, props.units);
const size = (typed: string): number => sizeFrom(typed, props.units);

const sheathing = computed<SheetSize>(() => ({ ...SHEET, ...props.house.sheets?.sheathing }));
const sheetChoices = SOLD_SHEETS.map(({ name }) => ({ value: name, label: name }));
const isOf = (a: { width: number; length: number }, b: { width: number; length: number }) =>
  Math.abs(a.width - b.width) < 1e-4 && Math.abs(a.length - b.length) < 1e-4;
const soldAs = (sheet: { width: number; length: number }): string =>
  SOLD_SHEETS.find((one) => isOf(one, sheet))?.name ?? '';

function setSheathing(name: string, change: Partial<SheetSize>): void {
  set(name, { sheets: { ...props.house.sheets, sheathing: { ...sheathing.value, ...change } } });
}

function sold(name: string, take: (size: { width: number; length: number }) => void): void {
  const { width, length } = SOLD_SHEETS.find((one) => one.name === name)!;
  take({ width, length });
}

const boards = computed(() =>
  props.layout.boards.map((_, n) => ({
    width: SHEET.width,
    length: SHEET.length,
    ...props.house.sheets?.outside?.[n],
  })),
);

function setBoards(
  n: number,
  name: string,
  change: Partial<SheetSize & { stagger: number }>,
): void {
  set(name, {
    sheets: {
      ...props.house.sheets,
      outside: boards.value.map((one, i) => (i === n ? { ...one, ...change } : one)),
    },
  });
}

const roll = computed(() => ({ ...ROLL_SIZE, ...props.house.rolls?.membrane }));
const setRoll = (change: object): void =>
  set('Roll', { rolls: { ...props.house.rolls, membrane: { ...roll.value, ...change } } });
const setFurring = (change: object): void =>
  set('Furring', { furring: { ...props.house.furring, ...change } });
const setCladding = (change: object): void =>
  set('Cladding', { cladding: { ...props.house.cladding, ...change } });

function temperature(typed: string): void {
  const value = Number(typed.replace('−', '-').replace(/°.*$/, ''));
  const celsius = props.units === 'imperial' ? ((value - 32) * 5) / 9 : value;
  if (typed.trim() === '' || !(celsius >= -40 && celsius <= 60))
    throw new InputError('installedAt', `“${typed}” is no air to work in`, '−40 to 60 °C');
  setCladding({ installedAt: celsius });
}
const installedAt = computed(() => {
  const celsius = props.house.cladding?.installedAt ?? 15;
  return String(Math.round(inUnits('temperature', celsius, props.units)));
});

const LYING = [
  { value: 'upright', label: 'upright' },
  { value: 'lying', label: 'lying' },
];
const lies = (sheet: SheetSize): string => (sheet.lying ? 'lying' : 'upright');
</script>

<template>
  <div class="field-row">
    <template v-if="lens === 'sheathing'">
      <ChoiceField
        label="Sheets"
        :value="soldAs(sheathing)"
        :options="sheetChoices"
        @take="(name) => sold(name, (of) => setSheathing('Sheets', of))"
      />
      <ChoiceField
        label="They stand"
        :value="lies(sheathing)"
        :options="LYING"
        @take="(how) => setSheathing('Sheets', { lying: how === 'lying' })"
      />
      <TextField
        label="Width"
        :value="field(sheathing.width)"
        :take="(t) => setSheathing('Sheets', { width: size(t) })"
      />
      <TextField
        label="Length"
        :value="field(sheathing.length)"
        :take="(t) => setSheathing('Sheets', { length: size(t) })"
      />
      <TextField
        label="Gap"
        :value="field(sheathing.gap)"
        :take="(t) => setSheathing('Gap', { gap: place(t) })"
      />
      <ChoiceField
        label="Fastened with"
        class="wide"
        :value="house.nailing ?? 'nail-8d'"
        :options="SHEATHING_FASTENERS.map(({ id, name }) => ({ value: id, label: name }))"
        @take="(nailing) => set('Nailing', { nailing })"
      />
    </template>
    <template v-else-if="lens === 'membrane'">
      <TextField
        label="Roll’s width"
        :value="field(roll.width)"
        :take="(t) => setRoll({ width: size(t) })"
        hint="as wide as the wall is high: one drop"
      />
      <TextField
        label="Roll’s length"
        :value="field(roll.length)"
        :take="(t) => setRoll({ length: size(t) })"
      />
      <TextField
        label="Side laps"
        :value="field(house.rolls?.membrane?.horizontalLap)"
        :take="(t) => setRoll({ horizontalLap: place(t) })"
        hint="empty: as usual"
      />
      <TextField
        label="End laps"
        :value="field(house.rolls?.membrane?.verticalLap)"
        :take="(t) => setRoll({ verticalLap: place(t) })"
        hint="empty: as usual"
      />
    </template>
    <template v-else-if="lens === 'boards'">
      <template v-for="(board, n) in boards" :key="n">
        <ChoiceField
          :label="`Layer ${n + 1}`"
          :value="soldAs(board)"
          :options="sheetChoices"
          @take="(name) => sold(name, (of) => setBoards(n, 'Boards', of))"
        />
        <ChoiceField
          :label="`Layer ${n + 1} stands`"
          :value="lies(board)"
          :options="LYING"
          @take="(how) => setBoards(n, 'Boards', { lying: how === 'lying' })"
        />
        <TextField
          :label="`Layer ${n + 1} joints off by`"
          :value="field(house.sheets?.outside?.[n]?.stagger)"
          :take="(t) => setBoards(n, 'Stagger', { stagger: place(t) })"
          hint="empty: as usual"
        />
      </template>
    </template>
    <template v-else-if="lens === 'furring' && layout.strips.length > 0">
      <TextField
        label="Strips are"
        :value="field(stripWidth(house, layout.parts))"
        :take="(t) => setFurring({ width: size(t) })"
        hint="wide"
      />
      <ChoiceField
        label="From"
        :value="house.furring?.from ?? 'boards'"
        :options="[
          { value: 'boards' as const, label: 'boards' },
          { value: 'ripped sheets' as const, label: 'ripped sheets' },
        ]"
        @take="(from) => setFurring({ from })"
      />
    </template>
    <template v-else-if="lens === 'cladding' && layout.parts.cladding">
      <TextField
        v-if="layout.parts.cladding.kind !== 'panels'"
        label="To the weather"
        :value="field(house.cladding?.exposure ?? 0.1778)"
        :take="(t) => setCladding({ exposure: size(t) })"
      />
      <template v-if="layout.parts.cladding.kind === 'courses'">
        <TextField
          label="Boards’ length"
          :value="field(house.cladding?.boardLength ?? 3.6576)"
          :take="(t) => setCladding({ boardLength: size(t) })"
        />
        <TextField
          label="Joints off by"
          :value="field(house.cladding?.jointStagger ?? 0.6096)"
          :take="(t) => setCladding({ jointStagger: place(t) })"
        />
        <ChoiceField
          label="Joints"
          :value="house.cladding?.joints ?? 'open'"
          :options="[
            { value: 'open' as const, label: 'open' },
            { value: 'butted' as const, label: 'butted' },
            { value: 'trimmed' as const, label: 'trimmed' },
          ]"
          @take="(joints) => setCladding({ joints })"
        />
      </template>
      <template v-else-if="layout.parts.cladding.kind === 'panels'">
        <TextField
          label="Panels’ width"
          :value="field(house.cladding?.panel?.width)"
          :take="
            (t) =>
              setCladding({ panel: { height: 2.4384, ...house.cladding?.panel, width: size(t) } })
          "
        />
        <TextField
          label="Panels’ height"
          :value="field(house.cladding?.panel?.height)"
          :take="
            (t) =>
              setCladding({ panel: { width: 1.2192, ...house.cladding?.panel, height: size(t) } })
          "
        />
      </template>
      <TextField
        :label="`Going up at, °${units === 'imperial' ? 'F' : 'C'}`"
        :value="installedAt"
        :take="temperature"
      />
    </template>
  </div>
</template>
