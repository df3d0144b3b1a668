/** What a worker is sent: a numbered question, or a bare number that only drops what is under way. */
type Numbered<Ask> = Ask & { job: number };

/** A worker that answers questions: the newest counts, an older one is dropped. */
export class Newest<Ask extends object, Answer extends object, Part extends object = never> {
  private worker: Worker | null = null;
  private job = 0;
  private settle: ((answer: Answer | null) => void) | null = null;
  private readonly make: () => Worker;
  private readonly isPart: (told: Answer | Part) => told is Part;

  /**
   * @param make starts the worker
   * @param isPart whether what it tells is a part of an answer that is still to come
   */
  constructor(
    make: () => Worker,
    isPart: (told: Answer | Part) => told is Part = (_told): _told is Part => false,
  ) {
    this.make = make;
    this.isPart = isPart;
  }

  /**
   * @param onPart what there is so far
   * @returns the answer, or null when a newer question came before it
   * @throws Error when the worker fails
   */
  ask(question: Ask, onPart: (part: Part) => void = () => undefined): Promise<Answer | null> {
    this.settle?.(null);
    const job = ++this.job;
    return new Promise((resolve, reject) => {
      this.settle = resolve;
      const worker = (this.worker ??= this.make());
      worker.onmessage = ({ data }: MessageEvent<Numbered<Answer | Part>>) => {
        if (data.job !== this.job) return;
        if (this.isPart(data)) onPart(data);
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
    // A job of its own number without a question: the worker stops at its next step.
    this.worker?.postMessage({ job: ++this.job });
  }

  /** Drops what is under way and lets the worker go. */
  close(): void {
    this.settle?.(null);
    this.settle = null;
    this.worker?.terminate();
    this.worker = null;
  }
}
