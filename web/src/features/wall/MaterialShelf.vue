<script setup lang="ts">
import Dialog from 'primevue/dialog';
import InputText from 'primevue/inputtext';
import { computed, ref, useId } from 'vue';
import { conductivityAt, type Material } from '@eldrun/core/materials';
import { formatText } from '@eldrun/core/units';
import { freeLayerId, placementProblem, placeOf, type Command } from '@eldrun/core/wall';
import { usualThickness } from '@eldrun/core/quickline';
import type { Layer } from '@eldrun/core/build-up';
import { layerTitle, vaporClassText } from '@eldrun/core/explain';
import { useBench } from './bench.ts';
import { useProject } from '../../project/project.ts';
import { useWall } from '../../project/wall.ts';

const visible = defineModel<boolean>('visible', { required: true });
const emit = defineEmits<{ run: [name: string, commands: Command[]] }>();
const project = useProject();
const wall = useWall();
const bench = useBench();
const id = useId();
const filter = ref('');

/** The shelf stands outside the selected layer, or outside all. */
const index = computed(() => {
  const layers = wall.document?.layers ?? [];
  const selected = layers.findIndex((layer) => layer.id === bench.selected);
  return selected < 0 ? layers.length : selected + 1;
});

const where = computed(() => {
  const inner = wall.document?.layers[index.value - 1];
  return inner
    ? `outside ${layerTitle(inner, wall.material, project.units)}`
    : 'as the first layer';
});

function layerOf(
  material: string,
  { cost, thicknesses }: Pick<Material, 'cost' | 'thicknesses'>,
): Layer {
  return {
    id: freeLayerId(wall.document!.layers),
    kind: 'sheet',
    material,
    thickness: usualThickness({ cost, thicknesses } as Material),
  };
}

/** A material fits where it breaks no rule of order and does not stand out of the usual sequence. */
function fits(material: string, candidate: Material): boolean {
  const layers = wall.document!.layers;
  const layer = layerOf(material, candidate);
  const place = placeOf(layer, wall.material);
  const inner = layers[index.value - 1];
  const outer = layers[index.value];
  return (
    placementProblem(layers.toSpliced(index.value, 0, layer), index.value, wall.material) ===
      null &&
    (!inner || placeOf(inner, wall.material) <= place) &&
    (!outer || placeOf(outer, wall.material) >= place)
  );
}

const items = computed(() => {
  if (!visible.value || !wall.document) return [];
  const found = filter.value.trim()
    ? project.search.find(filter.value, undefined, 60).map((hit) => [hit.id, hit.material] as const)
    : Object.entries(project.materials);
  return found.filter(([material, candidate]) => fits(material, candidate));
});

function about(material: Material): string {
  const thickness = usualThickness(material);
  const r = formatText('resistance', thickness / conductivityAt(material, 24), project.units);
  return `${formatText('length', thickness, project.units)} · ${r} · ${vaporClassText(material, thickness)}`;
}

function insert(material: string, candidate: Material): void {
  const layer = layerOf(material, candidate);
  emit('run', `Insert ${candidate.name}`, [{ type: 'insertLayer', index: index.value, layer }]);
  bench.selected = layer.id;
  visible.value = false;
}
</script>

<template>
  <Dialog
    v-model:visible="visible"
    modal
    dismissable-mask
    header="Materials that fit here"
    :style="{ width: '620px', maxWidth: '96vw' }"
  >
    <div class="spaced">
      <p class="soft">Goes {{ where }}. Studs and furring are typed in the quick line.</p>
      <div class="field">
        <label :for="id">Filter by name, kind or other words for it</label>
        <InputText :id="id" v-model="filter" autofocus autocomplete="off" />
      </div>
      <ul v-if="items.length > 0" class="items">
        <li v-for="[material, candidate] in items" :key="material">
          <button type="button" class="plain item" @click="insert(material, candidate)">
            <strong>{{ candidate.name }}</strong>
            <span class="small soft">{{ about(candidate) }}</span>
          </button>
        </li>
      </ul>
      <p v-else>
        Nothing that fits here answers to “{{ filter }}”. Select another layer, or use the quick
        line.
      </p>
    </div>
  </Dialog>
</template>

<style scoped>
.items {
  max-height: 50vh;
  overflow-y: auto;
}

.item {
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: 16px;
  width: 100%;
  min-height: 44px;
  padding: 4px 8px;
  border-bottom: 1px solid var(--line);
}

.item:hover {
  background: var(--marker);
}

.item:focus-visible {
  outline-offset: -2px;
}
</style>
