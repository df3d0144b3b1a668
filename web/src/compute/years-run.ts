import type { SimulationRun } from '@eldrun/core/transient';
import { joined, type RunPart } from './run-parts.ts';
import type { YearsAnswer, YearsRequest } from './years.worker.ts';

/** One simulation in a worker of its own: it tells its progress, can be stopped, and keeps what it reached. */
export class YearsRun {
  private readonly worker = new Worker(new URL('./years.worker.ts', import.meta.url), {
    type: 'module',
  });

  /** @throws Error when the wall cannot be simulated or the worker fails */
  start(
    request: YearsRequest,
    onProgress: (hours: number, reached: RunPart) => void = () => undefined,
  ): Promise<SimulationRun> {
    const { worker } = this;
    let reached: RunPart | null = null;
    return new Promise((resolve, reject) => {
      worker.onmessage = ({ data }: MessageEvent<YearsAnswer>) => {
        if ('part' in data) reached = joined(reached, data.part);
        if ('hours' in data) return onProgress(data.hours, reached!);
        worker.terminate();
        if ('result' in data) resolve({ result: data.result, ...reached! });
        else reject(new Error(data.problem));
      };
      worker.onerror = (event) => {
        worker.terminate();
        reject(new Error(event.message || 'the worker could not be started'));
      };
      worker.postMessage(request);
    });
  }

  /** Asks it to end after the week it is in; what it reached is then its result. */
  stop(): void {
    this.worker.postMessage('stop');
  }

  /** Lets it go without a result. */
  drop(): void {
    this.worker.terminate();
  }
}
