import { createPinia } from 'pinia';
import PrimeVue from 'primevue/config';
import ToastService from 'primevue/toastservice';
import { createApp } from 'vue';
import App from './App.vue';
import { listenToChanges } from '../persistence/changes.ts';
import { installOffline } from '../persistence/offline.ts';
import { router } from './router.ts';
import './styles.css';
import { THEME } from './theme.ts';

createApp(App)
  .use(createPinia())
  .use(router)
  .use(PrimeVue, { theme: { preset: THEME, options: { darkModeSelector: 'none' } } })
  .use(ToastService)
  .mount('#app');

// Heard from the start: what is read after that misses nothing.
listenToChanges(() => undefined);

/** Work that waits until the page has nothing else to do. */
const whenIdle = (work: () => void): void => {
  if ('requestIdleCallback' in window) requestIdleCallback(work, { timeout: 5000 });
  else setTimeout(work, 2000);
};

// What a person waits for comes first: then the bench, which is opened next, then all files of the page.
void router.isReady().then(() =>
  whenIdle(() => {
    if (router.currentRoute.value.name === 'projects') {
      void import('./ProjectFrame.vue');
      void import('../features/wall/WallView.vue');
      void import('@eldrun/core/kinds/wall');
      void import('../compute/pool.ts').then(({ warmUp }) => warmUp('heat'));
    }
    whenIdle(() => void installOffline());
  }),
);
