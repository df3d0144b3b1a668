import type { HeatAnswer, HeatRequest } from './heat-job.ts';

type Ask = Omit<HeatRequest, 'job'>;

/** A worker that solves sections: the newest question counts, an older one is dropped. */
export class Solver {
  private worker: Worker | null = null;
  private job = 0;
  private settle: ((answer: HeatAnswer | null) => void) | null = null;

  /**
   * @returns the answer, or null when a newer question came before it
   * @throws Error when the worker fails
   */
  ask(question: Ask): Promise<HeatAnswer | null> {
    this.settle?.(null);
    const job = ++this.job;
    return new Promise((resolve, reject) => {
      this.settle = resolve;
      const worker = (this.worker ??= new Worker(new URL('./heat.worker.ts', import.meta.url), {
        type: 'module',
      }));
      worker.onmessage = ({ data }: MessageEvent<HeatAnswer>) => {
        if (data.job === this.job) this.settle?.(data);
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
    // A job of its own number without a question: the worker stops at its next step.
    this.worker?.postMessage({ job: ++this.job });
  }

  /** Drops what is under way and lets the worker go. */
  close(): void {
    this.settle?.(null);
    this.worker?.terminate();
    this.worker = null;
  }
}
