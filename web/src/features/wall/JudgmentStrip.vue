<script setup lang="ts">
import { computed, ref, useId } from 'vue';
import { messageText } from '@eldrun/core/units';
import type { Command } from '@eldrun/core/wall';
import { STATUS_ORDER, type Status } from '@eldrun/core/verdicts';
import StatusMark from '../../components/StatusMark.vue';
import { useJudgment } from '../../project/judgment.ts';
import { useProject } from '../../project/project.ts';
import { useWall } from '../../project/wall.ts';
import { fixLines } from './fix-lines.ts';
import FixButton from './FixButton.vue';
import FixButtons from './FixButtons.vue';
import { useVerdictLines } from './verdict-rows.ts';

/** The judgment of the wall in a strip: what it is and stands on, how many verdicts, the worst of it and its best fix. */
const emit = defineEmits<{
  run: [name: string, commands: Command[]];
  sure: [];
  jump: [status: Status];
}>();
const project = useProject();
const wall = useWall();
const judging = useJudgment();
const lines = useVerdictLines();
const open = ref(false);
const more = useId();

const text = (message: Parameters<typeof messageText>[0]): string =>
  messageText(message, project.units);

const BASIS = { hourly: 'simulated, 2 years', alone: 'by itself', static: 'estimate' } as const;
const basis = computed(() => {
  const found = judging.judgment;
  return BASIS[found?.basis === 'hourly' ? 'hourly' : found?.alone ? 'alone' : 'static'];
});

const relies = computed(() => {
  const found = judging.judgment;
  return found && found.relies.length > 0 ? `Relies on ${found.relies.map(text).join('; ')}.` : '';
});

/** What is under way, or why it stays an estimate. */
const doing = computed(() => {
  if (judging.progress !== null)
    return `Simulating two years: ${Math.round(100 * judging.progress)} %`;
  if (judging.seeking) return 'Trying fixes…';
  return judging.why ? `Not simulated: ${judging.why}.` : '';
});

const CODE = { meets: 'met', misses: 'not met', unknown: 'not known' } as const;
const code = computed(() => {
  const { status, row } = judging.judgment!.code;
  const said = text(row);
  return `Code, retarder rows: ${CODE[status]}. ${said}${said.endsWith('.') ? '' : '.'} The local code governs.`;
});

const fixes = computed(() =>
  judging.fixes && wall.whole ? fixLines(judging.fixes.fixes, wall.whole, project.units) : [],
);

const counts = computed(() =>
  STATUS_ORDER.map((status) => ({
    status,
    count: lines.value.filter((line) => line.status === status).length,
  })).filter(({ status, count }) => status !== 'unknown' || count > 0),
);

/** The worst verdict, where it is worse than the judgment. */
const worst = computed(() => {
  const [first] = lines.value;
  const judged = judging.judgment?.moisture ?? 'pass';
  return first && STATUS_ORDER.indexOf(first.status) < STATUS_ORDER.indexOf(judged) ? first : null;
});
const best = computed(() => fixes.value[0] ?? worst.value?.fixes[0] ?? null);
const under = computed(() => doing.value || worst.value?.title || relies.value || code.value);

