<script setup lang="ts">
import { computed, nextTick, ref } from 'vue';
import type { Command } from '@eldrun/core/wall';
import type { Status } from '@eldrun/core/verdicts';
import StatusMark from '../../components/StatusMark.vue';
import { useWall } from '../../project/wall.ts';
import { useVerdictLines } from './verdict-rows.ts';
import VerdictRow from './VerdictRow.vue';

/** The verdicts in one-line rows, worst first; those that pass are folded. */
const emit = defineEmits<{ run: [name: string, commands: Command[]] }>();
const wall = useWall();
const lines = useVerdictLines();
const passesShown = ref(false);

const open = computed(() => lines.value.filter(({ status }) => status !== 'pass'));
const passes = computed(() => lines.value.filter(({ status }) => status === 'pass'));

/** Brings the first verdict of a kind into sight, and the focus to it. */
async function jump(status: Status): Promise<void> {
  if (status === 'pass') passesShown.value = true;
  await nextTick();
  const row = document.querySelector<HTMLElement>(`[data-status="${status}"] .head`);
  row?.scrollIntoView({ block: 'nearest' });
  row?.focus();
}

defineExpose({ jump });
</script>

<template>
  <!-- A fix belongs to the wall it was computed for: while the next ones are looked for, none can be done. -->
  <section aria-label="Verdicts" :aria-busy="wall.judging">
    <fieldset :disabled="wall.judging">
      <ol>
        <VerdictRow
          v-for="line in open"
          :key="line.id"
          v-bind="line"
          @run="(name, commands) => emit('run', name, commands)"
        />
        <li v-if="passes.length > 0" class="passes">
          <button
            type="button"
            class="plain fold"
            :aria-expanded="passesShown"
            @click="passesShown = !passesShown"
          >
            <StatusMark status="pass" />
            {{ passes.length }} {{ passes.length === 1 ? 'check passes' : 'checks pass' }}
            <span class="soft">{{ passesShown ? 'fold' : 'show' }}</span>
          </button>
        </li>
      </ol>
      <ol v-show="passesShown" aria-label="Checks that pass">
        <VerdictRow v-for="line in passes" :key="line.id" v-bind="line" />
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

.fold {
  display: flex;
  align-items: center;
  gap: 10px;
  width: 100%;
  min-height: var(--row);
  font-weight: 600;
}

.fold:hover {
  background: var(--sheet);
}
</style>
