import { availableParallelism } from 'node:os';
import { Worker } from 'node:worker_threads';
import { InputError } from '@eldrun/core/errors';
import { FairQueue } from './fair-queue.ts';
import { TooBusy, TooLong, TooMuchWork } from './limits.ts';

/** A thread that nobody needs ends after so long, ms. */
const IDLES = 60_000;

/** The programs that run in threads: each is a folder with an `in-thread.ts`. */
export type Program = 'papers' | 'summaries' | 'weather' | 'bundles';

export interface ThreadsOptions {
  /** How many at once. */
  threads: number;
  /** How many jobs may wait; further ones are refused. */
  waiting?: number;
  /** What each may use, MiB of JavaScript's memory. */
  memory: number;
  /** For what is short-lived of it, MiB: the less, the sooner it is given back. */
  young?: number;
}

export interface JobOptions {
  /** Whose job it is: everybody gets a turn. */
  whose?: string;
  /** Ends it, where who asked for it is gone. */
  signal?: AbortSignal;
  /** It may take so long once it has begun, ms. */
  longest?: number;
  /** Told how far it has come. */
  told?: (progress: never) => void;
}

/** What a thread is given. */
export interface Task {
  program: string;
  job: unknown;
}

/** What a thread says: of bad input what an `InputError` says. */
export type Answered =
  | { begun: true }
  | { progress: unknown }
  | { done: unknown }
  | { refused: { path: string; problem: string; allowed: string } }
  | { failed: Error };

interface Job extends Required<Pick<JobOptions, 'whose'>> {
  task: Task;
  options: JobOptions;
  resolve: (answer: unknown) => void;
  reject: (error: unknown) => void;
}

const entry = import.meta.url.endsWith('.ts')
  ? new URL('./thread.dev.mjs', import.meta.url)
  : new URL('./thread.mjs', import.meta.url);

/** Does jobs in threads, each project's in its turn. Threads start when they are needed, and end when they are not. */
export class Threads {
  private readonly options: ThreadsOptions & { waiting: number };
  private readonly file: URL;
  private readonly queue = new FairQueue<Job>();
  /** Those that wait for a job, each with what takes it out of its rest. */
  private readonly idle = new Map<Worker, () => void>();
  /** Those at work, each with what breaks it off. */
  private readonly working = new Map<Worker, (why: Error) => void>();
  private closed = false;

  /** @param file what the threads run, where it is not this server's programs */
  constructor(options: ThreadsOptions, file: URL = entry) {
    this.options = { waiting: 100, ...options };
    this.file = file;
  }

  /**
   * Does a job once a thread is free for it.
   *
   * @throws InputError for bad input, TooMuchWork, TooBusy, what `signal` was aborted with, what the program failed with
   */
  async run<Answer>(program: Program, job: unknown, options: JobOptions = {}): Promise<Answer> {
    const { signal, whose = '' } = options;
    signal?.throwIfAborted();
    if (this.closed) throw new Error('its threads were closed');
    if (this.queue.size >= this.options.waiting) throw new TooBusy('too many jobs wait already');
    return new Promise<unknown>((resolve, reject) => {
      const waiting: Job = { whose, task: { program, job }, options, resolve, reject };
      signal?.addEventListener(
        'abort',
        () => {
          this.queue.remove(waiting);
          reject(signal.reason as Error);
        },
        { once: true },
      );
      this.queue.push(waiting);
      this.next();
    }) as Promise<Answer>;
  }

  /** Gives jobs to threads, as long as there are both. */
  private next(): void {
    while (this.working.size < this.options.threads) {
      const job = this.queue.shift();
      if (!job) return;
      const [idle] = this.idle.keys();
      if (idle) this.idle.get(idle)!();
      this.work(idle ?? this.started(), job);
    }
  }

  private started(): Worker {
    const { memory, young } = this.options;
    const limits = { maxOldGenerationSizeMb: memory };
    return new Worker(this.file, {
      resourceLimits: young === undefined ? limits : { ...limits, maxYoungGenerationSizeMb: young },
    });
  }

