import { createRouter, createWebHistory } from 'vue-router';
import JobsView from './views/JobsView.vue';

export const router = createRouter({
  history: createWebHistory(),
  routes: [
    { path: '/', component: JobsView },
    { path: '/jobs/:job/:stage?', component: () => import('./views/JobView.vue') },
    { path: '/crew/:token', component: () => import('./views/CrewView.vue') },
    { path: '/:rest(.*)*', redirect: '/' },
  ],
});
