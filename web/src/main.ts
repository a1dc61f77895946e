import { createPinia } from 'pinia';
import { createApp } from 'vue';
import App from './App.vue';
import { shown } from './fields/shown.ts';
import { router } from './router.ts';
import { useTrouble } from './stores/trouble.ts';
import './theme/theme.css';

const app = createApp(App).use(createPinia()).use(router).directive('shown', shown);
const trouble = useTrouble();
app.config.errorHandler = (error, _instance, where) => trouble.report(error, where);
window.addEventListener('unhandledrejection', (event) => trouble.report(event.reason, 'in the background'));
app.mount('#app');
