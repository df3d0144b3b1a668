<script setup lang="ts">
import InputText from 'primevue/inputtext';
import MultiSelect from 'primevue/multiselect';
import { computed, reactive, ref, useId } from 'vue';
import {
  InputError,
  LIBRARY,
  ROLES,
  type Material,
  type Role,
  type Vapor,
  trimmed,
} from '@eldrun/core';
import ChoiceField from '../../parts/ChoiceField.vue';
import { useProject } from '../../stores/project.ts';

/** A material in SI, as the wall file has it. What the form does not show stays as it was. */
const props = defineProps<{ materialId: string | null; material: Material | null }>();
const emit = defineEmits<{ saved: [id: string]; cancel: [] }>();
const project = useProject();
const id = useId();

type VaporKind = 'mu' | 'permeance' | 'muTable' | 'permeanceTable';

const start = props.material;
const vaporKind = ref<VaporKind>(start ? (Object.keys(start.vapor)[0] as VaporKind) : 'mu');

const tableText = (table: readonly (readonly number[])[]): string =>
  table.map((pair) => pair.join(' ')).join('; ');

function vaporText(): string {
  const value = start && (start.vapor as Record<string, unknown>)[vaporKind.value];
  return Array.isArray(value) ? tableText(value as number[][]) : `${(value as number) || ''}`;
}

const fields = reactive({
  id: props.materialId ?? '',
  name: start?.name ?? '',
  category: start?.category ?? '',
  conductivity: start?.conductivityTable
    ? tableText(start.conductivityTable)
    : String(start?.conductivity ?? ''),
  density: String(start?.density ?? ''),
  specificHeat: String(start?.specificHeat ?? ''),
  vapor: vaporText(),
  thicknesses: (start?.thicknesses ?? []).map((t) => trimmed(t * 1000, 3)).join(', '),
  gwp: String(start?.gwp?.value ?? ''),
  cost: start?.cost ? String(start.cost.usd) : '',
  source: start?.source ?? '',
});
const roles = ref<Role[]>([...(start?.roles ?? [])]);
const problem = ref('');
const saving = ref(false);

const VAPOR_KINDS: { label: string; value: VaporKind }[] = [
  { label: 'μ, resistance factor', value: 'mu' },
  { label: 'Permeance of the layer, kg/(s·m²·Pa)', value: 'permeance' },
  { label: 'μ by humidity: RH μ; RH μ', value: 'muTable' },
  { label: 'Permeance by humidity: RH value; …', value: 'permeanceTable' },
];

const categories = computed(() =>
  [...new Set(Object.values(LIBRARY).map(({ category }) => category!))].sort(),
);

function number(text: string, path: string): number {
  const value = Number(text.trim().replace(',', '.'));
  if (text.trim() === '' || !Number.isFinite(value))
    throw new InputError(path, `“${text}” is not a number`, 'a number such as 0.036');
  return value;
}

function table(text: string, path: string): [number, number][] {
  return text.split(';').map((pair) => {
    const parts = pair.trim().split(/\s+/);
    if (parts.length !== 2)
      throw new InputError(
        path,
        `“${pair.trim()}” is not a pair`,
        'pairs such as 0.25 525; 0.75 143',
      );
    return [number(parts[0]!, path), number(parts[1]!, path)];
  });
}

function read(): Material {
  const isTable = fields.conductivity.includes(';');
  const kind = vaporKind.value;
  const value = kind.endsWith('Table')
    ? table(fields.vapor, `vapor.${kind}`)
    : number(fields.vapor, `vapor.${kind}`);
  const {
    conductivity: _c,
    conductivityTable: _t,
    gwp: _g,
    cost: _p,
    ...rest
  } = start ?? ({} as Material);
  const optional = (text: string, path: string) =>
    text.trim() ? { [path]: number(text, path) } : {};
  return {
    ...rest,
    name: fields.name.trim(),
    ...(fields.category ? { category: fields.category } : {}),
    ...(isTable
      ? { conductivityTable: table(fields.conductivity, 'conductivityTable') }
      : { conductivity: number(fields.conductivity, 'conductivity') }),
    ...optional(fields.density, 'density'),
    ...optional(fields.specificHeat, 'specificHeat'),
    vapor: { [kind]: value } as Vapor,
    thicknesses: fields.thicknesses
      .split(',')
      .filter((part) => part.trim())
      .map((part) => number(part, 'thicknesses') / 1000),
    roles: roles.value,
    ...(fields.gwp.trim() ? { gwp: { value: number(fields.gwp, 'gwp.value'), per: 'kg' } } : {}),
    ...(fields.cost.trim()
      ? {
          cost: {
            ...(start?.cost ?? { per: 'm3' as const }),
            usd: number(fields.cost, 'cost.usd'),
          },
        }
      : {}),
    source: fields.source.trim() || 'entered in this project',
  };
}

