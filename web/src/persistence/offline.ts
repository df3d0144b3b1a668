/**
 * Lets the page open without a server: installs what keeps its files and what it was last told. Where the browser has none of
 * that, or the page comes over plain http from another machine, all else goes on.
 */
export function installOffline(): void {
  if (import.meta.env.DEV || !('serviceWorker' in navigator)) return;
  void navigator.serviceWorker.register('/offline.js').catch(() => undefined);
}
