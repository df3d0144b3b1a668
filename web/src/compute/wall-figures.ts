import { computed, getCurrentScope, onScopeDispose, ref, shallowRef, watch } from 'vue';
import {
  assessLayers,
  withSection,
  type Assessment,
  type LayerAssessment,
} from '@eldrun/core/assessment';
import { InputError } from '@eldrun/core/errors';
import type { Material } from '@eldrun/core/materials';
import type { Verdict } from '@eldrun/core/verdicts';
import type { WallFile } from '@eldrun/core/build-up';
import type { WallSection } from '@eldrun/core/steady-heat';
import { afterPaint } from './after-paint.ts';
import { Newest } from './newest.ts';

/** Fixes are looked for so long after the section is there: in a burst of edits only for the last, ms. */
const FIXES_AFTER = 150;

/**
 * What the core says of a wall: its layers at once, its section and its verdicts from workers, which are asked once the
 * edit is painted.
 *
 * @param file the wall, or null without one
 * @param materials the project's own
 */
export function useWallFigures(
  file: () => WallFile | null,
  materials: () => Record<string, Material>,
) {
  const evaluation = computed<{ assessment: LayerAssessment | null; problem: string }>(() => {
    const of = file();
    if (!of) return { assessment: null, problem: '' };
    try {
      return { assessment: assessLayers(of, materials()), problem: '' };
    } catch (error) {
      if (!(error instanceof InputError)) throw error;
      return { assessment: null, problem: error.message };
    }
  });
  /** What the layers say, at once. */
  const assessment = computed(() => evaluation.value.assessment);
  const sectionProblem = ref('');
  const problem = computed(() => evaluation.value.problem || sectionProblem.value);

  /** With the section: of the wall as it was when `computing` is true. */
  const whole = shallowRef<Assessment | null>(null);
  const verdicts = shallowRef<Verdict[]>([]);
  /** The wall that the verdicts and their fixes are of. */
  const judged = shallowRef<LayerAssessment | null>(null);
  const computing = ref(false);
  const judging = ref(false);
  // The search for fixes never holds up the section.
  const sections = new Newest('heat', 'edit');
  const judges = new Newest('heat', 'shown');
  let forget = (): void => undefined;
  let timer: ReturnType<typeof setTimeout> | undefined;

  function drop(): void {
    forget();
    clearTimeout(timer);
    sections.drop();
    judges.drop();
  }

  watch(
    [assessment, materials],
    () => {
      drop();
      sectionProblem.value = '';
      const now = assessment.value;
      const some = now !== null && now.wall.counted > 0;
      computing.value = some;
      judging.value = some;
      if (some) forget = afterPaint(() => void solve(now));
      else {
        whole.value = null;
        verdicts.value = [];
      }
    },
    // At once: nothing shown as computed is of the wall before.
    { flush: 'sync' },
  );

  async function solve(layers: LayerAssessment): Promise<void> {
    try {
      const answer = await sections.ask({
        file: layers.wall.file,
        materials: materials(),
        wanted: 'section',
      });
      if (!answer) return;
      whole.value = 'section' in answer ? withSection(layers, answer.section) : null;
      if ('section' in answer)
        timer = setTimeout(() => void judge(layers, answer.section), FIXES_AFTER);
      else {
        if ('problem' in answer) sectionProblem.value = answer.problem;
        verdicts.value = [];
        judging.value = false;
      }
    } catch (error) {
      sectionProblem.value = `its section could not be solved, ${(error as Error).message}. The next change tries again.`;
      judging.value = false;
    }
    computing.value = false;
  }

  async function judge(layers: LayerAssessment, section: WallSection): Promise<void> {
    try {
      const answer = await judges.ask({
        file: layers.wall.file,
        materials: materials(),
        wanted: 'verdicts',
        section,
      });
      if (!answer) return;
      judged.value = layers;
      verdicts.value = 'verdicts' in answer ? answer.verdicts : [];
    } catch (error) {
      verdicts.value = [];
      sectionProblem.value = `its verdicts could not be found, ${(error as Error).message}. The next change tries again.`;
    }
    judging.value = false;
  }

  /** Forgets the wall. */
  function close(): void {
    drop();
    whole.value = null;
    verdicts.value = [];
    computing.value = false;
    judging.value = false;
  }

  if (getCurrentScope()) onScopeDispose(close);

  return { assessment, problem, whole, verdicts, judged, computing, judging, close };
}
