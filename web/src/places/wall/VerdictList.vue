<script setup lang="ts">
import { format, formatText, messageText, type Command, type Fix } from '@eldrun/core';
import StatusMark from '../../parts/StatusMark.vue';
import { useProject } from '../../stores/project.ts';
import { useWall } from '../../stores/wall.ts';

const emit = defineEmits<{ run: [name: string, commands: Command[]] }>();
const project = useProject();
const wall = useWall();

function label(fix: Fix): string {
  return messageText(fix.label, project.units);
}

/** What a fix does to the wall, beside its button. */
function effect({ effect: after }: Fix): string {
  const { assessment } = wall;
  if (!assessment) return '';
  const parts: string[] = [];
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
  <!-- A fix belongs to the wall it was computed for: while the next ones are looked for, none can be done. -->
  <section aria-label="Verdicts" :aria-busy="wall.judging">
    <ol>
      <li
        v-for="verdict in wall.verdicts"
        :key="verdict.id"
        class="verdict"
        :data-verdict="verdict.id"
        :data-status="verdict.status"
      >
        <StatusMark class="mark" :status="verdict.status" word />
        <div>
          <p class="title">{{ messageText(verdict.title, project.units) }}</p>
          <p class="soft">{{ messageText(verdict.reason, project.units) }}</p>
        </div>
        <ul class="fixes">
          <li v-for="fix in verdict.fixes" :key="label(fix)" class="fix">
            <span class="small soft effect">{{ effect(fix) }}</span>
            <button
              class="action"
              type="button"
              :disabled="wall.judging"
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
      </li>
    </ol>
  </section>
</template>

<style scoped>
.verdict {
  display: grid;
  grid-template-columns: 92px minmax(0, 1fr) auto;
  gap: 4px 12px;
  padding: 8px 0;
  border-bottom: 1px solid var(--line);
}

.mark {
  align-self: start;
}

.title {
  font-weight: 700;
}

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
  white-space: nowrap;
}

@media (max-width: 1000px) {
  .verdict {
    grid-template-columns: 84px minmax(0, 1fr);
  }

  .fixes {
    grid-column: 2;
    justify-items: start;
  }

  .fix {
    flex-direction: row-reverse;
  }
}

@media (max-width: 700px) {
  .verdict {
    grid-template-columns: minmax(0, 1fr);
  }

  .fixes {
    grid-column: 1;
  }

  .fix {
    flex-direction: column-reverse;
    align-items: start;
    gap: 2px;
  }

  .effect {
    white-space: normal;
  }
}
</style>
