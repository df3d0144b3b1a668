<script setup lang="ts">
import { computed } from 'vue';
import type { RouteLocationRaw } from 'vue-router';
import type { HouseState } from '../project/house.ts';
import type { ShownDocument } from '../project/only-document.ts';
import { useProject } from '../project/project.ts';
import OnlyDocumentNotices from './OnlyDocumentNotices.vue';
import PartsNav from './PartsNav.vue';
import SavedState from './SavedState.vue';
import WallProblems from './WallProblems.vue';

/** The frame of a place that follows from the drawn house: its parts, what stands in the way, its head with the sums. */
const props = defineProps<{
  label: string;
  parts: readonly { id: string; label: string }[];
  here: string;
  to: (id: string) => RouteLocationRaw;
  /** What of the place is saved. */
  record: ShownDocument;
  house: HouseState;
  /** What it is waited for, where all is not there yet. */
  waiting: string | null;
  /** What follows from the walls, where none is drawn yet. */
  follows: string;
  canUndo: boolean;
}>();
const emit = defineEmits<{ undo: [] }>();
defineSlots<{
  /** The sums, in words. */
  figures: () => unknown;
  /** What the sums leave out. */
  notes?: () => unknown;
  tools?: () => unknown;
  default: () => unknown;
}>();

const project = useProject();
const drawn = computed(() => props.house.house.value.elevations.length > 0);
</script>

<template>
  <PartsNav :label="label" :parts="parts" :here="here" :to="to" />
  <OnlyDocumentNotices :of="record" />
  <OnlyDocumentNotices :of="house.record" />
  <p v-if="house.failure.value" class="wrong" role="alert">
    The walls could not be read: {{ house.failure.value }}
    <button type="button" class="action" @click="house.readWalls">Try again</button>
  </p>
  <p v-if="waiting !== null" class="soft" role="status">{{ waiting }}</p>
  <p v-else-if="!drawn">
    No wall of the house is drawn yet.
    <RouterLink :to="{ name: 'elevations', params: { project: project.id } }"
      >Draw the walls first</RouterLink
    >: {{ follows }} from them.
  </p>
  <div v-else class="spaced">
    <header class="head">
      <h1>{{ label }}</h1>
      <div class="figures"><slot name="figures" /></div>
      <div class="tools">
        <slot name="tools" />
        <SavedState
          v-if="record.exists.value"
          :state="record.saveState.value"
          :revision="record.revision.value"
          :kept="record.kept.value"
          :file="false"
        />
        <button type="button" class="action" :disabled="!canUndo" @click="emit('undo')">
          Undo
        </button>
      </div>
      <div class="soft small notes"><slot name="notes" /></div>
    </header>
    <WallProblems :house="house" />
    <slot />
  </div>
</template>

<style scoped>
.head {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 2px 18px;
}

h1 {
  font-size: var(--text-28);
}

.figures {
  font-size: var(--text-16);
}

.notes {
  flex-basis: 100%;
}

.notes:empty {
  display: none;
}

.tools {
  display: flex;
  gap: 8px;
  align-items: center;
  margin-left: auto;
}
</style>
