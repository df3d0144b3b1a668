import { expect, test } from '@jest/globals';
import { serve } from '../../src/compute/serve.ts';

/** Ports that let a turn of the event loop pass, and keep no thread alive. */
class Channel {
  port2: { onmessage: (() => void) | null } = { onmessage: null };
  port1 = { postMessage: (): void => void setImmediate(() => this.port2.onmessage?.()) };
}

test('what a job throws reaches the page, and the next job is answered', async () => {
  const reported: unknown[] = [];
  const posted: unknown[] = [];
  const self = {
    onmessage: null as ((event: object) => Promise<void>) | null,
    postMessage: (message: unknown) => posted.push(message),
    reportError: (error: unknown) => reported.push(error),
  };
  Object.assign(globalThis, { self, MessageChannel: Channel });
  serve(({ job }) =>
    job === 1 ? Promise.reject(new Error('out of range')) : Promise.resolve({ job, done: true }),
  );
  await self.onmessage!({ data: { job: 1, file: {} } });
  expect(reported).toEqual([new Error('out of range')]);
  expect(posted).toEqual([]);
  await self.onmessage!({ data: { job: 2, file: {} } });
  expect(posted).toEqual([{ job: 2, done: true }]);
});
