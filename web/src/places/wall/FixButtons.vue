<script setup lang="ts">
import {
  format,
  formatText,
  messageText,
  type Command,
  type Fix,
  type JudgmentFix,
} from '@eldrun/core';
import { useProject } from '../../stores/project.ts';
import { useWall } from '../../stores/wall.ts';

/** Changes that mend, each with what it comes to and what it gives up; shown on the readings under the pointer. */
defineProps<{ fixes: readonly (Fix | JudgmentFix)[]; disabled: boolean }>();
const emit = defineEmits<{ run: [name: string, commands: Command[]] }>();
const project = useProject();
const wall = useWall();

const label = (fix: Fix): string => messageText(fix.label, project.units);

const AFTER = { fail: 'still fails', caution: 'then a caution', pass: 'then passes' } as const;

/** What a fix does to the wall, beside its button. */
function effect(fix: Fix | JudgmentFix): string {
  const { assessment } = wall;
  if (!assessment) return '';
  const { effect: after } = fix;
  const parts: string[] = 'after' in fix ? [AFTER[fix.after]] : [];
  const thicker = after.thickness - assessment.quantities.thickness;
  if (Math.abs(thicker) > 1e-6)
    parts.push(
      `${thicker > 0 ? '+' : '−'}${formatText('length', Math.abs(thicker), project.units)}`,
    );
  const r = format('resistance', after.effectiveR, project.units).text;
  parts.push(project.units === 'imperial' ? `R ${r}` : `R ${r} m²K/W`);
  const cost = after.cost - assessment.quantities.cost;
  if (Math.abs(cost) > 0.01)
    parts.push(
      `${cost > 0 ? '+' : '−'}${format('costPerArea', Math.abs(cost), project.units).text}`,
    );
  return parts.join(' · ');
}
</script>

<template>
  <ul class="fixes">
    <li v-for="fix in fixes" :key="label(fix)" class="fix">
      <span class="small soft effect"
        >{{ effect(fix)
        }}<span v-if="'gives' in fix" class="gives">{{
          messageText(fix.gives, project.units)
        }}</span></span
      >
      <button
        class="action"
        type="button"
        :disabled="disabled"
        @mouseenter="wall.preview = fix.effect"
        @mouseleave="wall.preview = null"
        @focus="wall.preview = fix.effect"
        @blur="wall.preview = null"
        @click="emit('run', label(fix), fix.commands)"
      >
        {{ label(fix) }}
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
