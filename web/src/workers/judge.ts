import type { JudgmentAnswer, JudgmentPart, JudgmentRequest } from './judgment-job.ts';

type Ask = JudgmentRequest extends infer R ? (R extends unknown ? Omit<R, 'job'> : never) : never;
type Answer = Exclude<JudgmentAnswer, JudgmentPart>;

/** A worker that runs years for a judgment: the newest question counts, an older one is dropped. */
export class Judge {
  private worker: Worker | null = null;
  private job = 0;
  private settle: ((answer: Answer | null) => void) | null = null;

  /**
   * @param onPart what there is so far
   * @returns the answer, or null when a newer question came before it
   * @throws Error when the worker fails
   */
  ask(
    question: Ask,
    onPart: (part: JudgmentPart) => void = () => undefined,
  ): Promise<Answer | null> {
    this.settle?.(null);
    const job = ++this.job;
    return new Promise((resolve, reject) => {
      this.settle = resolve;
      const worker = (this.worker ??= new Worker(new URL('./judgment.worker.ts', import.meta.url), {
        type: 'module',
      }));
      worker.onmessage = ({ data }: MessageEvent<JudgmentAnswer>) => {
        if (data.job !== this.job) return;
        if ('progress' in data || 'sample' in data) onPart(data);
        else this.settle?.(data);
      };
      worker.onerror = (event) => {
        // The next question starts a new worker.
        worker.terminate();
        this.worker = null;
        reject(new Error(event.message || 'the worker could not be started'));
      };
      worker.postMessage({ ...question, job });
    });
  }

  /** Drops what is under way. */
  drop(): void {
    this.settle?.(null);
    this.settle = null;
    this.worker?.postMessage({ job: ++this.job });
  }

  /** Drops what is under way and lets the worker go. */
  close(): void {
    this.drop();
    this.worker?.terminate();
    this.worker = null;
  }
}
