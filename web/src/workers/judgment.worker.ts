import { answer, type JudgmentRequest } from './judgment-job.ts';

let latest = 0;
const { port1, port2 } = new MessageChannel();

/** A turn of the event loop, in which a newer request can come in. */
function pause(): Promise<void> {
  return new Promise((resolve) => {
    port2.onmessage = () => resolve();
    port1.postMessage(null);
  });
}

self.onmessage = async ({ data }: MessageEvent<JudgmentRequest | { job: number }>) => {
  latest = data.job;
  // A bare number only drops what is under way.
  if (!('file' in data)) return;
  const isStale = (): boolean => data.job !== latest;
  const reply = await answer(data, pause, isStale, (part) => {
    if (!isStale()) self.postMessage({ job: data.job, ...part });
  });
  if (reply) self.postMessage(reply);
};
