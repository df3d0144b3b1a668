import { onScopeDispose } from 'vue';

/** Waits that end with the scope they are made in. @returns waits so many ms; what it answers is whether it waited them all */
export function useWait(): (ms: number) => Promise<boolean> {
  const ends = new Set<() => void>();
  onScopeDispose(() => {
    for (const end of [...ends]) end();
  });
  return (ms) =>
    new Promise((resolve) => {
      const done = (all: boolean): void => {
        clearTimeout(timer);
        ends.delete(end);
        resolve(all);
      };
      const end = (): void => done(false);
      const timer = setTimeout(() => done(true), ms);
      ends.add(end);
    });
}
