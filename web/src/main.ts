import { createPinia } from 'pinia';
import { createApp } from 'vue';
import App from './App.vue';
import { router } from './router.ts';
import { shown } from './fields/shown.ts';
import './theme/theme.css';

createApp(App).use(createPinia()).use(router).directive('shown', shown).mount('#app');

if (import.meta.env.PROD && 'serviceWorker' in navigator) void navigator.serviceWorker.register('/sw.js');
