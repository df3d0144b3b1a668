<script setup lang="ts">
import { computed } from 'vue';
import type { Pointer } from '../../components/pointer.ts';

/** One layer in the list beside the drawing: its name, what it is worth, how thick it is. */
const props = defineProps<{
  id: string;
  number: number;
  title: string;
  figures: string;
  thickness: string;
  selected: boolean;
  pointer: Pointer;
}>();
const emit = defineEmits<{ select: [id: string]; edit: [id: string] }>();

/** Two lines hold so many characters beside the figures; a longer name is cut between words. */
const LONGEST = 52;
const shown = computed(() => {
  const { title } = props;
  if (title.length <= LONGEST) return title;
  const cut = title.slice(0, LONGEST);
  return `${cut.slice(0, Math.max(cut.lastIndexOf(' '), LONGEST / 2))}…`;
});

const hovered = computed(() => props.pointer.layer === props.id);
</script>

<template>
  <button
    :id="`row-${id}`"
    type="button"
    class="plain row"
    :class="{ selected, hovered }"
    :aria-pressed="selected"
    @click="emit('select', id)"
    @dblclick="emit('edit', id)"
    @focus="emit('select', id)"
    @mouseenter="pointer.to({ layer: id })"
    @mouseleave="pointer.to({ layer: null })"
  >
    <span class="soft number">{{ number }}</span>
    <span class="text narrow" :title="title">
      <span class="title">{{ shown }}</span>
      {{ ' ' }}
      <span class="small soft figures">{{ figures }}</span>
    </span>
    <strong class="thickness nowrap">{{ thickness }}</strong>
  </button>
  <button
    v-if="selected"
    type="button"
    class="edit small"
    :aria-label="`Edit ${title}`"
    @click="emit('edit', id)"
  >
    Edit
  </button>
</template>

<style scoped>
.row {
  display: grid;
  grid-template-columns: 24px minmax(0, 1fr) auto;
  align-items: center;
  gap: 8px;
  width: 100%;
  height: 100%;
  padding: 0 6px;
  user-select: none;
}

.row:focus-visible {
  outline-offset: -2px;
}

.row.hovered {
  background: var(--sheet);
}

.row.selected {
  background: var(--marker);
  outline: 1px solid var(--ink);
  outline-offset: -1px;
}

.row.selected .soft {
  color: var(--ink);
}

.text {
  min-width: 0;
  max-height: 100%;
  overflow: hidden;
  overflow-wrap: anywhere;
  line-height: 1.15;
}

.title {
  font-weight: 600;
}

.figures {
  display: inline-block;
  white-space: nowrap;
}

@media (max-width: 1000px) {
  .figures {
    white-space: normal;
  }
}

.number {
  font-weight: 600;
}

.row.selected .thickness {
  padding-right: 46px;
}

.edit {
  position: absolute;
  right: 4px;
  top: 50%;
  min-height: 28px;
  transform: translateY(-50%);
  border: 1px solid var(--ink);
  background: var(--sheet);
  cursor: pointer;
}
</style>
