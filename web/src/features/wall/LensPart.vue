<script setup lang="ts">
import { computed } from 'vue';
import type { WallFrame } from './frame.ts';
import type { LensPart } from './lens.ts';

/** Gives a drawing what it asks for, and draws it anew only when that changes. */
const props = defineProps<{ part: LensPart | undefined; frame: WallFrame }>();
const given = computed(() => props.part?.props(props.frame) ?? null);
</script>

<template>
  <component :is="part.component" v-if="part && given" v-bind="given"><slot /></component>
</template>
