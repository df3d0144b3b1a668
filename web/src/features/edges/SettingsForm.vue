<script setup lang="ts">
import { computed, useId } from 'vue';
import { EDGE_FIELDS, type EdgeGroup, type SettingValue } from '@eldrun/core/edges';
import type { UnitSystem } from '@eldrun/core/units';
import ChoiceField from '../../components/ChoiceField.vue';
import TextField from '../../components/TextField.vue';
import { settingFrom, settingText, settingUnit } from './setting-text.ts';

/** What can be said of edges of a group: sizes, choices and whether something is there. */
const props = defineProps<{
  group: EdgeGroup;
  units: UnitSystem;
  /** What counts now, said or usual. */
  valueOf: (id: string) => SettingValue;
  /** Left out: shown elsewhere. */
  without?: readonly string[];
}>();
const emit = defineEmits<{ set: [name: string, id: string, value: SettingValue | null] }>();
const uid = useId();

const fields = computed(() =>
  EDGE_FIELDS[props.group].filter(({ id }) => !props.without?.includes(id)),
);
const named = (name: string, unit: string): string => (unit ? `${name}, ${unit}` : name);
</script>

<template>
  <div class="settings">
    <template v-for="field in fields" :key="field.id">
      <ChoiceField
        v-if="field.choices"
        :label="field.name"
        :value="String(valueOf(field.id))"
        :options="field.choices.map(([value, label]) => ({ value, label }))"
        @take="(value: string) => emit('set', field.name, field.id, value)"
      />
      <div v-else-if="typeof field.usual === 'boolean'" class="flag">
        <input
          :id="`${uid}-${field.id}`"
          type="checkbox"
          :checked="valueOf(field.id) === true"
          @change="emit('set', field.name, field.id, ($event.target as HTMLInputElement).checked)"
        />
        <label :for="`${uid}-${field.id}`">{{ field.name }}</label>
      </div>
      <TextField
        v-else
        :label="named(field.name, settingUnit(field, units))"
        :value="settingText(field, valueOf(field.id), units)"
        :hint="field.source"
        :take="
          (typed: string) =>
            emit(
              'set',
              field.name,
              field.id,
              typed.trim() === '' ? null : settingFrom(field, typed, units),
            )
        "
      />
    </template>
    <p v-if="fields.length === 0" class="soft small">Nothing to set: it follows from the walls.</p>
  </div>
</template>

<style scoped>
.settings {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(190px, 1fr));
  gap: 8px 14px;
  align-items: start;
}

.flag {
  display: flex;
  align-items: center;
  gap: 8px;
  min-height: 44px;
  padding-top: 18px;
}

.flag input {
  width: 20px;
  height: 20px;
  accent-color: var(--ink);
}
</style>
