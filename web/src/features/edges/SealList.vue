<script setup lang="ts">
import { computed, useId } from 'vue';
import type { EdgeKind, EdgeSection } from '@eldrun/core/edges';

/** The seals and laps that the lines of an edge rely on: there, or not. */
const props = defineProps<{ section: EdgeSection }>();
const emit = defineEmits<{
  set: [kind: EdgeKind, id: string, sealed: boolean | null, name: string];
}>();
const uid = useId();

const joints = computed(() => props.section.lines.flatMap(({ joints: all }) => all));
</script>

<template>
  <ul class="seals">
    <li v-for="joint in joints" :key="joint.id">
      <input
        :id="`${uid}-${joint.id}`"
        type="checkbox"
        :checked="joint.sealed"
        @change="
          emit(
            'set',
            section.kind,
            joint.id,
            ($event.target as HTMLInputElement).checked === joint.usual
              ? null
              : ($event.target as HTMLInputElement).checked,
            joint.name,
          )
        "
      />
      <label :for="`${uid}-${joint.id}`"
        >{{ joint.name }} <span class="soft small">{{ joint.line }}</span></label
      >
    </li>
    <li v-if="joints.length === 0" class="soft">No line is joined here.</li>
  </ul>
</template>

<style scoped>
.seals {
  display: grid;
  gap: 2px;
}

li {
  display: flex;
  align-items: center;
  gap: 8px;
  min-height: 32px;
}

input {
  flex: none;
  width: 20px;
  height: 20px;
  accent-color: var(--ink);
}
</style>
