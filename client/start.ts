import { createPinia } from 'pinia';
import PrimeVue from 'primevue/config';
import ConfirmationService from 'primevue/confirmationservice';
import ToastService from 'primevue/toastservice';
import { createApp, markRaw } from 'vue';
import App from './App.vue';
import './app.css';
import { router } from './router.js';
import { useAppearance } from './stores/appearance.js';
import { useLibrary } from './stores/library.js';
import { theme } from './theme.js';
import { workersWaitFor } from './workers/startWorker.js';

workersWaitFor(router.isReady());
const pinia = createPinia();
useAppearance(pinia);
// Whoever opens a project waits for kits; a failure is told, and tried again, by the view.
if (location.pathname.startsWith('/p/'))
  void useLibrary(pinia)
    .load()
    .catch(() => undefined);

const app = createApp(App)
  .use(pinia)
  .use(router)
  .use(PrimeVue, {
    // It never changes: nothing need watch each of its values.
    theme: markRaw({
      preset: theme,
      options: { darkModeSelector: '.dekkor-dark', cssLayer: { name: 'primevue', order: 'reset, primevue, app' } },
    }),
  })
  .use(ToastService)
  .use(ConfirmationService);
// What stands there takes the place of what began the page, never of nothing.
void router.isReady().finally(() => app.mount('#app'));
