import { answer, type HeatRequest } from './heat-job.ts';

let latest = 0;
const { port1, port2 } = new MessageChannel();

/** A turn of the event loop, in which a newer request can come in. */
function pause(): Promise<void> {
  return new Promise((resolve) => {
    port2.onmessage = () => resolve();
    port1.postMessage(null);
  });
}

self.onmessage = async ({ data }: MessageEvent<HeatRequest | { job: number }>) => {
  latest = data.job;
  // A bare number only drops what is under way.
  if (!('file' in data)) return;
  // A burst of edits: the last of them has come in by the next turn.
  await pause();
  if (data.job !== latest) return;
  const reply = await answer(data, pause, () => data.job !== latest);
  if (reply) self.postMessage(reply);
};
