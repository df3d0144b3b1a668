/** What a draft is kept in. Reading and removing never fail; writing throws where there is no room or no leave. */
export interface DeviceStorage extends Pick<Storage, 'getItem' | 'setItem' | 'removeItem'> {
  keys(): string[];
}

/** The browser's storage of that name; a browser that blocks it throws at the mere name. */
export function deviceStorage(name: 'localStorage' | 'sessionStorage'): DeviceStorage {
  const orNull = <T>(work: () => T): T | null => {
    try {
      return work();
    } catch {
      return null;
    }
  };
  return {
    getItem: (key) => orNull(() => globalThis[name].getItem(key)),
    setItem: (key, text) => globalThis[name].setItem(key, text),
    keys: () =>
      orNull(() =>
        Array.from({ length: globalThis[name].length }, (_, i) => globalThis[name].key(i)!),
      ) ?? [],
    removeItem: (key) => void orNull(() => globalThis[name].removeItem(key)),
  };
}
