import { defineStore } from 'pinia';
import { computed, onScopeDispose, ref, shallowRef, watch } from 'vue';
import { temperatureAt } from '@eldrun/core/conduction';
import type { WallSection } from '@eldrun/core/steady-heat';
import type { DepthAxis } from '../../../charts/axis.ts';
import { modelX, realTemperature, sectionDepth, type Air } from '../../../charts/section-place.ts';
import { Newest } from '../../../compute/newest.ts';
import { useBench } from '../bench.ts';
import { useProject } from '../../../project/project.ts';
import { useWall } from '../../../project/wall.ts';

/** What the lens Heat shows: the section under the temperatures shown, its layers of drawing, and the point read. */
export const useHeat = defineStore('heat', () => {
  const project = useProject();
  const wall = useWall();
  const bench = useBench();
  const shown = ref(false);
  const isothermsShown = ref(true);
  const flowShown = ref(false);
  /** Where a temperature is read: m along the model and from the inner surface. */
  const point = ref<{ along: number; depth: number } | null>(null);

  /** Where a point is read in the drawing, px. */
  const at = ref<{ x: number; y: number } | null>(null);

  /** Reads at a place of the drawing, or nowhere. */
  function read(place: { x: number; y: number } | null, axis: DepthAxis): void {
    at.value = place;
    point.value =
      place && section.value
        ? { along: modelX(section.value, axis, place.x), depth: axis.depthAt(place.y) }
        : null;
  }

  /** Air temperatures of the moment shown. */
  const air = computed<Air | null>(
    () =>
      bench.conditions && {
        indoor: bench.conditions.indoorTemperature,
        outdoor: bench.conditions.outdoorTemperature,
      },
  );

  /** Whether the field's shape depends on the temperatures; else the design day's section serves every moment. */
  const dependent = computed(() =>
    (wall.assessment?.wall.layers ?? []).some(
      ({ fill, member }) => fill?.conductivityTable || member?.material.conductivityTable,
    ),
  );

  const solved = shallowRef<WallSection | null>(null);
  const solving = ref(false);
  const solver = new Newest('heat', 'edit');

  const section = computed(() => (dependent.value ? solved.value : (wall.whole?.section ?? null)));
  const computing = computed(() => (dependent.value ? solving.value : wall.computing));

  watch([shown, dependent, () => wall.file, air], async () => {
    if (!shown.value || !dependent.value || !wall.file || !air.value) return;
    solving.value = true;
    try {
      const answer = await solver.ask({
        file: wall.file,
        materials: project.pricedMaterials,
        wanted: 'section',
        air: air.value,
      });
      if (!answer) return;
      solved.value = 'section' in answer ? answer.section : null;
    } catch {
      solved.value = null; // The same failure of the design day's section is shown as the wall's problem.
    }
    solving.value = false;
  });

  /** Temperature at the point read, °C. */
  const reading = computed(() => {
    if (!point.value || !section.value || !air.value) return null;
    const { along, depth } = point.value;
    if (depth > sectionDepth(section.value)) return air.value.outdoor;
    return realTemperature(air.value, temperatureAt(section.value.field, along, depth));
  });

  function close(): void {
    shown.value = false;
    at.value = null;
    point.value = null;
    solved.value = null;
    solver.drop();
  }

  onScopeDispose(close);

  return {
    shown,
    isothermsShown,
    flowShown,
    point,
    at,
    read,
    air,
    section,
    computing,
    reading,
    close,
  };
});
