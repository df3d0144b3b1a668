<script setup lang="ts">
import type { Command } from '@eldrun/core/wall';
import type { FixLine } from './fix-lines.ts';
import FixButton from './FixButton.vue';

/** Fixes, each with what it comes to and what it gives up. */
defineProps<{ fixes: readonly FixLine[] }>();
const emit = defineEmits<{ run: [name: string, commands: Command[]] }>();
</script>

<template>
  <ul class="fixes">
    <li v-for="line in fixes" :key="line.label" class="fix in-line">
      <span class="small soft effect"
        >{{ line.effect }}<span v-if="line.gives" class="gives">{{ line.gives }}</span></span
      >
      <FixButton
        class="button"
        :line="line"
        @run="(name, commands) => emit('run', name, commands)"
      />
    </li>
  </ul>
</template>

<style scoped>
.fixes {
  display: grid;
  gap: 6px;
  justify-items: end;
}

.button {
  width: 270px;
  line-height: 1.2;
  white-space: normal;
}

.effect {
  max-width: 300px;
  text-align: right;
}

.gives {
  display: block;
}

@media (max-width: 1000px) {
  .fixes {
    justify-items: start;
  }

  .fix {
    flex-direction: row-reverse;
  }

  .effect {
    text-align: left;
  }
}

@media (max-width: 700px) {
  .fix {
    flex-direction: column-reverse;
    align-items: start;
    gap: 2px;
  }
}
</style>
