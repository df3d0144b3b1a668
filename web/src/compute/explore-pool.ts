import {
  joinedSwept,
  partSize,
  type Exploration,
  type Explored,
  type NextStep,
  type Progress,
  type Swept,
  type ThicknessCurve,
} from '@eldrun/core/exploration';
import type { Material } from '@eldrun/core/materials';
import type { ExploreAnswer, ExplorePart, ExploreQuestion } from './jobs/explore.ts';
import { compute, threadCount, type Running } from './pool.ts';

/** What is told while an exploration runs. */
export interface ExploreTold {
  /** A part of the combinations, and its place among all. */
  onSwept: (swept: Swept, at: number) => void;
  /** How many combinations are evaluated. */
  onDone: (done: number) => void;
  onSelecting: (progress: Progress) => void;
}

/** At least so many combinations go to a worker at once: their sections share curves. */
const CHUNK = 400;

/** So many chunks for each worker, so that none waits long for the last. */
const CHUNKS = 12;

type Asked = { wanted: 'sweep'; numbers: Float64Array } | { wanted: 'select'; swept: Swept };

let lastRun = 0;

/** The combinations of an exploration, evaluated by all threads between them. */
export class ExplorePool {
  private running = new Set<Running<'explore'>>();

  /**
   * Evaluates combinations, then finds those that none beats.
   *
   * @param numbers which combinations, in order
   * @param together so many in a row belong together: they differ only in what lies outside the frame
   * @returns null when it was stopped
   * @throws Error when a worker fails
   */
  async run(
    exploration: Exploration,
    materials: Record<string, Material>,
    numbers: Float64Array,
    together: number,
    { onSwept, onDone, onSelecting }: ExploreTold,
  ): Promise<Explored | null> {
    this.stop();
    const mine = (this.running = new Set());
    const ask = (question: Asked, onPart: (part: ExplorePart) => void) =>
      this.ask(mine, { run, exploration, materials, ...question }, onPart);
    const run = ++lastRun;
    const size = partSize(together, Math.max(CHUNK, numbers.length / (threadCount() * CHUNKS)));
    const merged: { swept: Swept; at: number }[] = [];
    const doing = new Map<number, number>();
    let evaluated = 0;
    const said = (): void =>
      onDone(evaluated + [...doing.values()].reduce((sum, done) => sum + done, 0));
    const starts = Array.from({ length: Math.ceil(numbers.length / size) }, (_, n) => n * size);
    const all = Promise.all(
      starts.map(async (at) => {
        const part = numbers.slice(at, at + size);
        const answer = await ask({ wanted: 'sweep', numbers: part }, (told) => {
          if (!('done' in told)) return;
          doing.set(at, told.done);
          said();
        });
        doing.delete(at);
        if (!answer || !('swept' in answer)) return;
        evaluated += answer.swept.numbers.length;
        merged.push({ swept: answer.swept, at });
        onSwept(answer.swept, at);
        said();
      }),
    );
    // Where one fails, the others are for nothing.
    await all.catch((error: Error) => {
      if (this.running === mine) this.stop();
      throw error;
    });
    if (this.running !== mine) return null;
    const answer = await ask({ wanted: 'select', swept: joinedSwept(merged, numbers) }, (told) => {
      if ('selecting' in told) onSelecting(told.selecting);
    });
    return this.running === mine && answer && 'explored' in answer ? answer.explored : null;
  }

  /** What lies around the wall as it is; null when it was stopped. @throws Error where it cannot be computed */
  async around(
    exploration: Exploration,
    materials: Record<string, Material>,
    around: { step: number; steps: number },
  ): Promise<{ next: NextStep[]; curve: ThicknessCurve | null } | null> {
    for (const running of this.looking) running.drop();
    const question = { run: ++lastRun, exploration, materials, wanted: 'around' as const };
    const answer = await this.ask(this.looking, { ...question, ...around });
    return answer && 'next' in answer ? answer : null;
  }

  private readonly looking = new Set<Running<'explore'>>();

  /** @returns null when it was dropped. @throws Error with what is wrong */
  private async ask(
    among: Set<Running<'explore'>>,
    question: ExploreQuestion,
    onPart?: (part: ExplorePart) => void,
  ): Promise<ExploreAnswer | null> {
    const running = compute('explore', question, 'background', onPart);
    among.add(running);
    try {
      const answer = await running.answer;
      if (answer && 'problem' in answer) throw new Error(answer.problem);
      return answer;
    } finally {
      among.delete(running);
    }
  }

  /** Ends what is under way. */
  stop(): void {
    const stopped = this.running;
    this.running = new Set();
    for (const running of stopped) running.drop();
  }

  /** Ends everything. */
  close(): void {
    this.stop();
    for (const running of this.looking) running.drop();
  }
}
