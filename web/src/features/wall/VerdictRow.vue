<script setup lang="ts">
import { ref, useId } from 'vue';
import type { Command } from '@eldrun/core/wall';
import type { Status } from '@eldrun/core/verdicts';
import StatusMark from '../../components/StatusMark.vue';
import type { FixLine } from './fix-lines.ts';
import FixButton from './FixButton.vue';
import FixButtons from './FixButtons.vue';

/** One verdict in a line: what was found, why, and its best fix; opened, all of it. */
defineProps<{
  id: string;
  status: Status;
  title: string;
  reason: string;
  fixes: readonly FixLine[];
}>();
const emit = defineEmits<{ run: [name: string, commands: Command[]] }>();
const open = ref(false);
const more = useId();
</script>

<template>
  <li class="verdict" :class="{ open }" :data-verdict="id" :data-status="status">
    <div class="line">
      <button
        type="button"
        class="plain head"
        :aria-expanded="open"
        :aria-controls="more"
        @click="open = !open"
      >
        <StatusMark :status="status" />
        <strong class="title">{{ title }}</strong>
        <span class="soft reason">{{ reason }}</span>
      </button>
      <template v-if="!open && fixes[0]">
        <span class="small soft effect">{{ fixes[0].effect }}</span>
        <FixButton
          class="best"
          :line="fixes[0]"
          @run="(name, commands) => emit('run', name, commands)"
        />
      </template>
    </div>
    <div v-show="open" :id="more" class="more">
      <p class="soft">{{ reason }}</p>
      <FixButtons
        v-if="open"
        :fixes="fixes"
        @run="(name, commands) => emit('run', name, commands)"
      />
    </div>
  </li>
</template>

<style scoped>
.verdict {
  border-bottom: 1px solid var(--line);
}

.line {
  display: flex;
  align-items: center;
  gap: 12px;
  min-height: var(--row);
}

.head {
  flex: 1;
  display: flex;
  align-items: center;
  gap: 10px;
  min-width: 0;
  min-height: var(--row);
}

.head:hover {
  background: var(--sheet);
}

.title,
.reason,
.effect {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}

.title {
  flex: 0 1 auto;
  min-width: 40%;
}

.reason {
  flex: 1 10000 0;
  min-width: 0;
}

.open .title {
  white-space: normal;
}

.open .head .reason {
  visibility: hidden;
}

.effect {
  flex: none;
}

.best {
  flex: none;
  max-width: 260px;
}

.more {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 6px 16px;
  padding: 0 0 10px 24px;
}

@media (max-width: 1000px) {
  .effect {
    display: none;
  }

  .more {
    grid-template-columns: minmax(0, 1fr);
  }
}

@media (max-width: 700px) {
  .line {
    flex-wrap: wrap;
    gap: 0 12px;
    padding-bottom: 4px;
  }

  .head {
    flex-basis: 100%;
  }

  .title {
    white-space: normal;
  }

  .reason {
    display: none;
  }

  .best {
    margin-left: 24px;
  }
}
</style>
