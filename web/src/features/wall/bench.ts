import { defineStore } from 'pinia';
import { computed, ref, watch } from 'vue';
import { profileOf, type Profile } from '@eldrun/core/steady-moisture';
import { saturationPressure } from '@eldrun/core/climate';
import { vaporUnsaidIn, type Conditions } from '@eldrun/core/build-up';
import type { Explanation } from '@eldrun/core/explain';
import type { Path } from '@eldrun/core/steady-heat';
import type { Moment } from '../../components/labels.ts';
import { newPointer } from '../../components/pointer.ts';
import { useWall } from '../../project/wall.ts';

/** Where a person points on the bench: what is selected, pointed at, opened, and the moment shown. */
export const useBench = defineStore('bench', () => {
  const wall = useWall();
  const selected = ref<string | null>(null);
  const pointer = newPointer();
  const moment = ref<Moment>(0);
  /** The line that the traces follow; `section` is the solved one, in the lens Heat. */
  const path = ref<Path | 'section'>('cavity');
  /** The lines to choose from: the lens says which. */
  const paths = ref<readonly (Path | 'section')[]>(['cavity', 'member']);
  const follow = (line: Path | 'section'): void => void (path.value = line);
  /** Air temperatures set by hand in place of the moment's, °C. */
  const chosen = ref<{ indoor?: number; outdoor?: number }>({});
  /** The layer whose panel is open. */
  const editing = ref<string | null>(null);
  /** Whether the choice of frames is open. */
  const framing = ref(false);
  const explanation = ref<Explanation | null>(null);

  const explain = (of: Explanation): void => void (explanation.value = of);

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

  /**
   * The one-dimensional profile; the solved section's trace takes the cavity's beside it. Null where a vapor figure that it
   * goes by is unknown.
   */
  const profile = computed<Profile | null>(() =>
    wall.assessment &&
    conditions.value &&
    wall.assessment.wall.counted > 0 &&
    vaporUnsaidIn(wall.assessment.wall).length === 0
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
    pointer,
    moment,
    path,
    paths,
    follow,
    chosen,
    editing,
    framing,
    explanation,
    explain,
    conditions,
    profile,
    stepMonth,
  };
});
