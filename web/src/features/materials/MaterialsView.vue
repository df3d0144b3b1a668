<script setup lang="ts">
import Column from 'primevue/column';
import DataTable from 'primevue/datatable';
import InputText from 'primevue/inputtext';
import { computed, ref, useId, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import {
  conductivityAt,
  dryPermeance,
  isVariable,
  LIBRARY,
  ROLES,
  rolesOf,
  saysVapor,
  vaporClass,
  type Material,
  type Role,
} from '@eldrun/core/materials';
import { format, formatText, fixed } from '@eldrun/core/units';
import { usualThickness } from '@eldrun/core/quickline';
import ChoiceField from '../../components/ChoiceField.vue';
import { useProject } from '../../project/project.ts';
import { rPerInch } from './figures.ts';
import MaterialSheet from './MaterialSheet.vue';

interface Row {
  id: string;
  name: string;
  material: Material;
  conductivity: number;
  perInch: number;
  /** Null where nobody has said it. */
  permeance: number | null;
  vapor: string;
  own: boolean;
}

const route = useRoute();
const router = useRouter();
const project = useProject();
const id = useId();
const text = ref('');
const role = ref<Role | 'any'>('any');
const property = ref('any');

const roleWords = (name: string): string => {
  const words = name === 'wrb' ? 'water barrier' : name.replace(/-/g, ' ');
  return words.charAt(0).toUpperCase() + words.slice(1);
};

const ROLE_OPTIONS = [
  { label: 'Any role', value: 'any' as const },
  ...ROLES.map((value) => ({ label: roleWords(value), value })),
];

const PROPERTIES: Record<string, { label: string; test: (row: Row) => boolean }> = {
  any: { label: 'Any property', test: () => true },
  open: { label: 'Vapor-open', test: ({ vapor }) => vapor === 'open' },
  tight: { label: 'Vapor class I or II', test: ({ vapor }) => vapor === 'I' || vapor === 'II' },
  variable: {
    label: 'Opens with humidity',
    test: ({ material }) => saysVapor(material) && isVariable(material),
  },
  airtight: {
    label: 'Airtight material',
    test: ({ material: { airPermeance } }) => airPermeance !== undefined && airPermeance <= 0.02,
  },
  fire: {
    label: 'Not combustible',
    test: ({ material: { combustible } }) => combustible === false,
  },
  noFoam: {
    label: 'No foam plastic',
    test: ({ material: { foamPlastic } }) => foamPlastic !== true,
  },
  own: { label: "This project's own", test: ({ own }) => own },
};
const PROPERTY_OPTIONS = Object.entries(PROPERTIES).map(([value, { label }]) => ({ label, value }));

const rows = computed<Row[]>(() => {
  const found = text.value.trim()
    ? project.search.find(text.value, undefined, 200).map((hit) => [hit.id, hit.material] as const)
    : Object.entries(project.materials);
  return found
    .map(([materialId, material]) => ({
      id: materialId,
      name: material.name,
      material,
      conductivity: conductivityAt(material, 24),
      perInch: rPerInch(material),
      permeance: saysVapor(material) ? dryPermeance(material, usualThickness(material)) : null,
      vapor: saysVapor(material) ? vaporClass(material, usualThickness(material)) : 'unknown',
      own: Object.hasOwn(project.ownMaterials, materialId),
    }))
    .filter(
      (row) =>
        (role.value === 'any' || rolesOf(row.id, row.material).includes(role.value)) &&
        PROPERTIES[property.value]!.test(row),
    );
});

const opened = computed(() => {
  const wanted = route.query['material'];
  return typeof wanted === 'string' ? wanted : null;
});

function open(materialId: string | null): void {
  void router.replace({ query: materialId ? { material: materialId } : {} });
}

const isNew = ref(false);
watch(opened, (now) => now && (isNew.value = false));

function startNew(): void {
  open(null);
  isNew.value = true;
}

function saved(materialId: string): void {
  isNew.value = false;
  open(materialId);
}
</script>

<template>
  <div class="materials" :class="{ split: opened !== null || isNew }">
    <div class="list">
      <div class="head">
        <h1>Materials</h1>
        <p class="soft">
          {{ rows.length }} shown of {{ Object.keys(project.materials).length }}, generic figures
        </p>
        <button class="action" type="button" @click="startNew">Add a material</button>
      </div>
      <div class="filters">
        <div class="field">
          <label :for="id">Search</label>
          <InputText :id="id" v-model="text" type="search" autocomplete="off" />
        </div>
        <ChoiceField
          label="Role"
          :value="role"
          :options="ROLE_OPTIONS"
          @take="(chosen: Role | 'any') => (role = chosen)"
        />
        <ChoiceField
          label="Property"
          :value="property"
          :options="PROPERTY_OPTIONS"
          @take="(chosen: string) => (property = chosen)"
        />
      </div>
      <DataTable
        :value="rows"
        data-key="id"
        size="small"
        scrollable
        scroll-height="calc(100vh - 260px)"
        :virtual-scroller-options="{ itemSize: 44 }"
        removable-sort
        @row-click="({ data }) => open((data as Row).id)"
      >
        <template #empty>No material answers to this. Clear the search or the filters.</template>
        <Column field="name" header="Material" sortable>
          <template #body="{ data }: { data: Row }">
            <button type="button" class="plain name" @click.stop="open(data.id)">
              {{ data.name }}
            </button>
            <span v-if="data.own" class="small own">{{
              Object.hasOwn(LIBRARY, data.id) ? 'overrides the library' : 'own'
            }}</span>
          </template>
        </Column>
        <Column
          field="conductivity"
          :header="`Conductivity, ${format('conductivity', 1, project.units).unit}`"
          sortable
          class="right"
        >
          <template #body="{ data }: { data: Row }">{{
            format('conductivity', data.conductivity, project.units).text
          }}</template>
        </Column>
        <Column field="perInch" header="R per inch" sortable class="right">
          <template #body="{ data }: { data: Row }">{{ fixed(data.perInch, 2) }}</template>
        </Column>
        <Column field="permeance" header="Dry cup" sortable class="right">
          <template #body="{ data }: { data: Row }">{{
            data.permeance === null ? '' : formatText('permeance', data.permeance, project.units)
          }}</template>
        </Column>
        <Column field="vapor" header="Class" sortable />
      </DataTable>
    </div>
    <MaterialSheet
      v-if="opened !== null || isNew"
      :key="opened ?? 'new'"
      :material-id="opened"
      @close="((isNew = false), open(null))"
      @saved="saved"
    />
  </div>
</template>

<style scoped>
.materials {
  display: grid;
  gap: 24px;
  align-items: start;
}

.materials.split {
  grid-template-columns: minmax(0, 1fr) 420px;
}

.head {
  display: flex;
  align-items: baseline;
  gap: 16px;
}

.head h1 {
  font-size: var(--text-28);
}

.head p {
  flex: 1;
}

.filters {
  display: grid;
  grid-template-columns: 1fr 200px 200px;
  gap: 12px;
  margin: 10px 0;
}

.name {
  min-height: 28px;
  font-weight: 600;
}

.name:hover {
  text-decoration: underline;
}

.own {
  margin-left: 8px;
  padding: 1px 4px;
  background: var(--marker);
}

:deep(.right) {
  text-align: right;
}

:deep(tbody tr) {
  cursor: pointer;
}

@media (max-width: 1000px) {
  .materials.split {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
