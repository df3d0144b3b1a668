<script setup lang="ts">
import { computed, ref } from 'vue';
import { LIBRARY, rolesOf, type Material } from '@eldrun/core/materials';
import { useNotices } from '../../persistence/notices.ts';
import { useProject } from '../../project/project.ts';
import { figuresOf } from './figures.ts';
import MaterialForm from './MaterialForm.vue';

const props = defineProps<{ materialId: string | null }>();
const emit = defineEmits<{ close: []; saved: [id: string] }>();
const project = useProject();
const notices = useNotices();

const material = computed<Material | null>(() =>
  props.materialId === null ? null : (project.materials[props.materialId] ?? null),
);
const own = computed(
  () => props.materialId !== null && Object.hasOwn(project.ownMaterials, props.materialId),
);
const inLibrary = computed(
  () => props.materialId !== null && Object.hasOwn(LIBRARY, props.materialId),
);
const editing = ref(props.materialId === null);
/** The material that a new one starts as a copy of. */
const copied = ref<Material | null>(null);

function copy(): void {
  const { name, ...rest } = material.value!;
  copied.value = { ...rest, name: `${name}, changed` };
  editing.value = true;
}

function cancel(): void {
  copied.value = null;
  editing.value = false;
  if (props.materialId === null) emit('close');
}

const sourceWords = computed(() => {
  if (own.value) return material.value?.source ?? 'entered in this project';
  return material.value?.source ?? 'not stated';
});

async function remove(): Promise<void> {
  try {
    await project.removeMaterial(props.materialId!);
    if (!inLibrary.value) emit('close');
    notices.done(inLibrary.value ? 'The library’s figures count again' : 'The material is gone');
  } catch (error) {
    notices.wrong('The material was not taken away', error);
  }
}

function saved(id: string): void {
  editing.value = false;
  copied.value = null;
  emit('saved', id);
  notices.done('The material is saved', 'Walls of this project that use it are computed with it.');
}
</script>

<template>
  <aside class="sheet paper" aria-label="Material">
    <div class="head">
      <h2>
        {{
          copied?.name ??
          material?.name ??
          (materialId === null ? 'New material' : 'Unknown material')
        }}
      </h2>
      <button class="action quiet" type="button" @click="emit('close')">Close</button>
    </div>
    <MaterialForm
      v-if="editing"
      :material-id="copied ? null : materialId"
      :material="copied ?? material"
      @saved="saved"
      @cancel="cancel"
    />
    <template v-else-if="material && materialId">
      <p class="soft small">
        <code>{{ materialId }}</code> · {{ material.category }} ·
        {{ rolesOf(materialId, material).join(', ') }}
      </p>
      <p v-if="material.note">{{ material.note }}</p>
      <table class="table">
        <caption class="hidden-label">
          All figures
        </caption>
        <tbody>
          <tr v-for="figure in figuresOf(material, project.units)" :key="figure.label">
            <th scope="row">{{ figure.label }}</th>
            <td>{{ figure.value }}</td>
          </tr>
          <tr>
            <th scope="row">Source</th>
            <td>{{ sourceWords }}</td>
          </tr>
          <tr>
            <th scope="row">Confidence</th>
            <td>{{ (material.confidence ?? 'not stated').replace('-', ' ') }}</td>
          </tr>
        </tbody>
      </table>
      <p class="small soft">
        Generic figures for a first design. Products differ: use the maker's where it decides.
      </p>
      <div class="actions">
        <button class="action" type="button" @click="editing = true">
          {{ own ? 'Change' : 'Override for this project' }}
        </button>
        <button class="action" type="button" @click="copy">Copy this material and change it</button>
        <button v-if="own" class="action" type="button" @click="remove">
          {{ inLibrary ? 'Back to the library’s' : 'Delete' }}
        </button>
      </div>
    </template>
    <p v-else>This project has no material “{{ materialId }}”.</p>
  </aside>
</template>

<style scoped>
.sheet {
  display: grid;
  gap: 10px;
  padding: 16px;
  max-height: calc(100vh - 90px);
  overflow-y: auto;
}

.head {
  display: flex;
  justify-content: space-between;
  align-items: start;
  gap: 12px;
}

.head h2 {
  padding-top: 10px;
}

.table td {
  overflow-wrap: anywhere;
}

.actions {
  display: flex;
  gap: 8px;
}
</style>
