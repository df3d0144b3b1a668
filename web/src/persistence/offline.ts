import { ref } from 'vue';

/** Takes up the newer version of the page, which loads it anew; null while there is none. */
export const newerPage = ref<(() => void) | null>(null);

/**
 * Lets the page open without a server: installs what keeps its files and what it was last told. Where the browser has none of
 * that, or the page comes over plain http from another machine, all else goes on. A page that was opened before a newer
 * version came is told of it, and goes on with its own files until it is loaded anew.
 */
export async function installOffline(): Promise<void> {
  // A file of this version that the server has no more: the page was built anew meanwhile.
  window.addEventListener('vite:preloadError', () => {
    newerPage.value ??= () => window.location.reload();
  });
  if (import.meta.env.DEV || !('serviceWorker' in navigator)) return;
  const { registerSW } = await import('virtual:pwa-register');
  const update = registerSW({
    onNeedRefresh: () => (newerPage.value = () => void update(true)),
    onRegisterError: () => undefined,
  });
}
