<script setup lang="ts">
import { computed } from 'vue';
import { formatText } from '@eldrun/core/units';
import { measuresLess, optionOf, type Measures } from '@eldrun/core/options';
import { resolveWall, type WallFile } from '@eldrun/core/build-up';
import StatusMark from '../../components/StatusMark.vue';
import { useExploration } from './exploration.ts';
import { useProject } from '../../project/project.ts';
import { MEASURE_AXES } from './measure-axes.ts';
import OptionSection from '../../components/OptionSection.vue';

/** A wall of an exploration, drawn and told against the wall as it is. */
const props = defineProps<{
  /** Number of the combination; null while none is pointed at or picked. */
  number: number | null;
  /** Whether it is picked, and not only under the pointer. */
  picked: boolean;
  now: Measures | null;
  busy: boolean;
}>();
const emit = defineEmits<{ keep: [file: WallFile] }>();
const project = useProject();
const exploration = useExploration();
const units = computed(() => project.units);

const shown = computed(() => {
  if (props.number === null) return null;
  const file = exploration.wallOf(props.number);
  return (
    file && {
      file,
      option: optionOf(file, project.pricedMaterials),
      wall: resolveWall(file, project.pricedMaterials),
    }
  );
});
const judged = computed(() => {
  const simulated = exploration.simulated.get(props.number ?? -1);
  return {
    status: simulated ?? shown.value?.option.measures.moisture ?? 'pass',
    basis: simulated ? 'simulated' : 'an estimate',
  };
});
const figures = computed(() => {
  if (!shown.value) return [];
  const { measures } = shown.value.option;
  const less = props.now && measuresLess(measures, props.now);
  return MEASURE_AXES.map(({ key, label, quantity }) => {
    const value = measures[key];
    const apart = less?.[key] ?? null;
    const text =
      apart === null ? '' : formatText(quantity, Math.abs(apart), units.value).replace(/^R /, '');
    return {
      label,
      text: value === null ? 'not known' : formatText(quantity, value, units.value),
      less: /[1-9]/.test(text)
        ? `${apart! > 0 ? '+' : '−'}${text.replace(/ (per|lb|kg).*/, '')}`
        : '',
    };
  });
});
const drawn = { width: 250, height: 190 };
const drawScale = computed(() => {
  const thickness = shown.value?.wall.layers.reduce((sum, one) => sum + one.thickness, 0) ?? 0.3;
  return Math.min(560, (drawn.height - 14) / Math.max(0.05, thickness));
});
const NOTHING: ReadonlySet<string> = new Set();
</script>

<template>
  <template v-if="shown">
    <h2>{{ picked ? 'Picked' : 'Under the pointer' }}</h2>
    <OptionSection
      :wall="shown.wall"
      :name="shown.file.name"
      :width="drawn.width"
      :height="drawn.height"
      :scale="drawScale"
      :units="units"
      :apart="NOTHING"
    />
    <dl class="figures">
      <template v-for="figure in figures" :key="figure.label">
        <dt>{{ figure.label }}</dt>
        <dd>
          <strong>{{ figure.text }}</strong> <span class="soft small">{{ figure.less }}</span>
        </dd>
      </template>
      <dt>Judgment</dt>
      <dd><StatusMark :status="judged.status" word />, {{ judged.basis }}</dd>
    </dl>
    <button
      v-if="picked"
      type="button"
      class="action ink"
      :disabled="busy"
      @click="emit('keep', shown.file)"
    >
      Keep as a variant
    </button>
  </template>
  <p v-else class="soft">Point at a dot, and its wall is drawn here; a click keeps it here.</p>
</template>

<style scoped>
.figures {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 0 12px;
}

.figures dt,
.figures dd {
  padding: 4px 0;
  border-bottom: 1px solid var(--line);
}
</style>
