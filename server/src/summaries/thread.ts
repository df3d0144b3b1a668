import { Worker } from 'node:worker_threads';
import type { Summary } from '@eldrun/core';
import type { SummaryJob, SummaryRunner } from './job.ts';

/** A thread that nobody needs ends after so long, ms. */
const IDLES = 60_000;

/** Computes summaries in a thread of its own, one after the other, which starts when it is needed. */
export class SummaryThread implements SummaryRunner {
  private readonly entry: URL;
  private worker: Worker | null = null;
  private ends: NodeJS.Timeout | undefined;

  /** @param entry of the worker */
  constructor(entry: URL) {
    this.entry = entry;
  }

  /** @throws what the thread failed with; the next job starts another */
  run(job: SummaryJob): Promise<Summary> {
    clearTimeout(this.ends);
    const worker = (this.worker ??= new Worker(this.entry));
    worker.ref();
    return new Promise<Summary>((resolve, reject) => {
      const settle = (): void => {
        worker.off('message', answered).off('error', failed).off('exit', ended);
        worker.unref();
        this.ends = setTimeout(() => void this.close(), IDLES).unref();
      };
      const answered = (summary: Summary): void => {
        settle();
        resolve(summary);
      };
      const failed = (error: Error): void => {
        settle();
        void this.close();
        reject(error);
      };
      const ended = (): void => failed(new Error('its thread ended'));
      worker.on('message', answered).on('error', failed).on('exit', ended);
      worker.postMessage(job);
    });
  }

  async close(): Promise<void> {
    clearTimeout(this.ends);
    const { worker } = this;
    this.worker = null;
    await worker?.terminate();
  }
}
