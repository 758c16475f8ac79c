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
