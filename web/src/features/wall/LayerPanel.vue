<script setup lang="ts">
import Dialog from 'primevue/dialog';
import { computed } from 'vue';
import { airOf, asSaid, type AirSpace, type Ventilation } from '@eldrun/core/build-up';
import { AIR_PERMEABILITY, formatText, parseLength, parseOpening } from '@eldrun/core/units';
import {
  explainLayerResistance,
  explainLayerVapor,
  layerTitle,
  dryCupText,
} from '@eldrun/core/explain';
import {
  isInsulation,
  type Material,
  basesOf,
  basisOf,
  withBasis,
  type Basis,
} from '@eldrun/core/materials';
import { nameOf, placementProblem, placeOf, type Command } from '@eldrun/core/wall';
import { BASIS_NAMES, momentName } from '../../components/labels.ts';
import ChoiceField from '../../components/ChoiceField.vue';
import TextField from '../../components/TextField.vue';
import { useBench } from './bench.ts';
import { useProject } from '../../project/project.ts';
import { useWall } from '../../project/wall.ts';
import FrameEditor from './FrameEditor.vue';

const emit = defineEmits<{ run: [name: string, commands: Command[]] }>();
const project = useProject();
const wall = useWall();
const bench = useBench();

const index = computed(
  () => wall.document?.layers.findIndex(({ id }) => id === bench.editing) ?? -1,
);
const layer = computed(() => wall.document?.layers[index.value] ?? null);
const title = computed(() =>
  layer.value ? layerTitle(layer.value, wall.material, project.units) : '',
);
const visible = computed({
  get: () => layer.value !== null,
  set: (open) => {
    if (!open) bench.editing = null;
  },
});

const materialId = computed(() => {
  if (layer.value?.kind === 'sheet') return layer.value.material;
  return layer.value?.kind === 'framed' && typeof layer.value.fill === 'string'
    ? layer.value.fill
    : null;
});
const material = computed(() =>
  materialId.value === null ? null : wall.material(materialId.value),
);
const air = computed<AirSpace | null>(() => (layer.value ? airOf(layer.value) : null));

/** Materials that can stand here: the same place in the wall, for a frame anything that insulates. */
const materialOptions = computed(() => {
  const now = layer.value;
  if (!now || materialId.value === null) return [];
  const fits = (id: string, candidate: Material): boolean =>
    id === materialId.value ||
    (now.kind === 'framed'
      ? isInsulation(id, candidate)
      : placeOf({ ...now, kind: 'sheet', material: id }, wall.material) ===
        placeOf(now, wall.material));
  return Object.entries(project.materials)
    .filter(([id, candidate]) => fits(id, candidate))
    .map(([value, { name }]) => ({ value, label: name }))
    .sort((a, b) => a.label.localeCompare(b.label));
});

/** Design, label or aged value of a foam; every layer of it in this wall follows. */
const bases = computed(() => {
  const design = materialId.value ? project.materials[materialId.value] : undefined;
  if (!design) return [];
  return basesOf(design).map((value) => ({ value, label: BASIS_NAMES[value] }));
});

function setBasis(basis: Basis): void {
  const id = materialId.value!;
  const design = project.materials[id]!;
  emit('run', `${BASIS_NAMES[basis]} of ${design.name}`, [
    { type: 'setMaterial', id, material: basis === 'design' ? null : withBasis(design, basis) },
  ]);
}

const sizes = computed(() => {
  const id = layer.value?.kind === 'framed' ? layer.value.member.material : materialId.value;
  return (id && wall.material(id)?.thicknesses?.toSorted((a, b) => a - b)) || [];
});

function setThickness(text: string): void {
  const thickness = parseLength(text, project.units, 'thickness');
  emit('run', `Thickness of ${title.value}`, [
    { type: 'setThickness', id: layer.value!.id, thickness },
  ]);
}

function setSize(thickness: number): void {
  emit('run', `Thickness of ${title.value}`, [
    { type: 'setThickness', id: layer.value!.id, thickness },
  ]);
}

function setMaterial(id: string): void {
  emit('run', `${project.materials[id]!.name} instead of ${title.value}`, [
    { type: 'setFill', id: layer.value!.id, fill: id },
  ]);
}

function setAir(change: AirSpace): void {
  emit('run', `Air of ${title.value}`, [{ type: 'setAir', id: layer.value!.id, air: change }]);
}

/** m² in a mm²: the file states openings in mm² for each metre. */
const SQUARE_MILLIMETER = 1e-6;

/** Openings up to here count as still, and from here on as open, mm²/m (wall file, rule 2). */
const STILL_BELOW = 500;
const OPEN_FROM = 1500;

const openingText = (area: number): string =>
  formatText('openingPerLength', area * SQUARE_MILLIMETER, project.units);

function setOpening(text: string): void {
  setAir({ openingArea: parseOpening(text, project.units, 'openingArea') / SQUARE_MILLIMETER });
}

/** Moves one place out or in; the reason why not, if it cannot. */
function moveProblem(by: 1 | -1): string | null {
  const layers = wall.document!.layers;
  const to = index.value + by;
  if (to < 0 || to >= layers.length) return 'It is at the end already.';
  return placementProblem(
    layers.toSpliced(index.value, 1).toSpliced(to, 0, layer.value!),
    to,
    wall.material,
  );
}

function move(by: 1 | -1): void {
  if (moveProblem(by) !== null) return;
  emit('run', `Move ${title.value}`, [
    { type: 'moveLayer', id: layer.value!.id, index: index.value + by },
  ]);
}

