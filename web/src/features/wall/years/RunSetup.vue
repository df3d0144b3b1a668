<script setup lang="ts">
import { computed } from 'vue';
import {
  EXPOSURES,
  gapOpening,
  rainBehind,
  SHELTERS,
  storingLayers,
  type RunChoices,
} from '@eldrun/core/transient';
import { ventilatedGap } from '@eldrun/core/build-up';
import {
  formatText,
  parseLeakAtFifty,
  parseLength,
  parseNumber,
  parseOpening,
  trimmed,
} from '@eldrun/core/units';
import { layerName } from '@eldrun/core/verdicts';
import { leakAtFifty } from '@eldrun/core/steady-moisture';
import { MONTHS } from '@eldrun/core/climate';
import ChoiceField from '../../../components/ChoiceField.vue';
import TextField from '../../../components/TextField.vue';
import { useProject } from '../../../project/project.ts';
import { useWall } from '../../../project/wall.ts';
import { useSimulation } from './simulation.ts';

/** How the wall is run: what matters most in a line, the rest behind it. */
const project = useProject();
const wall = useWall();
const simulation = useSimulation();

const set = (change: Partial<RunChoices>): void => {
  simulation.choices = { ...simulation.choices, ...change };
};

const LENGTHS = [1, 2, 3, 5, 10];
const lengths = computed(() =>
  [...new Set([...LENGTHS, simulation.choices.years])]
    .toSorted((a, b) => a - b)
    .map((value) => ({
      value,
      label: value === 1 ? '1 year' : `${trimmed(value, 2)} years`,
    })),
);
const START = MONTHS.map((label, value) => ({ value, label }));
const SIDES = [
  ...(['north', 'east', 'south', 'west'] as const).map((value) => ({
    value: value,
    label: value[0]!.toUpperCase() + value.slice(1),
  })),
  { value: 'rain', label: 'Where rain comes from' },
];
const PATHS = [
  { value: 'cavity', label: 'the cavity' },
  { value: 'member', label: 'the members' },
];
const GAPS = [
  { value: 'changes', label: 'a given rate' },
  { value: 'openings', label: 'openings and weather' },
];

/** A choice from a table of factors, with the one that is set if it is none of them. */
function factors(table: readonly { value: number; name: string }[], now: number) {
  const own = table.some(({ value }) => value === now) ? [] : [{ value: now, name: 'own' }];
  return [...table, ...own].map(({ value, name }) => ({ value, label: `${name} (${value})` }));
}

const percent = (share: number): string => formatText('share', share, project.units);
const stored = computed(() => (wall.assessment ? storingLayers(wall.assessment.wall) : []));
const gap = computed(() => wall.assessment && ventilatedGap(wall.assessment.wall));
const named = computed(() =>
  (wall.assessment?.wall.layers ?? []).map((layer) => ({
    value: layer.id,
    label: `${layer.index + 1} ${layerName(wall.assessment!, layer)}`,
  })),
);
/** What the wall itself says where a choice is left open. */
const standard = computed(() => {
  const resolved = wall.assessment?.wall;
  if (!resolved) return { rain: 0, leak: 0, opening: 0 };
  return {
    rain: rainBehind(resolved)?.share ?? 0,
    leak: leakAtFifty(resolved.file.airtightness),
    opening: gap.value ? gapOpening(resolved, gap.value) * 1e-6 : 0,
  };
});
/** An empty entry goes back to what the wall says. */
const orOpen = <T,>(text: string, read: (text: string) => T): T | null =>
  text.trim() ? read(text) : null;

const hasMembers = computed(() => Boolean(wall.assessment?.wall.mainFrame));

const startText = (share: number | null | undefined): string =>
  share === null || share === undefined ? '' : percent(share);
const readStart = (text: string): number | null =>
  text.trim() ? parseNumber(text, 'start', 0, 200, '%') / 100 : null;

function setLayerStart(id: string, text: string): void {
  const { [id]: _, ...others } = simulation.choices.wetLayers;
  const start = readStart(text);
  set({ wetLayers: start === null ? others : { ...others, [id]: start } });
}
</script>

