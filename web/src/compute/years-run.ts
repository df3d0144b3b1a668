import type { SimulationRun } from '@eldrun/core/transient';
import type { YearsQuestion } from './jobs/years.ts';
import { compute, type Running } from './pool.ts';
import { joined, type RunPart } from './run-parts.ts';

/** One simulation: it tells its progress, can be stopped, and keeps what it reached. */
export class YearsRun {
  private running: Running<'years'> | null = null;

  /** @throws Error when the wall cannot be simulated, the worker fails, or it was let go */
  async start(
    question: YearsQuestion,
    onProgress: (hours: number, reached: RunPart) => void = () => undefined,
  ): Promise<SimulationRun> {
    let reached: RunPart | null = null;
    this.running = compute('years', question, 'shown', ({ hours, part }) => {
      reached = joined(reached, part);
      onProgress(hours, reached);
    });
    const answer = await this.running.answer;
    if (!answer) throw new Error('the run was let go');
    if ('problem' in answer) throw new Error(answer.problem);
    return { result: answer.result, ...joined(reached, answer.part) };
  }

  /** Asks it to end after the week it is in; what it reached is then its result. */
  stop(): void {
    this.running?.stop();
  }

  /** Lets it go without a result. */
  drop(): void {
    this.running?.drop();
  }
}
