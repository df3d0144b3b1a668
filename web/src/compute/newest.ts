import type { AnswerOf, JobName, PartOf, QuestionOf, Urgency } from './jobs.ts';
import { compute, threadCount, type Running } from './pool.ts';

/** Questions of which the newest counts: an older one is dropped. */
export class Newest<J extends JobName> {
  private readonly job: J;
  private readonly urgency: Urgency;
  private running: Running<J> | null = null;

  constructor(job: J, urgency: Urgency) {
    this.job = job;
    this.urgency = urgency;
  }

  /**
   * @param onPart what there is so far
   * @returns the answer, or null when a newer question came before it
   * @throws Error when the worker fails
   */
  ask(question: QuestionOf<J>, onPart?: (part: PartOf<J>) => void): Promise<AnswerOf<J> | null> {
    this.drop();
    this.running = compute(this.job, question, this.urgency, onPart);
    return this.running.answer;
  }

  /** Drops what is under way. */
  drop(): void {
    this.running?.drop();
    this.running = null;
  }
}

/** One for each thread: they share what takes long. */
export const newestForEachThread = <J extends JobName>(job: J): readonly Newest<J>[] =>
  Array.from({ length: threadCount() }, () => new Newest(job, 'background'));
