<script setup lang="ts">
import { computed } from 'vue';
import { messageText, type Command, type RunFix } from '@eldrun/core';
import StatusMark from '../../../parts/StatusMark.vue';
import { useProject } from '../../../stores/project.ts';
import { useYears } from '../../../stores/years.ts';

/** What the current run says, and the search for the smallest change that does away with it. */
const emit = defineEmits<{ run: [name: string, commands: Command[]] }>();
const project = useProject();
const years = useYears();

const failing = computed(
  () => years.fresh && years.verdicts.some(({ status }) => status === 'fail'),
);

async function take({ commands, choices, label }: RunFix): Promise<void> {
  if (commands.length > 0) emit('run', messageText(label, project.units), commands);
  years.choices = { ...years.choices, ...choices };
  await years.run();
}
</script>

<template>
  <section
    v-if="years.current?.verdicts.length"
    class="run-verdicts"
    aria-label="Verdicts of the run"
  >
    <p class="small soft">
      Hour by hour, {{ years.current.name
      }}<template v-if="!years.fresh"
        >: <strong>of another wall than the one drawn</strong>, or of this one before it was
        changed</template
      >
    </p>
    <ul>
      <li
        v-for="verdict in years.current.verdicts"
        :key="verdict.id"
        :data-run-verdict="verdict.id"
        :data-status="verdict.status"
      >
        <StatusMark :status="verdict.status" word />
        <div>
          <strong>{{ messageText(verdict.title, project.units) }}</strong>
          <p class="soft">{{ messageText(verdict.reason, project.units) }}</p>
        </div>
        <p v-if="years.fresh && years.fixes[verdict.id]" class="fix" data-fix>
          <span
            >Fix:
            <strong>{{ messageText(years.fixes[verdict.id]!.label, project.units) }}</strong></span
          >
          <button
            type="button"
            class="action"
            :disabled="years.busy"
            @click="take(years.fixes[verdict.id]!)"
          >
            Do it and run again
          </button>
        </p>
      </li>
    </ul>
    <p v-if="failing && !years.running" class="fix">
      <button type="button" class="action" :disabled="years.busy" @click="years.findFixes">
        Find the smallest fixes
      </button>
      <span v-if="years.seeking" role="status">Running: {{ years.seeking }}</span>
      <button v-if="years.seeking" type="button" class="action" @click="years.stop">Stop</button>
    </p>
  </section>
</template>

<style scoped>
.run-verdicts,
ul {
  display: grid;
  gap: 6px;
}

li {
  display: grid;
  grid-template-columns: 92px minmax(0, 1fr) auto;
  align-items: start;
  gap: 12px;
}

li .fix {
  justify-content: end;
}

.fix {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px 12px;
}
</style>
