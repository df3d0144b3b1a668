<script setup lang="ts">
/** One reading of the wall: its figure, what it says beside it, and its explanation behind it. */
defineProps<{
  name: string;
  value: string;
  unit: string;
  about: string;
  fails: boolean;
  /** The value after the fix under the pointer, where it differs. */
  after: string;
  /** The baseline's value and how far this one is from it, where it is laid over. */
  was: string;
  /** Whether the figure is an estimate until the section is solved. */
  settling: boolean;
  /** Whether there is an explanation. */
  opens: boolean;
}>();
const emit = defineEmits<{ open: [] }>();
</script>

<template>
  <button
    type="button"
    class="plain reading"
    :class="{ fails }"
    :data-reading="name"
    :disabled="!opens"
    @click="emit('open')"
  >
    <!-- A preview changes no line's height: what lies below must not move from under the pointer. -->
    <span class="small name">
      <span class="soft">{{ name }}</span>
      <span v-if="after" class="after">→ {{ after }}</span>
    </span>
    <span class="value">
      <span v-if="settling" class="unit" title="Settles when the section is solved">≈&nbsp;</span
      >{{ value }}<span v-if="unit" class="unit">&nbsp;{{ unit }}</span>
    </span>
    <span v-if="was" class="small narrow"
      ><span class="after">{{ was }}</span></span
    >
    <span v-else class="soft small narrow">{{ about }}</span>
  </button>
</template>

<style scoped>
.reading {
  display: grid;
  gap: 1px;
  align-content: start;
  padding: 4px;
  margin: 0 -4px;
}

.reading:hover {
  background: var(--sheet);
}

.value {
  font-size: var(--text-28);
  font-weight: 700;
  line-height: 1.15;
}

.fails .value {
  color: var(--fail);
}

.unit {
  font-size: var(--text-12);
  font-weight: 500;
}

.name {
  display: flex;
  gap: 8px;
  white-space: nowrap;
}

.after {
  padding: 0 4px;
  background: var(--marker);
  font-weight: 700;
}
</style>
