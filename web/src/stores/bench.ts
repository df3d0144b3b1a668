import { defineStore } from 'pinia';
import { computed, ref, watch } from 'vue';
import {
  profileOf,
  saturationPressure,
  type Conditions,
  type Explanation,
  type Path,
  type Profile,
} from '@eldrun/core';
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
  /** The line that the traces follow; `section` is the solved one, in the lens Heat. */
  const path = ref<Path | 'section'>('cavity');
  /** Air temperatures set by hand in place of the moment's, °C. */
  const chosen = ref<{ indoor?: number; outdoor?: number }>({});
  /** The layer whose panel is open. */
  const editing = ref<string | null>(null);
  /** Whether the choice of frames is open. */
  const framing = ref(false);
  const explanation = ref<Explanation | null>(null);

  const conditions = computed<Conditions | null>(() => {
    const { assessment } = wall;
    if (!assessment) return null;
    const { months, design } = assessment.wall;
    return withChosen(moment.value === 'design' ? design : months[moment.value]!);
  });

  /** The relative humidities stay where a temperature is set by hand. */
  function withChosen(conditions: Conditions): Conditions {
    const { indoorTemperature, outdoorTemperature } = conditions;
    const indoor = chosen.value.indoor ?? indoorTemperature;
    const outdoor = chosen.value.outdoor ?? outdoorTemperature;
    const moved = (pressure: number, from: number, to: number): number =>
      (pressure / saturationPressure(from)) * saturationPressure(to);
    return {
      indoorTemperature: indoor,
      outdoorTemperature: outdoor,
      indoorVaporPressure: moved(conditions.indoorVaporPressure, indoorTemperature, indoor),
      outdoorVaporPressure: moved(conditions.outdoorVaporPressure, outdoorTemperature, outdoor),
    };
  }
  watch(moment, () => (chosen.value = {}));

  /** The one-dimensional profile; the solved section's trace takes the cavity's beside it. */
  const profile = computed<Profile | null>(() =>
    wall.assessment && conditions.value && wall.assessment.wall.counted > 0
      ? profileOf(
          wall.assessment.wall,
          path.value === 'member' ? 'member' : 'cavity',
          conditions.value,
        )
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
    chosen,
    editing,
    framing,
    explanation,
    conditions,
    profile,
    stepMonth,
  };
});
