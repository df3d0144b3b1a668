<script setup lang="ts">
import InputText from 'primevue/inputtext';
import MultiSelect from 'primevue/multiselect';
import { computed, reactive, ref, useId } from 'vue';
import { InputError } from '@eldrun/core/errors';
import {
  LIBRARY,
  ROLES,
  type Material,
  type Role,
  type Table,
  type Vapor,
} from '@eldrun/core/materials';
import ChoiceField from '../../components/ChoiceField.vue';
import { useProject } from '../../project/project.ts';
import { FORM_UNITS, type FormUnit } from './form-units.ts';

/**
 * A material, typed in the person's units. What the form does not show stays as it was, and so does, to the last digit,
 * what is not typed anew.
 */
const props = defineProps<{
  materialId: string | null;
  /** What it starts from: itself, one that it is a copy of, or nothing. */
  material: Material | null;
}>();
const emit = defineEmits<{ saved: [id: string]; cancel: [] }>();
const project = useProject();
const id = useId();

type VaporKind = 'mu' | 'permeance' | 'muTable' | 'permeanceTable';

const units = FORM_UNITS[project.units];
const start = props.material;

/** A figure as it is typed: with what of it tells. */
const typedText = (unit: FormUnit, si: number | undefined): string =>
  si === undefined ? '' : String(Number(unit.typed(si).toPrecision(6)));
const vaporKind = ref<VaporKind>(start?.vapor ? (Object.keys(start.vapor)[0] as VaporKind) : 'mu');

const tableText = (table: Table, x: FormUnit, y: FormUnit): string =>
  table.map((pair) => `${typedText(x, pair[0])} ${typedText(y, pair[1])}`).join('; ');

const SHARE: FormUnit = { label: '', typed: (si) => si, si: (typed) => typed };
const vaporUnit = (kind: VaporKind): FormUnit =>
  kind.startsWith('mu') ? units.mu : units.permeance;

function vaporText(): string {
  const kind = vaporKind.value;
  const value = start?.vapor && (start.vapor as Record<string, number | Table>)[kind];
  if (value === null || value === undefined) return '';
  return typeof value === 'number'
    ? typedText(vaporUnit(kind), value)
    : tableText(value, SHARE, vaporUnit(kind));
}

const costUnit = start?.cost?.per === 'm3' ? units.costPerVolume : units.costPerArea;

const fields = reactive({
  id: props.materialId ?? '',
  name: start?.name ?? '',
  category: start?.category ?? '',
  conductivity: start?.conductivityTable
    ? tableText(start.conductivityTable, units.temperature, units.conductivity)
    : typedText(units.conductivity, start?.conductivity),
  density: typedText(units.density, start?.density),
  specificHeat: typedText(units.specificHeat, start?.specificHeat),
  vapor: vaporText(),
  thicknesses: (start?.thicknesses ?? []).map((t) => typedText(units.thicknesses, t)).join(', '),
  gwp: typedText(units.gwp, start?.gwp?.value),
  cost: typedText(costUnit, start?.cost?.usd),
  source: start?.source ?? '',
});
const before = { ...fields, vaporKind: vaporKind.value };
const roles = ref<Role[]>([...(start?.roles ?? [])]);
const problem = ref('');
const saving = ref(false);

const VAPOR_KINDS: { label: string; value: VaporKind }[] = [
  { label: units.mu.label, value: 'mu' },
  { label: units.permeance.label, value: 'permeance' },
  { label: `By humidity, RH value; RH value: ${units.mu.label}`, value: 'muTable' },
  { label: `By humidity: ${units.permeance.label}`, value: 'permeanceTable' },
];

const categories = computed(() =>
  [...new Set(Object.values(LIBRARY).map(({ category }) => category!))].sort(),
);

function number(text: string, path: string, unit: FormUnit): number {
  const value = Number(text.trim().replace(',', '.'));
  if (text.trim() === '' || !Number.isFinite(value))
    throw new InputError(path, `“${text}” is not a number`, 'a number such as 0.036');
  return unit.si(value);
}

function table(text: string, path: string, x: FormUnit, y: FormUnit): [number, number][] {
  return text.split(';').map((pair) => {
    const parts = pair.trim().split(/\s+/);
    if (parts.length !== 2)
      throw new InputError(
        path,
        `“${pair.trim()}” is not a pair`,
        'pairs such as 0.25 525; 0.75 143',
      );
    return [number(parts[0]!, path, x), number(parts[1]!, path, y)];
  });
}

function read(): Material {
  const isTable = fields.conductivity.includes(';');
  const kind = vaporKind.value;
  // What nobody has said may stay unsaid.
  const unsaid = start?.vapor === null && fields.vapor.trim() === '';
  const value = unsaid
    ? null
    : kind.endsWith('Table')
      ? table(fields.vapor, `vapor.${kind}`, SHARE, vaporUnit(kind))
      : number(fields.vapor, `vapor.${kind}`, vaporUnit(kind));
  const same = (key: keyof typeof fields): boolean => start !== null && fields[key] === before[key];
  const { conductivity, conductivityTable, gwp, cost, ...rest } = start ?? ({} as Material);
  const optional = (key: 'density' | 'specificHeat') =>
    !same(key) && fields[key].trim() ? { [key]: number(fields[key], key, units[key]) } : {};
  return {
    ...rest,
    name: fields.name.trim(),
    ...(fields.category ? { category: fields.category } : {}),
    ...(same('conductivity')
      ? { ...(conductivityTable ? { conductivityTable } : { conductivity: conductivity! }) }
      : isTable
        ? {
            conductivityTable: table(
              fields.conductivity,
              'conductivityTable',
              units.temperature,
              units.conductivity,
            ),
          }
        : { conductivity: number(fields.conductivity, 'conductivity', units.conductivity) }),
    ...optional('density'),
    ...optional('specificHeat'),
    vapor:
      same('vapor') && kind === before.vaporKind
        ? start!.vapor
        : unsaid
          ? null
          : ({ [kind]: value } as Vapor),
    thicknesses: same('thicknesses')
      ? (start!.thicknesses ?? [])
      : fields.thicknesses
          .split(',')
          .filter((part) => part.trim())
          .map((part) => number(part, 'thicknesses', units.thicknesses)),
    roles: roles.value,
    ...(same('gwp')
      ? gwp && { gwp }
      : fields.gwp.trim()
        ? { gwp: { value: number(fields.gwp, 'gwp.value', units.gwp), per: 'kg' } }
        : {}),
    ...(same('cost')
      ? cost && { cost }
      : fields.cost.trim()
        ? {
            cost: {
              ...(cost ?? { per: 'm2' as const }),
              usd: number(fields.cost, 'cost.usd', costUnit),
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
    const { validateMaterial } = await import('@eldrun/core/wall/schema');
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
  { key: 'conductivity', ...units.conductivity },
  { key: 'density', ...units.density },
  { key: 'specificHeat', ...units.specificHeat },
  { key: 'thicknesses', ...units.thicknesses },
  { key: 'gwp', ...units.gwp },
  { key: 'cost', ...costUnit },
  { key: 'source', label: 'Source' },
];
</script>

<template>
  <form class="spaced" @submit.prevent="save">
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
.wrong {
  color: var(--fail);
  font-weight: 600;
}

.actions {
  display: flex;
  gap: 8px;
}
</style>