const WORDS: Record<Status, string> = {
  fail: 'fail',
  unknown: 'unknown',
  caution: 'cautions',
  info: 'notes',
  pass: 'pass',
};
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
    <div class="strip">
      <div class="word">
        <StatusMark :status="judging.judgment.moisture" word />
        <span class="small soft">{{ basis }}</span>
      </div>
      <button
        type="button"
        class="plain said"
        :aria-expanded="open"
        :aria-controls="more"
        @click="open = !open"
      >
        <strong class="title" role="status" :title="text(judging.judgment.decides.text)">
          <span class="hidden-label">{{ basis }}: </span>{{ text(judging.judgment.decides.text) }}
        </strong>
        <span class="small soft under">
          <progress
            v-if="judging.progress !== null"
            :value="judging.progress"
            max="1"
            aria-label="Simulation"
          ></progress>
          <StatusMark v-else-if="worst && !doing" :status="worst.status" />
          {{ under }}
        </span>
      </button>
      <div class="asks">
        <button type="button" class="action quiet small" @click="emit('sure')">How sure?</button>
        <RouterLink
          class="action quiet small"
          :to="{
            name: 'papers',
            params: { project: project.id },
            query: { sheet: 'wall', wall: wall.id },
          }"
          >Wall sheet…</RouterLink
        >
      </div>
      <p class="counts" aria-label="Verdicts by status">
        <button
          v-for="{ status, count } in counts"
          :key="status"
          type="button"
          class="plain count"
          :disabled="count === 0"
          @click="emit('jump', status)"
        >
          <StatusMark :status="status" /> {{ count
          }}<span class="hidden-label"> {{ WORDS[status] }}</span>
        </button>
      </p>
      <!-- It is there only for the wall as it stands. -->
      <div class="best">
        <template v-if="best">
          <FixButton :line="best" @run="(name, commands) => emit('run', name, commands)" />
          <span class="small soft effect">{{ best.effect }}</span>
        </template>
      </div>
    </div>
    <div v-show="open" :id="more" class="more">
      <div class="words">
        <p class="decides bold">{{ text(judging.judgment.decides.text) }}</p>
        <p v-if="relies" class="soft">{{ relies }}</p>
        <p class="soft small">{{ code }}</p>
        <p v-if="judging.fixes?.refused" class="soft">{{ text(judging.fixes.refused) }}</p>
      </div>
      <FixButtons
        v-if="open"
        :fixes="fixes"
        @run="(name, commands) => emit('run', name, commands)"
      />
    </div>
  </section>
</template>

<style scoped>
.judgment {
  border: 1px solid var(--ink);
  background: var(--sheet);
}

.strip {
  display: grid;
  grid-template-columns: 118px minmax(0, 1fr) auto auto 220px;
  align-items: center;
  gap: 0 12px;
  min-height: 56px;
  padding: 0 12px;
}

.word,
.said,
.best {
  display: grid;
  gap: 1px;
}

.word {
  align-self: stretch;
  align-content: center;
  border-right: 1px solid var(--line);
}

.said {
  min-width: 0;
  min-height: 44px;
  align-content: center;
}

.said:hover {
  text-decoration: underline;
  text-decoration-color: var(--line);
  text-underline-offset: 3px;
}

.title,
.under,
.effect {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}

.asks {
  display: grid;
}

.asks .action {
  min-height: 26px;
}

.counts {
  display: flex;
}

@media (pointer: coarse) {
  .asks .action {
    min-height: 44px;
  }
}

.count {
  display: inline-flex;
  align-items: center;
  gap: 2px;
  min-width: 38px;
  min-height: 44px;
  font-weight: 700;
}

.count:disabled {
  color: var(--soft);
  cursor: default;
}

.best {
  min-width: 0;
}

.effect {
  text-align: center;
}

.more {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 8px 16px;
  padding: 4px 12px 12px 142px;
}

.words {
  display: grid;
  align-content: start;
  gap: 4px;
}

progress {
  width: 90px;
  height: 8px;
  accent-color: var(--ink);
}

@media (max-width: 1000px) {
  .strip {
    grid-template-columns: 112px minmax(0, 1fr) auto;
    padding: 4px 12px;
  }

  .said {
    grid-column: 2 / -1;
  }

  .counts {
    grid-column: 1 / 3;
    grid-row: 2;
  }

  .asks {
    grid-row: 2;
    grid-auto-flow: column;
  }

  .best {
    grid-column: 1 / -1;
    grid-template-columns: auto minmax(0, 1fr);
    align-items: center;
    gap: 12px;
  }

  .effect {
    text-align: left;
  }

  .title {
    white-space: normal;
  }

  .more {
    grid-template-columns: minmax(0, 1fr);
    padding-left: 12px;
  }
}

@media (max-width: 700px) {
  .strip {
    grid-template-columns: minmax(0, 1fr) auto;
  }

  .word {
    border: 0;
  }

  .said,
  .counts,
  .asks {
    grid-column: 1 / -1;
    grid-row: auto;
  }
}
</style>
