<script setup lang="ts">
import type { Command } from '@eldrun/core/wall';
import { useWall } from '../../project/wall.ts';
import type { FixLine } from './fix-lines.ts';

/** Does a fix; what it comes to is shown on the readings under the pointer. */
defineProps<{ line: FixLine }>();
const emit = defineEmits<{ run: [name: string, commands: Command[]] }>();
const wall = useWall();
</script>

<template>
  <button
    class="action fix"
    type="button"
    :title="line.label"
    @mouseenter="wall.preview = line.fix.effect"
    @mouseleave="wall.preview = null"
    @focus="wall.preview = line.fix.effect"
    @blur="wall.preview = null"
    @click="emit('run', line.label, line.fix.commands)"
  >
    {{ line.label }}
  </button>
</template>

<style scoped>
.fix {
  min-height: 28px;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}

@media (pointer: coarse) {
  .fix {
    min-height: 44px;
  }
}

/* Most searches end before this shows. */
.fix:disabled {
  transition:
    color 0s 0.4s,
    border-color 0s 0.4s,
    background-color 0s 0.4s;
}
</style>
