<script setup lang="ts">
import { computed } from 'vue';
import { messageText, type Command } from '@eldrun/core';
import StatusMark from '../../parts/StatusMark.vue';
import { useJudgment } from '../../stores/judgment.ts';
import { useProject } from '../../stores/project.ts';
import { useWall } from '../../stores/wall.ts';
import { fixLines } from './fix-lines.ts';
import FixButtons from './FixButtons.vue';

/** The judgment of the wall's moisture in a line: what it is, what it stands on, what it relies on, what would fix it. */
const emit = defineEmits<{ run: [name: string, commands: Command[]]; sure: [] }>();
const project = useProject();
const wall = useWall();
const judging = useJudgment();

const text = (message: Parameters<typeof messageText>[0]): string =>
  messageText(message, project.units);

const basis = computed(() => {
  const found = judging.judgment;
  return found?.basis === 'hourly' ? 'simulated' : found?.alone ? 'by itself' : 'estimate';
});

const relies = computed(() => {
  const found = judging.judgment;
  return found && found.relies.length > 0
    ? `It relies on ${found.relies.map(text).join('; ')}.`
    : '';
});

/** What is under way, or why it stays an estimate. */
const doing = computed(() => {
  if (judging.progress !== null)
    return `Simulating two years: ${Math.round(100 * judging.progress)} %`;
  if (judging.seeking) return 'Trying fixes…';
  return judging.why ? `Not simulated: ${judging.why}.` : '';
});

const fixes = computed(() =>
  judging.fixes && wall.whole ? fixLines(judging.fixes.fixes, wall.whole, project.units) : [],
);

const CODE = { meets: 'met', misses: 'not met', unknown: 'not known' } as const;
</script>

<template>
  <section
    v-if="judging.judgment"
    class="judgment"
    aria-label="Judgment"
    :data-judgment="judging.judgment.moisture"
    :data-basis="judging.judgment.basis"
    :aria-busy="wall.computing || judging.progress !== null"
  >
    <div class="word">
      <StatusMark :status="judging.judgment.moisture" word />
      <span class="small soft">{{ basis }}</span>
    </div>
    <div class="said">
      <p class="title" role="status">
        <span class="hidden-label">{{ basis }}: </span>{{ text(judging.judgment.decides.text) }}
      </p>
      <p v-if="relies" class="soft">{{ relies }}</p>
      <p class="soft small">
        Code, retarder rows: {{ CODE[judging.judgment.code.status] }}.
        {{ text(judging.judgment.code.row)
        }}<template v-if="!text(judging.judgment.code.row).endsWith('.')">.</template>
        The local code governs.
      </p>
      <p v-if="judging.fixes?.refused" class="soft">{{ text(judging.fixes.refused) }}</p>
    </div>
    <div class="right" :class="{ roomy: judging.judgment.moisture !== 'pass' }">
      <p class="small soft doing" role="status">
        <progress
          v-if="judging.progress !== null"
          :value="judging.progress"
          max="1"
          aria-label="Simulation"
        ></progress>
        {{ doing }}
      </p>
      <!-- They are there only for the wall as it stands. -->
      <FixButtons :fixes="fixes" @run="(name, commands) => emit('run', name, commands)" />
      <button type="button" class="action quiet" @click="emit('sure')">How sure?</button>
    </div>
  </section>
</template>

<style scoped>
.judgment {
  display: grid;
  grid-template-columns: 92px minmax(0, 1fr) auto;
  gap: 4px 12px;
  padding: 10px 0;
  border-bottom: 2px solid var(--soft);
}

.word {
  display: grid;
  align-content: start;
}

.said {
  display: grid;
  gap: 2px;
  align-content: start;
}

.title {
  font-size: var(--text-16);
  font-weight: 700;
}

.right {
  display: grid;
  gap: 6px;
  align-content: start;
  justify-items: end;
}

/* What lies below must not move when fixes are found. */
.roomy {
  min-height: 210px;
}

.doing {
  display: flex;
  align-items: center;
  gap: 8px;
  min-height: 18px;
}

progress {
  width: 90px;
  height: 8px;
  accent-color: var(--ink);
}

@media (max-width: 1000px) {
  .judgment {
    grid-template-columns: 84px minmax(0, 1fr);
  }

  .right {
    grid-column: 2;
    justify-items: start;
  }
}

@media (max-width: 700px) {
  .judgment {
    grid-template-columns: minmax(0, 1fr);
  }

  .right {
    grid-column: 1;
  }
}
</style>
