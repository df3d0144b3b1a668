<script setup lang="ts">
import type { Command } from '@eldrun/core';
import { useWall } from '../../stores/wall.ts';
import type { FixLine } from './fix-lines.ts';

/** Fixes, each with what it comes to and what it gives up; shown on the readings under the pointer. */
defineProps<{ fixes: readonly FixLine[] }>();
const emit = defineEmits<{ run: [name: string, commands: Command[]] }>();
const wall = useWall();
</script>

<template>
  <ul class="fixes">
    <li v-for="{ label, effect, gives, fix } in fixes" :key="label" class="fix">
      <span class="small soft effect"
        >{{ effect }}<span v-if="gives" class="gives">{{ gives }}</span></span
      >
      <button
        class="action"
        type="button"
        @mouseenter="wall.preview = fix.effect"
        @mouseleave="wall.preview = null"
        @focus="wall.preview = fix.effect"
        @blur="wall.preview = null"
        @click="emit('run', label, fix.commands)"
      >
        {{ label }}
      </button>
    </li>
  </ul>
</template>

<style scoped>
.fixes {
  display: grid;
  gap: 6px;
  justify-items: end;
}

.fix {
  display: flex;
  align-items: center;
  gap: 12px;
}

.fix .action {
  width: 270px;
  line-height: 1.2;
}

/* Most searches end before this shows. */
.fix .action:disabled {
  transition:
    color 0s 0.4s,
    border-color 0s 0.4s,
    background-color 0s 0.4s;
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
