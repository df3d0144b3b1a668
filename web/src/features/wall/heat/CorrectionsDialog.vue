<script setup lang="ts">
import Dialog from 'primevue/dialog';
import { computed } from 'vue';
import { FASTENER_KINDS, VOID_LEVELS } from '@eldrun/core/steady-heat';
import { formatText, SQUARE_FOOT } from '@eldrun/core/units';
import { InputError } from '@eldrun/core/errors';
import type { Command } from '@eldrun/core/wall';
import type { Fastener } from '@eldrun/core/build-up';
import { layerTitle } from '@eldrun/core/explain';
import ChoiceField from '../../../components/ChoiceField.vue';
import TextField from '../../../components/TextField.vue';
import { useProject } from '../../../project/project.ts';
import { useWall } from '../../../project/wall.ts';

/** Fasteners through the insulation and how well the cavity is filled: what EN ISO 6946, Annex F takes off. */
const visible = defineModel<boolean>('visible', { required: true });
const emit = defineEmits<{ run: [name: string, commands: Command[]] }>();
const project = useProject();
const wall = useWall();

const fasteners = computed(() => wall.document?.fasteners ?? []);
const voidLevel = computed(() => wall.document?.installation?.voidLevel ?? 0);

const layers = computed(() =>
  (wall.document?.layers ?? []).map((layer) => ({
    value: layer.id,
    label: layerTitle(layer, wall.material, project.units),
  })),
);

/** The outermost boards outside the frame: what screws through furring usually bridge. */
const bridged = computed(() => {
  const boards = (wall.document?.layers ?? []).filter(
    (layer) =>
      layer.kind === 'sheet' &&
      wall.material(layer.material)?.roles?.includes('continuous-insulation'),
  );
  return boards.length > 0 ? { from: boards[0]!.id, to: boards.at(-1)!.id } : null;
});

/** What stands for a fastener with figures of its own, such as one that was chosen in the lens Attach. */
const OWN = 'own';
const kinds = (fastener: Fastener) => [
  ...FASTENER_KINDS.map(({ id, name }) => ({ value: id, label: name })),
  ...(kindOf(fastener) === OWN ? [{ value: OWN, label: 'With figures of its own' }] : []),
];

function kindOf({ conductivity, diameter }: Fastener): string {
  return (
    FASTENER_KINDS.find((kind) => kind.conductivity === conductivity && kind.diameter === diameter)
      ?.id ?? OWN
  );
}

function change(index: number, to: Partial<Fastener>, step: string): void {
  emit('run', step, [
    {
      type: 'setFasteners',
      fasteners: fasteners.value.with(index, { ...fasteners.value[index]!, ...to }),
    },
  ]);
}

function setKind(index: number, id: string): void {
  const kind = FASTENER_KINDS.find((candidate) => candidate.id === id);
  if (!kind) return;
  change(index, { conductivity: kind.conductivity, diameter: kind.diameter }, kind.name);
}

function setCount(index: number, text: string): void {
  const typed = Number(text.replace(',', '.').replace(/[^\d.].*$/, ''));
  const perArea = project.units === 'imperial' ? typed / SQUARE_FOOT : typed;
  if (!/\d/.test(text) || !(perArea >= 0 && perArea <= 1000))
    throw new InputError('perArea', `“${text}” is not a number of screws`, '0 to 1000 for each m²');
  change(index, { perArea }, 'Number of screws');
}

function add(): void {
  const { conductivity, diameter } = FASTENER_KINDS[0]!;
  emit('run', 'Add screws', [
    {
      type: 'setFasteners',
      fasteners: [...fasteners.value, { conductivity, diameter, perArea: 6, ...bridged.value! }],
    },
  ]);
}

function remove(index: number): void {
  emit('run', 'Take screws out', [
    { type: 'setFasteners', fasteners: fasteners.value.toSpliced(index, 1) },
  ]);
}

const corrections = computed(() => wall.whole?.thermal.corrections ?? null);
const transmittance = (value: number): string => formatText('transmittance', value, project.units);
</script>

<template>
  <Dialog
    v-model:visible="visible"
    modal
    dismissable-mask
    header="Screws and voids"
    :style="{ width: '680px', maxWidth: '96vw' }"
  >
    <div class="corrections">
      <section aria-label="Screws">
        <h2>Screws through the insulation</h2>
        <p class="soft small">
          Each carries heat past the boards it goes through. Point connections through cavity fill
          are part of the section, not of this list.
        </p>
        <div v-for="(fastener, i) in fasteners" :key="i" class="fastener">
          <ChoiceField
            label="Kind"
            :value="kindOf(fastener)"
            :options="kinds(fastener)"
            @take="(id: string) => setKind(i, id)"
          />
          <TextField
            :label="project.units === 'imperial' ? 'Per ft²' : 'Per m²'"
            :value="formatText('perArea', fastener.perArea, project.units)"
            :take="(text: string) => setCount(i, text)"
          />
          <ChoiceField
            label="From"
            :value="fastener.from"
            :options="layers"
            @take="(from: string) => change(i, { from }, 'Where the screws start')"
          />
          <ChoiceField
            label="To"
            :value="fastener.to"
            :options="layers"
            @take="(to: string) => change(i, { to }, 'Where the screws end')"
          />
          <button class="action quiet" type="button" @click="remove(i)">Take out</button>
        </div>
        <button class="action" type="button" :disabled="!bridged" @click="add">
          {{ bridged ? 'Add screws' : 'No outside insulation to go through' }}
        </button>
      </section>
      <fieldset>
        <legend>How the cavity is filled</legend>
        <label v-for="(meaning, level) in VOID_LEVELS" :key="level" class="level check">
          <input
            type="radio"
            name="void-level"
            :value="level"
            :checked="voidLevel === level"
            @change="
              emit('run', `Voids of level ${level}`, [
                { type: 'setVoidLevel', voidLevel: level as 0 | 1 | 2 },
              ])
            "
          />
          <span
            ><strong>Level {{ level }}.</strong> {{ meaning }}.</span
          >
        </label>
      </fieldset>
      <p v-if="corrections" role="status">
        Together they add {{ transmittance(corrections.fasteners) }} for screws and
        {{ transmittance(corrections.voids) }} for voids (EN ISO 6946, Annex F), beside
        {{ transmittance(corrections.pointBridges) }} for brackets and clips (lens Attach).
      </p>
    </div>
  </Dialog>
</template>

<style scoped>
.corrections {
  display: grid;
  gap: 20px;
}

section,
fieldset {
  display: grid;
  gap: 10px;
  justify-items: start;
  margin: 0;
  padding: 0;
  border: 0;
}

legend {
  padding: 0 0 8px;
  font-size: var(--text-16);
  font-weight: 700;
}

.fastener {
  display: grid;
  grid-template-columns: 1.4fr 0.8fr 1.2fr 1.2fr auto;
  gap: 10px;
  align-items: end;
  width: 100%;
}

@media (max-width: 700px) {
  .fastener {
    grid-template-columns: 1fr 1fr;
  }
}
</style>
