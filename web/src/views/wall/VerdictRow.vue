<script setup lang="ts">
import type { Command, Status } from '@eldrun/core';
import StatusMark from '../../parts/StatusMark.vue';
import type { FixLine } from './fix-lines.ts';
import FixButtons from './FixButtons.vue';

/** One verdict: what was found, why, and what fixes it. */
defineProps<{
  id: string;
  status: Status;
  title: string;
  reason: string;
  fixes: readonly FixLine[];
}>();
const emit = defineEmits<{ run: [name: string, commands: Command[]] }>();
</script>

<template>
  <li class="verdict" :data-verdict="id" :data-status="status">
    <StatusMark class="mark" :status="status" word />
    <div>
      <p class="title">{{ title }}</p>
      <p class="soft">{{ reason }}</p>
    </div>
    <FixButtons :fixes="fixes" @run="(name, commands) => emit('run', name, commands)" />
  </li>
</template>

<style scoped>
.verdict {
  display: grid;
  grid-template-columns: 92px minmax(0, 1fr) auto;
  gap: 4px 12px;
  padding: 8px 0;
  border-bottom: 1px solid var(--line);
}

.mark {
  align-self: start;
}

.title {
  font-weight: 700;
}

@media (max-width: 1000px) {
  .verdict {
    grid-template-columns: 84px minmax(0, 1fr);
  }

  .verdict > :last-child {
    grid-column: 2;
  }
}

@media (max-width: 700px) {
  .verdict {
    grid-template-columns: minmax(0, 1fr);
  }

  .verdict > :last-child {
    grid-column: 1;
  }
}
</style>
