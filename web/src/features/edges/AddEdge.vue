<script setup lang="ts">
import { computed, reactive } from 'vue';
import { EDGE_NAMES, type AddedEdge, type EdgeKind } from '@eldrun/core/edges';
import { freeName } from '@eldrun/core/house';
import type { UnitSystem } from '@eldrun/core/units';
import ChoiceField from '../../components/ChoiceField.vue';
import TextField from '../../components/TextField.vue';
import { fieldText, sizeFrom } from '../../components/lengths.ts';

/** An edge that does not follow from the elevations. */
const props = defineProps<{
  kinds: readonly EdgeKind[];
  assemblies: readonly { value: string; label: string }[];
  taken: readonly string[];
  units: UnitSystem;
}>();
const emit = defineEmits<{ add: [edge: AddedEdge] }>();

const added = reactive({ kind: props.kinds[0]!, assembly: '', length: 3.048 });
const assembly = computed(() => added.assembly || (props.assemblies[0]?.value ?? ''));

function add(): void {
  emit('add', {
    id: freeName('E', props.taken),
    kind: added.kind,
    assembly: assembly.value,
    length: added.length,
  });
}
</script>

<template>
  <div class="add" role="group" aria-label="Add an edge">
    <ChoiceField
      label="Add"
      :value="added.kind"
      :options="kinds.map((kind) => ({ value: kind, label: EDGE_NAMES[kind] }))"
      @take="(kind: EdgeKind) => (added.kind = kind)"
    />
    <ChoiceField
      v-if="assemblies.length > 1"
      label="In the wall"
      :value="assembly"
      :options="[...assemblies]"
      @take="(one: string) => (added.assembly = one)"
    />
    <TextField
      :label="`Length, ${units === 'imperial' ? 'in. or ft' : 'mm or m'}`"
      :value="fieldText(added.length, units)"
      :take="(typed) => void (added.length = sizeFrom(typed, units))"
    />
    <button type="button" class="action" @click="add">Add the edge</button>
  </div>
</template>

<style scoped>
.add {
  display: flex;
  flex-wrap: wrap;
  align-items: end;
  gap: 6px 12px;
}

.add :deep(.field) {
  width: 170px;
}
</style>
