// First of all: schemas are made while modules load.
import './shared/withoutEval';
import { createPinia } from 'pinia';
import { createApp } from 'vue';
import App from './App.vue';
import { router } from './router';
import './theme/main.css';
import { readTheme, showTheme } from './theme/theme';

showTheme(readTheme());
createApp(App).use(createPinia()).use(router).mount('#app');

// On this machine, or behind https: what was opened once goes on without the server. Elsewhere browsers know no such thing.
if (import.meta.env.PROD && 'serviceWorker' in navigator) {
  void navigator.serviceWorker.register('/sw.js').catch(() => undefined);
}