<template>
  <div class="setup">
    <ChoiceField
      label="Length"
      :value="simulation.choices.years"
      :options="lengths"
      @take="(value: number) => set({ years: value })"
    />
    <ChoiceField
      label="Starts in"
      :value="simulation.choices.startMonth"
      :options="START"
      @take="(value: number) => set({ startMonth: value })"
    />
    <ChoiceField
      label="Faces"
      :value="simulation.choices.side as string"
      :options="SIDES"
      @take="(value: string) => set({ side: value as RunChoices['side'] })"
    />
    <TextField
      label="Rain that gets in"
      :value="`${trimmed(100 * (simulation.choices.rainShare ?? standard.rain), 2)} %`"
      :take="
        (text: string) =>
          set({ rainShare: orOpen(text, (t) => parseNumber(t, 'rain', 0, 100, '%') / 100) })
      "
      :hint="
        simulation.choices.rainShare === null ? 'by how the cladding drains' : 'of the driven rain'
      "
    />
    <TextField
      label="Air leak"
      :value="formatText('leakAtFifty', simulation.choices.leak ?? standard.leak, project.units)"
      :take="
        (text: string) =>
          set({ leak: orOpen(text, (t) => parseLeakAtFifty(t, project.units, 'leak')) })
      "
      hint="of the house, driven by stack, wind and fans"
    />
    <TextField
      v-if="gap && simulation.choices.gapBy === 'changes'"
      label="Gap, air changes an hour"
      :value="String(simulation.choices.airChanges)"
      :take="(text: string) => set({ airChanges: parseNumber(text, 'gap', 0, 10000) })"
      hint="0 closes it"
    />
    <TextField
      v-else-if="gap"
      label="Gap, openings"
      :value="
        formatText(
          'openingPerLength',
          simulation.choices.opening ?? standard.opening,
          project.units,
        )
      "
      :take="
        (text: string) => set({ opening: orOpen(text, (t) => parseOpening(t, project.units)) })
      "
      hint="at top and at bottom"
    />
    <TextField
      label="Moisture at the start"
      :value="startText(simulation.choices.wetStart)"
      :take="(text: string) => set({ wetStart: readStart(text) })"
      hint="empty: air-dry"
    />
  </div>
  <details class="more">
    <summary>More of the set-up: path, watched layer, rain, gap, other wet layers</summary>
    <div class="setup">
      <ChoiceField
        label="Watched layer"
        :value="simulation.watched?.id ?? ''"
        :options="named"
        @take="(value: string) => set({ watch: value })"
      />
      <ChoiceField
        v-if="hasMembers"
        label="Path through"
        :value="simulation.choices.path as string"
        :options="PATHS"
        @take="(value: string) => set({ path: value as RunChoices['path'] })"
      />
      <ChoiceField
        label="Rain exposure"
        :value="simulation.choices.exposure"
        :options="factors(EXPOSURES, simulation.choices.exposure)"
        @take="(value: number) => set({ exposure: value })"
      />
      <ChoiceField
        label="Sheltered by"
        :value="simulation.choices.overhang"
        :options="factors(SHELTERS, simulation.choices.overhang)"
        @take="(value: number) => set({ overhang: value })"
      />
      <template v-if="gap">
        <ChoiceField
          label="Gap’s air by"
          :value="simulation.choices.gapBy as string"
          :options="GAPS"
          @take="(value: string) => set({ gapBy: value as RunChoices['gapBy'] })"
        />
        <template v-if="simulation.choices.gapBy === 'openings'">
          <TextField
            label="Height of the gap"
            :value="formatText('length', simulation.choices.gapHeight, project.units)"
            :take="(text: string) => set({ gapHeight: parseLength(text, project.units, 'height') })"
          />
          <label class="check">
            <input
              type="checkbox"
              :checked="simulation.choices.screened"
              @change="set({ screened: ($event.target as HTMLInputElement).checked })"
            />
            Insect screens in the openings
          </label>
        </template>
      </template>
      <label class="check">
        <input
          type="checkbox"
          :checked="simulation.choices.panelLiquid"
          @change="set({ panelLiquid: ($event.target as HTMLInputElement).checked })"
        />
        Liquid water in OSB and plywood, generic figures
      </label>
      <template v-for="layer in stored" :key="layer.id">
        <TextField
          v-if="layer.id !== simulation.watched?.id"
          :label="`Moisture of ${layer.index + 1} at the start`"
          :value="startText(simulation.choices.wetLayers[layer.id])"
          :take="(text: string) => setLayerStart(layer.id, text)"
          :hint="layerName(wall.assessment!, layer)"
        />
      </template>
    </div>
    <p class="small soft">
      Exposure and shelter are factors on the driven rain after ASHRAE 160, for walls up to 10 m.
    </p>
  </details>
</template>

<style scoped>
.setup {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(140px, 1fr));
  gap: 8px 12px;
}

.more summary {
  min-height: 32px;
  width: fit-content;
  cursor: pointer;
  font-weight: 600;
}

.more .setup {
  grid-template-columns: repeat(auto-fill, minmax(180px, 1fr));
  padding: 4px 0 8px;
}

.check {
  display: flex;
  align-items: center;
  gap: 8px;
  min-height: 44px;
  align-self: center;
}
</style>
