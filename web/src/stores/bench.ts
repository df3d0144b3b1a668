import { defineStore } from 'pinia';
import { computed, ref } from 'vue';
import { profileOf, type Explanation, type Path, type Profile } from '@eldrun/core';
import type { Moment } from '../labels.ts';
import { useWall } from './wall.ts';

/** Where a person points on the bench: what is selected, hovered, opened, and the moment shown. */
export const useBench = defineStore('bench', () => {
  const wall = useWall();
  const selected = ref<string | null>(null);
  const hovered = ref<string | null>(null);
  /** Depth under the pointer, m from the inner surface. */
  const depth = ref<number | null>(null);
  const moment = ref<Moment>(0);
  const path = ref<Path>('cavity');
  /** The layer whose panel is open. */
  const editing = ref<string | null>(null);
  const explanation = ref<Explanation | null>(null);

  const conditions = computed(() => {
    const { assessment } = wall;
    if (!assessment) return null;
    return moment.value === 'design'
      ? assessment.wall.design
      : assessment.wall.months[moment.value]!;
  });

  const profile = computed<Profile | null>(() =>
    wall.assessment && conditions.value && wall.assessment.wall.counted > 0
      ? profileOf(wall.assessment.wall, path.value, conditions.value)
      : null,
  );

  function stepMonth(by: number): void {
    const from = moment.value === 'design' ? (by > 0 ? 11 : 12) : moment.value;
    moment.value = (from + by + 12) % 12;
  }

  return {
    selected,
    hovered,
    depth,
    moment,
    path,
    editing,
    explanation,
    conditions,
    profile,
    stepMonth,
  };
});
