<script setup lang="ts">
import { messageText, type UnitSystem } from '@eldrun/core/units';
import type { Conflict } from '@eldrun/core/layout';
import StatusMark from '../../components/StatusMark.vue';

/** What is wrong, what is worth a look, and what is in order. */
defineProps<{
  conflicts: readonly Conflict[];
  notes: readonly Conflict[];
  units: UnitSystem;
  /** Said where nothing is to look at. */
  good: readonly string[];
}>();
const emit = defineEmits<{ go: [at: string] }>();

/** What a path leads to, for a person. */
const PLACES: readonly [RegExp, string][] = [
  [/^openings/, 'Opening'],
  [/^intersections/, 'Inner wall'],
  [/^anchors/, 'Anchor'],
  [/^risers/, 'Pipe or duct'],
  [/^services/, 'Service'],
  [/^ends\.left/, 'Corner left'],
  [/^ends\.right/, 'Corner right'],
  [/^steps/, 'Step'],
  [/^segments/, 'Stretch'],
  [/^sheets|^sheathing/, 'Sheathing'],
  [/^outside/, 'Boards'],
  [/^furring/, 'Furring'],
  [/^cladding/, 'Cladding'],
  [/^plates|^layout/, 'Plates'],
];
const place = (at: string): string => PLACES.find(([path]) => path.test(at))?.[1] ?? 'Wall';
const sentence = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
</script>

<template>
  <ul class="look">
    <li v-for="(one, i) in conflicts" :key="`c${i}`">
      <StatusMark status="caution" />
      <button type="button" class="plain" @click="emit('go', one.at)">
        <strong>{{ place(one.at) }}</strong>: {{ sentence(messageText(one.message, units)) }}
      </button>
    </li>
    <li v-for="(one, i) in notes" :key="`n${i}`">
      <StatusMark status="info" />
      <button type="button" class="plain" @click="emit('go', one.at)">
        <strong>{{ place(one.at) }}</strong>: {{ sentence(messageText(one.message, units)) }}
      </button>
    </li>
    <li v-for="(text, i) in good" :key="`g${i}`">
      <StatusMark status="pass" />
      <span>{{ text }}</span>
    </li>
  </ul>
</template>

<style scoped>
.look {
  display: grid;
  gap: 6px;
}

li {
  display: flex;
  align-items: flex-start;
  gap: 8px;
}

li > .plain {
  min-height: 24px;
}
</style>