const resistance = computed(() => {
  const found = wall.assessment?.paths.layers[index.value];
  return found ? formatText('resistance', found.resistance, project.units) : 'left out';
});
const vapor = computed(() => {
  const assessed = wall.assessment?.wall;
  const resolved = assessed?.layers[index.value];
  const vaporThickness = bench.profile?.vaporThicknesses[index.value];
  if (vaporThickness === undefined)
    return resolved?.fill && index.value < assessed!.counted
      ? dryCupText(asSaid(resolved)!, resolved.thickness, project.units)
      : 'left out';
  const now = formatText('permeance', AIR_PERMEABILITY / vaporThickness, project.units);
  const fill = resolved?.fill;
  if (!fill) return now;
  const shown = momentName(bench.moment);
  return `${dryCupText(fill, layer.value!.thickness, project.units)}; ${now} as it is, ${shown}`;
});

const VENTILATIONS: { label: string; value: Ventilation }[] = [
  { label: 'Still', value: 'still' },
  { label: 'Slightly ventilated', value: 'slight' },
  { label: 'Open to outdoors', value: 'open' },
];

function duplicate(): void {
  emit('run', `Duplicate ${title.value}`, [{ type: 'duplicateLayer', id: layer.value!.id }]);
}

function remove(): void {
  emit('run', `Take out ${title.value}`, [{ type: 'removeLayer', id: layer.value!.id }]);
}
</script>

<template>
  <Dialog
    v-model:visible="visible"
    :header="`${index + 1}  ${title}`"
    position="topright"
    :style="{ width: '380px', maxWidth: '96vw' }"
    class="layer-panel"
  >
    <div v-if="layer" class="spaced">
      <ChoiceField
        v-if="materialId !== null"
        :label="layer.kind === 'framed' ? 'Between the members' : 'Material'"
        filter
        :value="materialId"
        :options="materialOptions"
        @take="setMaterial"
      />
      <p v-if="material?.note" class="small soft">{{ material.note }}</p>
      <ChoiceField
        v-if="bases.length > 1"
        label="Conductivity taken from"
        :value="material ? basisOf(material) : 'design'"
        :options="bases"
        @take="setBasis"
      />
      <TextField
        :label="layer.kind === 'framed' ? 'Depth' : 'Thickness'"
        :value="formatText('length', layer.thickness, project.units)"
        :take="setThickness"
        hint="5-1/2, 1 1/2 in., 38 mm"
      />
      <div v-if="sizes.length > 0" class="sizes" role="group" aria-label="Sizes as sold">
        <button
          v-for="size in sizes"
          :key="size"
          type="button"
          class="size small"
          :aria-pressed="Math.abs(size - layer.thickness) < 4e-4"
          @click="setSize(size)"
        >
          {{ formatText('length', size, project.units) }}
        </button>
      </div>
      <template v-if="air">
        <ChoiceField
          label="Air"
          :value="air.ventilation ?? 'still'"
          :options="VENTILATIONS"
          @take="(ventilation: Ventilation) => setAir({ ventilation })"
        />
        <TextField
          v-if="air.ventilation === 'slight'"
          label="Openings along the wall"
          :value="openingText(air.openingArea ?? 0)"
          :take="setOpening"
          :hint="`${openingText(STILL_BELOW)} and less counts as still, ${openingText(OPEN_FROM)} and more as open`"
        />
      </template>
      <FrameEditor
        v-if="layer.kind === 'framed'"
        :layer="layer"
        @run="(name, commands) => emit('run', name, commands)"
      />
      <dl class="figures">
        <dt>{{ layer.kind === 'framed' ? `R of ${nameOf(layer, wall.material)}` : 'R' }}</dt>
        <dd>
          <button
            type="button"
            class="plain number"
            @click="bench.explanation = explainLayerResistance(wall.assessment!, index)"
          >
            {{ resistance }}
          </button>
        </dd>
        <dt>Vapor permeance</dt>
        <dd>
          <button
            type="button"
            class="plain number"
            @click="
              bench.profile &&
              (bench.explanation = explainLayerVapor(wall.assessment!, index, bench.profile))
            "
          >
            {{ vapor }}
          </button>
        </dd>
      </dl>
      <RouterLink
        v-if="materialId"
        class="small"
        :to="{
          name: 'materials',
          params: { project: project.id },
          query: { material: materialId },
        }"
        >All figures of {{ material?.name ?? materialId }}</RouterLink
      >
      <div class="actions">
        <button
          class="action"
          type="button"
          :disabled="moveProblem(1) !== null"
          :title="moveProblem(1) ?? ''"
          @click="move(1)"
        >
          Outward
        </button>
        <button
          class="action"
          type="button"
          :disabled="moveProblem(-1) !== null"
          :title="moveProblem(-1) ?? ''"
          @click="move(-1)"
        >
          Inward
        </button>
        <button class="action" type="button" @click="duplicate">Duplicate</button>
        <button class="action" type="button" @click="remove">Take out</button>
      </div>
    </div>
  </Dialog>
</template>

<style scoped>
.sizes {
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
}

.size {
  min-height: 32px;
  padding: 0 8px;
  border: 1px solid var(--line);
  background: var(--sheet);
  cursor: pointer;
}

.size[aria-pressed='true'] {
  border-color: var(--ink);
  background: var(--marker);
  font-weight: 700;
}

.figures {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 4px 12px;
}

.figures dt {
  color: var(--soft);
}

.number {
  min-height: 24px;
  font-weight: 700;
  text-decoration: underline;
  text-decoration-color: var(--line);
  text-underline-offset: 3px;
}

.actions {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 8px;
}
</style>
