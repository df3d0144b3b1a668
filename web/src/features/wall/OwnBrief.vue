<script setup lang="ts">
import { computed } from 'vue';
import type { Brief } from '@eldrun/core/build-up';
import type { Command } from '@eldrun/core/wall';
import { useWall } from '../../project/wall.ts';

/** What a wall says otherwise than its project's brief, and the way back. */
const emit = defineEmits<{ run: [name: string, commands: Command[]] }>();
const wall = useWall();

const WORDS: Record<keyof Brief, string> = {
  convention: 'surface films',
  indoor: 'indoor air',
  outdoor: 'climate',
  targets: 'aims',
  airtightness: 'air leak',
  pressure: 'pressure of the fans',
  exposure: 'exposure of the runs',
  code: 'code path',
  loads: 'wind and seismic category',
};

const fields = computed(() =>
  (Object.keys(WORDS) as (keyof Brief)[]).filter((field) => wall.document?.[field] !== undefined),
);
</script>

<template>
  <p v-if="fields.length > 0" class="own in-line small">
    This wall has its own {{ fields.map((field) => WORDS[field]).join(', ') }}, not the brief's.
    <button
      class="action quiet small"
      type="button"
      @click="
        emit(
          'run',
          'Follow the brief',
          fields.map((field) => ({ type: 'followBrief', field })),
        )
      "
    >
      Follow the brief
    </button>
  </p>
</template>
