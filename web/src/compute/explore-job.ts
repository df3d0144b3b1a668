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

/** What the page asks of a worker that explores. `begin` comes first; what is asked then is of that exploration. */
export type ExploreRequest =
  | { begin: Exploration; materials: Record<string, Material> }
  | { sweep: Float64Array; at: number }
  | { select: Swept }
  | { around: { step: number; steps: number } };

export type ExploreAnswer =
  /** How many combinations of a sweep are done. */
  | { done: number }
  | { swept: Swept; at: number; solved: number }
  | { selecting: Progress }
  | { explored: Explored }
  | { next: NextStep[]; curve: ThicknessCurve | null }
  | { problem: string };

/** What is done is told so often, ms. */
const TOLD = 100;

/** Answers what the page asks, one thing after the other. */
export class Explorer {
  private exploration: Exploration | null = null;
  private materials: Record<string, Material> = {};
  private variants: Variants | null = null;
  private readonly sections = new Sections();
  private readonly tell: (answer: ExploreAnswer) => void;

  constructor(tell: (answer: ExploreAnswer) => void) {
    this.tell = tell;
  }

  answer(request: ExploreRequest): void {
    try {
      if ('begin' in request) {
        this.exploration = request.begin;
        this.materials = request.materials;
        this.variants = variantsOf(request.begin, request.materials);
      } else if ('sweep' in request) this.sweep(request);
      else if ('select' in request) this.select(request.select);
      else this.around(request.around);
    } catch (error) {
      if (!(error instanceof InputError)) throw error;
      this.tell({ problem: error.message });
    }
  }

  private sweep({ sweep: numbers, at }: { sweep: Float64Array; at: number }): void {
    const steps = sweep(this.variants!, numbers, {
      materials: this.materials,
      sections: this.sections,
      judged: true,
    });
    const swept = this.through(steps, (done) => ({ done }));
    this.tell({ swept, at, solved: this.sections.count });
  }

  private select(swept: Swept): void {
    const options = { materials: this.materials, sections: this.sections };
    const steps = selectSteps(this.exploration!, this.variants!, swept, options);
    this.tell({ explored: this.through(steps, (selecting) => ({ selecting })) });
  }

  /** The next steps from the wall as it is, and what each further step of board outside gives. */
  private around({ step, steps }: { step: number; steps: number }): void {
    const { wall } = this.exploration!;
    const next = nextSteps(assess(wall, this.materials), this.materials);
    let curve: ThicknessCurve | null;
    try {
      curve = thicknessCurve(wall, step, steps, this.materials);
    } catch (error) {
      if (!(error instanceof InputError)) throw error;
      curve = null;
    }
    this.tell({ next, curve });
  }

  private through<Step, T>(steps: Generator<Step, T>, said: (step: Step) => ExploreAnswer): T {
    let told = performance.now();
    for (;;) {
      const step = steps.next();
      if (step.done) return step.value;
      if (performance.now() - told < TOLD) continue;
      told = performance.now();
      this.tell(said(step.value));
    }
  }
}
