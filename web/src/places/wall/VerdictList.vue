<script setup lang="ts">
import { computed } from 'vue';
import { besideJudgment, messageText, type Command } from '@eldrun/core';
import StatusMark from '../../parts/StatusMark.vue';
import { useJudgment } from '../../stores/judgment.ts';
import { useProject } from '../../stores/project.ts';
import { useWall } from '../../stores/wall.ts';
import FixButtons from './FixButtons.vue';

const emit = defineEmits<{ run: [name: string, commands: Command[]] }>();
const project = useProject();
const wall = useWall();
const judging = useJudgment();

/** What the simulation outranks is a note. */
const shown = computed(() =>
  judging.judgment ? besideJudgment(wall.verdicts, judging.judgment) : wall.verdicts,
);
</script>

<template>
  <!-- A fix belongs to the wall it was computed for: while the next ones are looked for, none can be done. -->
  <section aria-label="Verdicts" :aria-busy="wall.judging">
    <ol>
      <li
        v-for="verdict in shown"
        :key="verdict.id"
        class="verdict"
        :data-verdict="verdict.id"
        :data-status="verdict.status"
      >
        <StatusMark class="mark" :status="verdict.status" word />
        <div>
          <p class="title">{{ messageText(verdict.title, project.units) }}</p>
          <p class="soft">{{ messageText(verdict.reason, project.units) }}</p>
        </div>
        <FixButtons
          :fixes="verdict.fixes"
          :disabled="wall.judging"
          @run="(name, commands) => emit('run', name, commands)"
        />
      </li>
    </ol>
  </section>
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
