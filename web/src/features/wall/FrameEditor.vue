<script setup lang="ts">
import { computed } from 'vue';
import { clearFieldShare, frameOf, type FramedLayer, type Member } from '@eldrun/core/build-up';
import { formatText, parseLength, parseShare, trimmed } from '@eldrun/core/units';
import {
  fractionAtSpacing,
  FRAMING_PRESETS,
  LUMBER,
  sameSpacing,
  SPACINGS,
  STEEL_DEPTHS,
  STEEL_FLANGES,
  STEEL_SHEETS,
} from '@eldrun/core/framing';
import type { Command } from '@eldrun/core/wall';
import { frameName } from '@eldrun/core/explain';
import ChoiceField from '../../components/ChoiceField.vue';
import TextField from '../../components/TextField.vue';
import { useBench } from './bench.ts';
import { useProject } from '../../project/project.ts';
import { useWall } from '../../project/wall.ts';

const props = defineProps<{ layer: FramedLayer }>();
const emit = defineEmits<{ run: [name: string, commands: Command[]] }>();
const project = useProject();
const wall = useWall();
const bench = useBench();

const member = computed(() => props.layer.member);
const name = computed(() => frameName(props.layer, project.units));
const length = (value: number): string => formatText('length', value, project.units);

/** Layers of one frame share their members: what changes one changes all. */
const siblings = computed(() =>
  wall.document!.layers.filter(
    (layer): layer is FramedLayer =>
      layer.kind === 'framed' && frameOf(layer) === frameOf(props.layer),
  ),
);

function setMember(change: Partial<Member>, step: string): void {
  emit(
    'run',
    step,
    siblings.value.map((layer) => ({
      type: 'setMember',
      id: layer.id,
      member: { ...layer.member, ...change } as Member,
    })),
  );
}

/** Another spacing, and the framing factor that goes with it. */
function setSpacing(spacing: number): void {
  emit(
    'run',
    `Spacing of ${name.value}`,
    siblings.value.flatMap((layer): Command[] => {
      const fraction = fractionAtSpacing(layer, spacing);
      return [
        { type: 'setMember', id: layer.id, member: { ...layer.member, spacing } },
        ...(fraction === null ? [] : [{ type: 'setFraction' as const, id: layer.id, fraction }]),
      ];
    }),
  );
}

const SIZES = computed(() => {
  const system = project.units === 'imperial' ? ['us'] : ['cls', 'metric-45', 'metric-60'];
  return LUMBER.filter((lumber) => system.includes(lumber.system)).map(({ nominal, actual }) => ({
    value: `${actual[0]} ${actual[1]}`,
    label: `${nominal.replace('x', '×')} (${length(actual[0])} × ${length(actual[1])})`,
  }));
});

const size = computed(() =>
  member.value.section === 'solid' ? `${member.value.width} ${props.layer.thickness}` : '',
);

function setSize(chosen: string): void {
  const [width, depth] = chosen.split(' ').map(Number) as [number, number];
  emit('run', `Member of ${name.value}`, [
    { type: 'setMember', id: props.layer.id, member: { ...member.value, width } as Member },
    { type: 'setThickness', id: props.layer.id, thickness: depth },
  ]);
}

/** Steel sections by their usual sizes; what is typed beyond them comes first in the list. */
function usual<T>(
  sizes: readonly T[],
  value: (size: T) => number,
  label: (size: T) => string,
  now: number,
) {
  const options = sizes.map((size) => ({ value: value(size), label: label(size) }));
  return options.some((option) => Math.abs(option.value - now) < 1e-6)
    ? options
    : [{ value: now, label: length(now) }, ...options];
}

const steel = computed(() => {
  const { layer } = props;
  if (layer.member.section !== 'c') return null;
  return {
    depths: usual(
      STEEL_DEPTHS,
      ({ depth }) => depth,
      ({ depth }) => length(depth),
      layer.thickness,
    ),
    sheets: usual(
      STEEL_SHEETS,
      ({ design }) => design,
      ({ mil, design, use }) => `${mil} mil (${length(design)}), ${use}`,
      layer.member.web,
    ),
    flanges: usual(
      STEEL_FLANGES,
      ({ flange }) => flange,
      ({ flange, lip }) => `${length(flange)}, lip ${length(lip)}`,
      layer.member.flange,
    ),
  };
});

function setFlange(flange: number): void {
  const lip = STEEL_FLANGES.find((size) => size.flange === flange)?.lip;
  setMember(lip === undefined ? { flange } : { flange, lip }, `Flange of ${name.value}`);
}

