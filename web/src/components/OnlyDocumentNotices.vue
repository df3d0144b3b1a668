<script setup lang="ts">
import type { ShownDocument } from '../project/only-document.ts';
import NewerNotice from './NewerNotice.vue';

/** What stands in the way of a document of which a project has one: a newer state, a conflict, that it cannot be read. */
defineProps<{
  of: ShownDocument;
}>();
</script>

<template>
  <NewerNotice :of="of.label" :newer="of.newer.value" @take="of.takeNewer" />
  <div v-if="of.saveState.value.kind === 'conflict'" class="bar" role="alert">
    <p>Another page saved this {{ of.label }} while you changed it.</p>
    <button v-if="of.canJoin.value" type="button" class="action ink" @click="of.join">
      Keep both: mine on top of theirs
    </button>
    <button type="button" class="action" @click="of.keepMine">Keep mine</button>
    <button type="button" class="action" @click="of.takeTheirs">Take theirs</button>
  </div>
  <div v-if="of.state.value === 'failed'" class="bar" role="alert">
    <p>The {{ of.label }} could not be read: {{ of.failure.value }}</p>
    <button type="button" class="action" @click="of.find">Try again</button>
  </div>
</template>

<style scoped>
.bar {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px;
  padding: 4px 12px;
  border: 1px solid var(--fail);
}
</style>