/** An id out of the name, that nothing has yet. */
function idOf(name: string): string {
  const base =
    name
      .toLowerCase()
      .normalize('NFKD')
      .replace(/[^a-z0-9]+/g, '-')
      .replace(/^-|-$/g, '')
      .slice(0, 80) || 'material';
  let candidate = base;
  for (let n = 2; Object.hasOwn(project.materials, candidate); n++) candidate = `${base}-${n}`;
  return candidate;
}

async function save(): Promise<void> {
  saving.value = true;
  problem.value = '';
  try {
    const { validateMaterial } = await import('@eldrun/core/schema');
    const material = validateMaterial(read());
    const materialId = props.materialId ?? idOf(material.name);
    await project.putMaterial(materialId, material);
    emit('saved', materialId);
  } catch (error) {
    problem.value = (error as Error).message;
  } finally {
    saving.value = false;
  }
}

const TEXT_FIELDS: { key: keyof typeof fields; label: string; hint?: string }[] = [
  { key: 'name', label: 'Name' },
  {
    key: 'conductivity',
    label: 'Conductivity, W/(m·K)',
    hint: 'one number, or by mean temperature: −10 0.031; 24 0.025',
  },
  { key: 'density', label: 'Density, kg/m³' },
  { key: 'specificHeat', label: 'Specific heat, J/(kg·K)' },
  { key: 'thicknesses', label: 'Sold as, mm', hint: 'with commas between' },
  { key: 'gwp', label: 'Carbon, kg CO₂e per kg' },
  {
    key: 'cost',
    label: start?.cost?.per === 'm2' ? 'Price, USD per m²' : 'Price, USD per m³',
  },
  { key: 'source', label: 'Source' },
];
</script>

<template>
  <form class="form" @submit.prevent="save">
    <div v-for="field in TEXT_FIELDS" :key="field.key" class="field">
      <label :for="`${id}-${field.key}`">{{ field.label }}</label>
      <InputText :id="`${id}-${field.key}`" v-model="fields[field.key]" autocomplete="off" />
      <span v-if="field.hint" class="small soft">{{ field.hint }}</span>
    </div>
    <ChoiceField
      label="Vapor, given as"
      :value="vaporKind"
      :options="VAPOR_KINDS"
      @take="(kind: VaporKind) => (vaporKind = kind)"
    />
    <div class="field">
      <label :for="`${id}-vapor`">Vapor value</label>
      <InputText :id="`${id}-vapor`" v-model="fields.vapor" autocomplete="off" />
    </div>
    <ChoiceField
      label="Kind"
      filter
      :value="fields.category"
      :options="categories.map((value) => ({ label: value, value }))"
      @take="(chosen: string) => (fields.category = chosen)"
    />
    <div class="field">
      <span :id="`${id}-roles`" class="label">Serves as</span>
      <MultiSelect v-model="roles" :options="[...ROLES]" :aria-labelledby="`${id}-roles`" />
    </div>
    <p v-if="problem" class="wrong" role="alert">{{ problem }}</p>
    <div class="actions">
      <button class="action ink" type="submit" :disabled="saving">Save for this project</button>
      <button class="action" type="button" @click="emit('cancel')">Cancel</button>
    </div>
  </form>
</template>

<style scoped>
.form {
  display: grid;
  gap: 10px;
}

.wrong {
  color: var(--fail);
  font-weight: 600;
}

.actions {
  display: flex;
  gap: 8px;
}
</style>
