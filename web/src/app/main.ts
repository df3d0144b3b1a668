import { createPinia } from 'pinia';
import PrimeVue from 'primevue/config';
import ToastService from 'primevue/toastservice';
import { createApp } from 'vue';
import App from './App.vue';
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

installOffline();
