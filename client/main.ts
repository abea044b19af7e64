import { createPinia } from 'pinia';
import PrimeVue from 'primevue/config';
import ConfirmationService from 'primevue/confirmationservice';
import ToastService from 'primevue/toastservice';
import { createApp } from 'vue';
import App from './App.vue';
import './app.css';
import { router } from './router.js';
import { theme } from './theme.js';

createApp(App)
  .use(createPinia())
  .use(router)
  .use(PrimeVue, { theme: { preset: theme, options: { darkModeSelector: '.dekkor-dark', cssLayer: { name: 'primevue', order: 'reset, primevue, app' } } } })
  .use(ToastService)
  .use(ConfirmationService)
  .mount('#app');
