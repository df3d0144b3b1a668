<script setup lang="ts">
import { computed } from 'vue';
import { besideJudgment, messageText, type Command } from '@eldrun/core';
import { useJudgment } from '../../stores/judgment.ts';
import { useProject } from '../../stores/project.ts';
import { useWall } from '../../stores/wall.ts';
import { fixLines } from './fix-lines.ts';
import VerdictRow from './VerdictRow.vue';

const emit = defineEmits<{ run: [name: string, commands: Command[]] }>();
const project = useProject();
const wall = useWall();
const judging = useJudgment();

/** In words; what the simulation outranks is a note. */
const rows = computed(() => {
  const { units } = project;
  const { verdicts, judged } = wall;
  const shown = judging.judgment ? besideJudgment(verdicts, judging.judgment) : verdicts;
  return shown.map(({ id, status, title, reason, fixes }) => ({
    id,
    status,
    title: messageText(title, units),
    reason: messageText(reason, units),
    fixes: judged ? fixLines(fixes, judged, units) : [],
  }));
});
</script>

<template>
  <!-- A fix belongs to the wall it was computed for: while the next ones are looked for, none can be done. -->
  <section aria-label="Verdicts" :aria-busy="wall.judging">
    <fieldset :disabled="wall.judging">
      <ol>
        <VerdictRow
          v-for="row in rows"
          :key="row.id"
          v-bind="row"
          @run="(name, commands) => emit('run', name, commands)"
        />
      </ol>
    </fieldset>
  </section>
</template>

<style scoped>
fieldset {
  min-width: 0;
  margin: 0;
  padding: 0;
  border: 0;
}
</style>
