import type { Change } from '@eldrun/contract';

/** What was saved by whatever page, or that something may have been missed. */
export type Heard = Change | 'missed';

type Listener = (heard: Heard) => void;

const NAME = 'eldrun-changes';

/** Up to what this page knows all: the mark of the first answer, then that of what was heard last. */
let known: string | null = null;

/** Takes down up to what the server had heard of changes when it answered; null where it did not say. */
export function readAt(mark: string | null): void {
  known ??= mark ?? '';
}

const listeners = new Set<Listener>();
let stop: (() => void) | null = null;

function tell(heard: Heard): void {
  for (const listener of [...listeners]) listener(heard);
}

/** Opens the stream and passes on what it tells. @returns closes it */
function openStream(passOn: Listener): () => void {
  const source = new EventSource('/api/events');
  source.addEventListener('hello', ({ data: mark }: MessageEvent<string>) => {
    // What was read is of the same moment: nothing was missed.
    const missed = known !== null && known !== mark;
    known = mark;
    if (missed) passOn('missed');
  });
  source.addEventListener('message', ({ data, lastEventId }: MessageEvent<string>) => {
    known = lastEventId;
    passOn(JSON.parse(data) as Change);
  });
  return () => source.close();
}

/**
 * Hears what is saved, as long as anybody listens: of all pages of a browser one that is in sight holds the stream and
 * passes on what it hears; a page out of sight holds none. A page that comes back asks for what it missed.
 */
function start(): () => void {
  if (typeof EventSource === 'undefined') return () => undefined;
  const channel = new BroadcastChannel(NAME);
  channel.onmessage = ({ data }: MessageEvent<Heard>) => tell(data);
  const passOn: Listener = (heard) => {
    tell(heard);
    channel.postMessage(heard);
  };
  let letGo: (() => void) | null = null;
  const hold = (): void => {
    if (letGo) return;
    // Without locks (a page over plain http from another machine) each page in sight has a stream of its own.
    if (!('locks' in navigator)) return void (letGo = openStream(passOn));
    const wait = new AbortController();
    letGo = () => wait.abort();
    void navigator.locks
      .request(NAME, { signal: wait.signal }, () => {
        const close = openStream(passOn);
        return new Promise<void>((resolve) => {
          letGo = () => {
            close();
            resolve();
          };
        });
      })
      .catch(() => undefined);
  };
  const seen = (): void => {
    if (document.visibilityState === 'visible') {
      hold();
      tell('missed');
    } else {
      letGo?.();
      letGo = null;
    }
  };
  document.addEventListener('visibilitychange', seen);
  if (document.visibilityState === 'visible') hold();
  return () => {
    document.removeEventListener('visibilitychange', seen);
    letGo?.();
    channel.close();
  };
}

/** Tells every listener of a change that was found by asking, after something was missed. */
export const tellFound = (change: Change): void => tell(change);

/** Listens to what is saved. @returns stops listening */
export function listenToChanges(listener: Listener): () => void {
  listeners.add(listener);
  stop ??= start();
  return () => {
    listeners.delete(listener);
    if (listeners.size > 0) return;
    stop?.();
    stop = null;
  };
}
