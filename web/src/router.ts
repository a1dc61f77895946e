import { createRouter, createWebHistory } from 'vue-router';
import JobsView from './views/JobsView.vue';

export const router = createRouter({
  history: createWebHistory(),
  routes: [
    { path: '/', component: JobsView },
    { path: '/import', component: () => import('./views/ImportView.vue') },
    { path: '/rules', component: () => import('./views/RulesView.vue') },
    { path: '/jobs/:job/rules', component: () => import('./views/RulesView.vue') },
    { path: '/meter/:job', component: () => import('./views/MeterView.vue') },
    { path: '/jobs/:job/pole', component: () => import('./views/PoleView.vue') },
    { path: '/jobs/:job/:stage?', component: () => import('./views/JobView.vue') },
    { path: '/crew/:token', component: () => import('./views/CrewView.vue') },
    { path: '/:rest(.*)*', redirect: '/' },
  ],
});
