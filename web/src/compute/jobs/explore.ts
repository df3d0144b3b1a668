import { InputError } from '@eldrun/core/errors';
import {
  nextSteps,
  Sections,
  selectSteps,
  sweep,
  thicknessCurve,
  variantsOf,
  type Exploration,
  type Explored,
  type NextStep,
  type Progress,
  type Swept,
  type ThicknessCurve,
  type Variants,
} from '@eldrun/core/exploration';
import { assess } from '@eldrun/core/assessment';
import type { Material } from '@eldrun/core/materials';
import { through, type Turn } from '../turn.ts';

/** What the page asks of an exploration: `run` is the same for all that is asked of the same one. */
export type ExploreQuestion = {
  run: number;
  exploration: Exploration;
  materials: Record<string, Material>;
} & (
  | { wanted: 'sweep'; numbers: Float64Array }
  | { wanted: 'select'; swept: Swept }
  | { wanted: 'around'; step: number; steps: number }
);

export type ExploreAnswer =
  | { swept: Swept }
  | { explored: Explored }
  | { next: NextStep[]; curve: ThicknessCurve | null }
  | { problem: string };

/** How many combinations of a sweep are done, or how far the selection is. */
export type ExplorePart = { done: number } | { selecting: Progress };

/** What is done is told so often, ms. */
const PACE = 40;

/** The exploration that was asked about last in this thread: its combinations and the sections it solved are kept. */
let held: { run: number; variants: Variants; sections: Sections } | null = null;

/**
 * Sweeps combinations, selects among them, or looks around the wall as it is.
 *
 * @returns null when it was dropped
 */
export async function answer(
  question: ExploreQuestion,
  turn: Turn<ExplorePart>,
): Promise<ExploreAnswer | null> {
  const { run, exploration, materials } = question;
  try {
    if (question.wanted === 'around')
      return around(exploration, materials, question.step, question.steps);
    if (held?.run !== run)
      held = { run, variants: variantsOf(exploration, materials), sections: new Sections() };
    const { variants, sections } = held;
    if (question.wanted === 'sweep') {
      const steps = sweep(variants, question.numbers, { materials, sections, judged: true });
      const swept = await through(steps, turn, PACE, (done) => turn.tell({ done }));
      return swept && { swept };
    }
    const steps = selectSteps(exploration, variants, question.swept, { materials, sections });
    const explored = await through(steps, turn, PACE, (selecting) => turn.tell({ selecting }));
    return explored && { explored };
  } catch (error) {
    if (error instanceof InputError) return { problem: error.message };
    throw error;
  }
}

/** The next steps from the wall as it is, and what each further step of board outside gives. */
function around(
  { wall }: Exploration,
  materials: Record<string, Material>,
  step: number,
  steps: number,
): ExploreAnswer {
  const next = nextSteps(assess(wall, materials), materials);
  let curve: ThicknessCurve | null;
  try {
    curve = thicknessCurve(wall, step, steps, materials);
  } catch (error) {
    if (!(error instanceof InputError)) throw error;
    curve = null;
  }
  return { next, curve };
}