const spacings = computed(() => {
  const usual = [...SPACINGS[project.units]];
  if (!usual.some((s) => Math.abs(s - member.value.spacing) < 1e-6))
    usual.push(member.value.spacing as never);
  return usual.map((value) => ({ value: value, label: `${length(value)} on center` }));
});

/** A preset's factor, what the sizes give, or one's own. */
const factorOptions = computed(() => [
  {
    value: 'clear',
    label: `Clear field: ${share(clearFieldShare(member.value))} (size / spacing)`,
  },
  ...FRAMING_PRESETS.filter(({ section }) => section === member.value.section).map((preset) => ({
    value: preset.id,
    label: `${preset.name}: ${share(preset.fraction)}`,
  })),
  ...(matching.value === 'own'
    ? [{ value: 'own', label: `Typed: ${share(props.layer.fraction!)}` }]
    : []),
]);

const matching = computed(() => {
  const { fraction } = props.layer;
  if (fraction === undefined) return 'clear';
  return (
    FRAMING_PRESETS.find(
      (preset) =>
        preset.section === member.value.section &&
        preset.fraction === fraction &&
        sameSpacing(preset.spacing, member.value.spacing),
    )?.id ?? 'own'
  );
});

function share(value: number): string {
  return `${trimmed(value * 100, value < 0.02 ? 2 : 1)} %`;
}

function setFraction(fraction: number | null): void {
  emit(
    'run',
    `Framing factor of ${name.value}`,
    siblings.value.map((layer) => ({ type: 'setFraction', id: layer.id, fraction })),
  );
}

function setPreset(id: string): void {
  if (id === 'clear') setFraction(null);
  const preset = FRAMING_PRESETS.find((candidate) => candidate.id === id);
  if (!preset) return;
  const commands = siblings.value.flatMap((layer): Command[] => [
    {
      type: 'setMember',
      id: layer.id,
      member: { ...layer.member, spacing: preset.spacing },
    },
    { type: 'setFraction', id: layer.id, fraction: preset.fraction },
  ]);
  emit('run', `Framing: ${preset.name}`, commands);
}
</script>

<template>
  <fieldset class="frame">
    <legend>Frame</legend>
    <button class="action" type="button" @click="bench.framing = true">Another frame…</button>
    <ChoiceField
      v-if="member.section === 'solid'"
      label="Member"
      filter
      :value="size"
      :options="SIZES"
      @take="setSize"
    />
    <template v-if="steel && member.section === 'c'">
      <ChoiceField
        label="Depth of the stud"
        :value="layer.thickness"
        :options="steel.depths"
        @take="
          (thickness: number) =>
            emit('run', `Depth of ${name}`, [{ type: 'setThickness', id: layer.id, thickness }])
        "
      />
      <ChoiceField
        label="Steel, by design thickness"
        :value="member.web"
        :options="steel.sheets"
        @take="(web: number) => setMember({ web }, `Steel of ${name}`)"
      />
      <ChoiceField
        label="Flange"
        :value="member.flange"
        :options="steel.flanges"
        @take="setFlange"
      />
    </template>
    <div class="pair">
      <TextField
        v-if="member.section === 'solid'"
        label="Width"
        :value="length(member.width)"
        :take="
          (text: string) =>
            setMember({ width: parseLength(text, project.units, 'width') }, `Width of ${name}`)
        "
      />
      <TextField
        v-else
        label="Steel thickness"
        :value="length(member.web)"
        :take="
          (text: string) =>
            setMember({ web: parseLength(text, project.units, 'web') }, `Steel of ${name}`)
        "
      />
      <TextField
        label="Spacing"
        :value="length(member.spacing)"
        :take="(text: string) => setSpacing(parseLength(text, project.units, 'spacing'))"
      />
    </div>
    <ChoiceField
      label="Usual spacing"
      :value="member.spacing"
      :options="spacings"
      @take="setSpacing"
    />
    <template v-if="(layer.frame ?? 'main') !== 'furring'">
      <ChoiceField
        label="Framing factor"
        filter
        :value="matching"
        :options="factorOptions"
        @take="setPreset"
      />
      <TextField
        label="Framing factor, typed"
        :value="share(layer.fraction ?? clearFieldShare(member))"
        :take="(text: string) => setFraction(parseShare(text, 'fraction'))"
        hint="Share of the area with plates, headers and corners"
      />
    </template>
  </fieldset>
</template>

<style scoped>
.frame {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 12px;
  min-width: 0;
  margin: 0;
  padding: 10px 0 0;
  border: 0;
  border-top: 1px solid var(--line);
}

legend {
  padding: 0 8px 0 0;
  font-weight: 700;
}
</style>