  private work(worker: Worker, { task, options, resolve, reject }: Job): void {
    const { signal, longest, told } = options;
    let clock: NodeJS.Timeout | undefined;
    /** @param why it is of no more use */
    const over = (why?: Error): void => {
      clearTimeout(clock);
      worker.off('message', heard).off('error', failed).off('exit', ended);
      signal?.removeEventListener('abort', gone);
      this.working.delete(worker);
      if (why) {
        // What it still fails with has been told.
        worker.on('error', () => {});
        void worker.terminate();
        reject(why);
      } else this.rest(worker);
      if (!this.closed) this.next();
    };
    const heard = (message: Answered): void => {
      if ('progress' in message) told?.(message.progress as never);
      else if ('begun' in message) {
        if (longest) clock = setTimeout(() => over(tooLong(longest)), longest).unref();
      } else {
        over();
        if ('done' in message) resolve(message.done);
        else if ('failed' in message) reject(message.failed);
        else {
          const { path, problem, allowed } = message.refused;
          reject(new InputError(path, problem, allowed));
        }
      }
    };
    const failed = (error: Error & { code?: string }): void =>
      over(
        error.code === 'ERR_WORKER_OUT_OF_MEMORY'
          ? new TooMuchWork(`it needed more than ${this.options.memory} MiB of memory`)
          : error,
      );
    const ended = (): void => over(new Error('its thread ended'));
    const gone = (): void => over(signal!.reason as Error);
    this.working.set(worker, over);
    signal?.addEventListener('abort', gone, { once: true });
    worker.on('message', heard).on('error', failed).on('exit', ended);
    worker.postMessage(task);
  }

  /** Keeps a thread for the next job, for a while. */
  private rest(worker: Worker): void {
    const wake = (): void => {
      clearTimeout(clock);
      this.idle.delete(worker);
      worker.off('error', end).off('exit', end).ref();
    };
    const end = (): void => {
      wake();
      void worker.terminate();
    };
    const clock = setTimeout(end, IDLES).unref();
    worker.on('error', end).on('exit', end).unref();
    this.idle.set(worker, wake);
  }

  async close(): Promise<void> {
    this.closed = true;
    const why = new Error('its threads were closed');
    for (let job = this.queue.shift(); job; job = this.queue.shift()) job.reject(why);
    for (const breakOff of [...this.working.values()]) breakOff(why);
    const resting = [...this.idle.keys()];
    for (const wake of [...this.idle.values()]) wake();
    await Promise.all(resting.map((worker) => worker.terminate()));
  }
}

const tooLong = (longest: number): TooLong =>
  new TooLong(`it took longer than ${longest / 1000} s`);

/** Does the server's heavy work, elsewhere than where requests are answered. */
export interface Work {
  /** Does a job that is short as a rule. @throws InputError for bad input, TooMuchWork, TooBusy */
  run<Answer>(program: Program, job: unknown, options?: JobOptions): Promise<Answer>;
  /** As `run` for a job that may take long. */
  runLong<Answer>(program: Program, job: unknown, options?: JobOptions): Promise<Answer>;
}

/** What takes longer is no short job, ms. */
const MOMENT = 1500;

/** A paper of a whole house takes some hundred, MiB. */
const LANE_MEMORY = 1024;

/** Bundles go through in pieces of some kilobytes, whose memory is wanted back at once. */
const STREAMS = { threads: 1, memory: 192, young: 2 };

/** Short jobs and long ones apart, so that a small table waits for nobody's whole house. */
export class Lanes implements Work {
  private readonly short: Threads;
  private readonly long: Threads;
  private readonly streams: Threads;

  /** @param file what the threads run, where it is not this server's programs */
  constructor(file?: URL) {
    const threads = Math.max(1, availableParallelism() - 1);
    this.short = new Threads({ threads: 2, memory: LANE_MEMORY }, file);
    this.long = new Threads({ threads, memory: LANE_MEMORY }, file);
    this.streams = new Threads(STREAMS, file);
  }

  runLong<Answer>(program: Program, job: unknown, options: JobOptions = {}): Promise<Answer> {
    return (program === 'bundles' ? this.streams : this.long).run<Answer>(program, job, options);
  }

  /** One that is not short is ended after a moment, and done again among the long ones. */
  async run<Answer>(program: Program, job: unknown, options: JobOptions = {}): Promise<Answer> {
    try {
      return await this.short.run<Answer>(program, job, { ...options, longest: MOMENT });
    } catch (error) {
      if (!(error instanceof TooLong)) throw error;
      return this.long.run<Answer>(program, job, options);
    }
  }

  async close(): Promise<void> {
    await Promise.all([this.short.close(), this.long.close(), this.streams.close()]);
  }
}
