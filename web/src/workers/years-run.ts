import type { SimulationProgress, SimulationRun } from '@eldrun/core';
import type { YearsAnswer, YearsRequest } from './years.worker.ts';

/** One simulation in a worker of its own: it tells its progress, can be stopped, and keeps what it reached. */
export class YearsRun {
  private readonly worker = new Worker(new URL('./years.worker.ts', import.meta.url), {
    type: 'module',
  });

  /** @throws Error when the wall cannot be simulated or the worker fails */
  start(
    request: YearsRequest,
    onProgress: (progress: SimulationProgress) => void,
  ): Promise<SimulationRun> {
    const { worker } = this;
    return new Promise((resolve, reject) => {
      worker.onmessage = ({ data }: MessageEvent<YearsAnswer>) => {
        if ('progress' in data) return onProgress(data.progress);
        worker.terminate();
        if ('run' in data) resolve(data.run);
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
