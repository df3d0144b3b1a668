/**
 * The worker's side of `Newest`: answers the newest question in steps, and drops an older one.
 *
 * @param answer gets a pause that lets messages in, whether a newer job has come in, and a way to tell parts; null drops it
 */
export function serve<Request extends { job: number }>(
  answer: (
    request: Request,
    pause: () => Promise<void>,
    isStale: () => boolean,
    tell: (part: object) => void,
  ) => Promise<object | null>,
): void {
  let latest = 0;
  const { port1, port2 } = new MessageChannel();
  /** A turn of the event loop, in which a newer request can come in. */
  const pause = (): Promise<void> =>
    new Promise((resolve) => {
      port2.onmessage = () => resolve();
      port1.postMessage(null);
    });

  self.onmessage = async ({ data }: MessageEvent<Request | { job: number }>) => {
    const { job } = data;
    latest = job;
    // A bare number only drops what is under way.
    if (Object.keys(data).length === 1) return;
    // A burst of edits: the last of them has come in by the next turn.
    await pause();
    const isStale = (): boolean => job !== latest;
    if (isStale()) return;
    try {
      const reply = await answer(data as Request, pause, isStale, (part) => {
        if (!isStale()) self.postMessage({ job, ...part });
      });
      if (reply) self.postMessage(reply);
    } catch (error) {
      // Of itself, what is thrown in a promise never reaches the page.
      self.reportError(error);
    }
  };
}
