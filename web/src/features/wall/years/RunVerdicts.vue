<script setup lang="ts">
import { computed } from 'vue';
import { messageText } from '@eldrun/core/units';
import type { Command } from '@eldrun/core/wall';
import type { RunFix } from '@eldrun/core/simulation';
import StatusMark from '../../../components/StatusMark.vue';
import { useProject } from '../../../project/project.ts';
import { useSimulation } from './simulation.ts';

/** What the current run says, and the search for the smallest change that does away with it. */
const emit = defineEmits<{ run: [name: string, commands: Command[]] }>();
const project = useProject();
const simulation = useSimulation();

const failing = computed(
  () => simulation.fresh && simulation.verdicts.some(({ status }) => status === 'fail'),
);

async function take({ commands, choices, label }: RunFix): Promise<void> {
  if (commands.length > 0) emit('run', messageText(label, project.units), commands);
  simulation.choices = { ...simulation.choices, ...choices };
  await simulation.run();
}
</script>

<template>
  <section
    v-if="simulation.current?.verdicts.length"
    class="run-verdicts"
    aria-label="Verdicts of the run"
  >
    <p class="small soft">
      Hour by hour, {{ simulation.current.name
      }}<template v-if="!simulation.fresh"
        >: <strong>of another wall than the one drawn</strong>, or of this one before it was
        changed</template
      >
    </p>
    <ul>
      <li
        v-for="verdict in simulation.current.verdicts"
        :key="verdict.id"
        :data-run-verdict="verdict.id"
        :data-status="verdict.status"
      >
        <StatusMark :status="verdict.status" word />
        <div>
          <strong>{{ messageText(verdict.title, project.units) }}</strong>
          <p class="soft">{{ messageText(verdict.reason, project.units) }}</p>
        </div>
        <p v-if="simulation.fresh && simulation.fixes[verdict.id]" class="fix in-line" data-fix>
          <span
            >Fix:
            <strong>{{
              messageText(simulation.fixes[verdict.id]!.label, project.units)
            }}</strong></span
          >
          <button
            type="button"
            class="action"
            :disabled="simulation.busy"
            @click="take(simulation.fixes[verdict.id]!)"
          >
            Do it and run again
          </button>
        </p>
      </li>
    </ul>
    <p v-if="failing && !simulation.running" class="fix in-line">
      <button
        type="button"
        class="action"
        :disabled="simulation.busy"
        @click="simulation.findFixes"
      >
        Find the smallest fixes
      </button>
      <span v-if="simulation.seeking" role="status">Running: {{ simulation.seeking }}</span>
      <button v-if="simulation.seeking" type="button" class="action" @click="simulation.stop">
        Stop
      </button>
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
</style>
