import { Worker, type ResourceLimits, type Transferable } from 'node:worker_threads';

/** A thread that nobody needs ends after so long, ms. */
const IDLES = 60_000;

export interface ThreadOptions {
  /** What the thread may use. */
  resourceLimits?: ResourceLimits;
  /** A job that takes longer is ended, ms; without it none is. */
  longest?: number;
}

/** What a thread runs, and what that is told. */
export interface Program {
  entry: URL;
  workerData?: unknown;
}

/** One of the server's programs for threads: beside the bundle, or as a source in development. */
export const program = (name: string): Program =>
  import.meta.url.endsWith('.ts')
    ? { entry: new URL('./thread.dev.mjs', import.meta.url), workerData: name }
    : { entry: new URL(`./${name}.mjs`, import.meta.url) };

/** Does jobs in a thread of its own, one after the other. The thread starts when it is needed. */
export class Thread<Job, Answer> {
  private readonly program: Program;
  private readonly options: ThreadOptions;
  private worker: Worker | null = null;
  private ends: NodeJS.Timeout | undefined;
  private last: Promise<unknown> = Promise.resolve();
  private closed = false;

  /** @param program answers each message with one */
  constructor(program: Program, options: ThreadOptions = {}) {
    this.program = program;
    this.options = options;
  }

  /**
   * Does a job once those before it are done.
   *
   * @param transfer parts of the job that are handed over, not copied
   * @throws what the thread failed with; the next job starts another
   */
  run(job: Job, transfer: Transferable[] = []): Promise<Answer> {
    const answer = this.last.then(() => this.now(job, transfer));
    this.last = answer.catch(() => undefined);
    return answer;
  }

  private now(job: Job, transfer: Transferable[]): Promise<Answer> {
    if (this.closed) throw new Error('its thread was closed');
    clearTimeout(this.ends);
    const { resourceLimits, longest } = this.options;
    const { entry, workerData } = this.program;
    const worker = (this.worker ??= new Worker(entry, {
      workerData,
      ...(resourceLimits && { resourceLimits }),
    }));
    worker.ref();
    return new Promise<Answer>((resolve, reject) => {
      const settle = (): void => {
        clearTimeout(limit);
        worker.off('message', answered).off('error', failed).off('exit', ended);
        worker.unref();
        this.ends = setTimeout(() => void this.end(), IDLES).unref();
      };
      const answered = (message: Answer): void => {
        settle();
        resolve(message);
      };
      const failed = (error: Error): void => {
        settle();
        void this.end();
        reject(error);
      };
      const ended = (): void => failed(new Error('its thread ended'));
      const limit = longest
        ? setTimeout(() => failed(new Error('it took too long')), longest).unref()
        : undefined;
      worker.on('message', answered).on('error', failed).on('exit', ended);
      worker.postMessage(job, transfer);
    });
  }

  private async end(): Promise<void> {
    clearTimeout(this.ends);
    const { worker } = this;
    this.worker = null;
    // What it still fails with has been told.
    worker?.on('error', () => {});
    await worker?.terminate();
  }

  async close(): Promise<void> {
    this.closed = true;
    await this.end();
  }
}
