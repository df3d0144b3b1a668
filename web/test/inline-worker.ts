import type { Asked, JobName, Told } from '../src/compute/jobs.ts';
import { serve, type Port } from '../src/compute/serve.ts';
import type { Turn } from '../src/compute/turn.ts';

/** What a job is given in a test: nothing waits, and what it tells is kept. */
export function turnOf<Part>(isStale: () => boolean = () => false): {
  turn: Turn<Part>;
  told: Part[];
} {
  const told: Part[] = [];
  return {
    told,
    turn: {
      pause: () => Promise.resolve(),
      isStale,
      isStopped: () => false,
      tell: (part) => void told.push(part),
    },
  };
}

/** A worker in this thread: it answers in later turns of the event loop, as a real one does. */
export class InlineWorker implements Partial<Worker> {
  static jobs: Parameters<typeof serve>[0] = {};
  /** The next question ends the worker. */
  static failing = false;
  /** Names of the jobs that were asked. */
  static asked: JobName[] = [];
  onmessage: ((event: MessageEvent) => void) | null = null;
  onerror: ((event: ErrorEvent) => void) | null = null;
  private readonly port: Port = {
    onmessage: null,
    postMessage: (told: Told) =>
      void setImmediate(() => this.onmessage?.({ data: structuredClone(told) } as MessageEvent)),
  };

  constructor() {
    serve(InlineWorker.jobs, this.port);
  }

  postMessage(asked: Asked): void {
    const data = structuredClone(asked);
    if ('job' in data) InlineWorker.asked.push(data.job);
    if (InlineWorker.failing)
      return void setImmediate(() => this.onerror?.({ message: 'out of memory' } as ErrorEvent));
    setImmediate(() => this.port.onmessage?.({ data } as MessageEvent<Asked>));
  }

  terminate(): void {
    this.port.onmessage = null;
  }
}

/** Ports that let a turn of the event loop pass, and keep no thread alive. */
class Channel {
  port2: { onmessage: (() => void) | null } = { onmessage: null };
  port1 = { postMessage: (): void => void setImmediate(() => this.port2.onmessage?.()) };
}

/** Puts workers of this thread in the place of those of a browser. */
export function useInlineWorkers(jobs: Parameters<typeof serve>[0], cores = 2): void {
  InlineWorker.jobs = jobs;
  InlineWorker.failing = false;
  InlineWorker.asked = [];
  Object.assign(globalThis, { Worker: InlineWorker, MessageChannel: Channel });
  Object.defineProperty(globalThis, 'navigator', {
    value: { userAgent: '', hardwareConcurrency: cores },
    configurable: true,
  });
}
