<script setup lang="ts">
import { dayText } from '@eldrun/core/decision';
import { computed } from 'vue';
import type { Decision } from '@eldrun/core/decision';
import type { SavedDocument } from '@eldrun/contract';
import StatusMark from '../../components/StatusMark.vue';
import { useProject } from '../../project/project.ts';
import { useDecisionState } from './decision-state.ts';

/** A decision in a line: what, which, when, and whether it still stands. */
const props = defineProps<{ saved: SavedDocument<Decision> }>();
const emit = defineEmits<{ remove: [] }>();
const project = useProject();
const { changes } = useDecisionState(() => props.saved.document);

const decision = computed(() => props.saved.document);
const chosen = computed(() =>
  decision.value.options.find(({ wall }) => wall === decision.value.chosen)!,
);
</script>

<template>
  <li class="line">
    <RouterLink
      :to="{ name: 'decision', params: { project: project.id, decision: saved.id } }"
      class="what"
    >
      <strong>{{ decision.name }}</strong>
      <span>{{ chosen.name }}, of {{ decision.options.length }}</span>
      <span class="soft">{{ dayText(decision.decidedOn) }}</span>
      <span v-if="changes === null" class="soft">being looked at…</span>
      <span v-else-if="changes.length > 0"><StatusMark status="caution" /> changed since</span>
      <span v-else><StatusMark status="pass" /> as it was decided</span>
    </RouterLink>
    <button type="button" class="action quiet" @click="emit('remove')">
      Move to the bin<span class="hidden-label">: {{ decision.name }}</span>
    </button>
  </li>
</template>

<style scoped>
.line {
  display: flex;
  align-items: center;
  border-bottom: 1px solid var(--line);
}

.what {
  flex: 1;
  display: grid;
  grid-template-columns: minmax(0, 1.2fr) minmax(0, 1.6fr) minmax(0, 1fr) minmax(0, 1fr);
  gap: 4px 16px;
  align-items: center;
  min-height: 44px;
  text-decoration: none;
}

.what:hover {
  background: var(--marker);
}

@media (max-width: 700px) {
  .what {
    grid-template-columns: minmax(0, 1fr);
    padding: 8px 0;
  }
}
</style>
