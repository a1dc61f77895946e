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
    { path: '/jobs/:job/audit', component: () => import('./views/AuditView.vue') },
    { path: '/jobs/:job/load', component: () => import('./views/LoadView.vue') },
    { path: '/jobs/:job/directory', component: () => import('./views/DirectoryView.vue') },
    { path: '/jobs/:job/makeup/:box?', component: () => import('./views/MakeUpView.vue') },
    { path: '/jobs/:job/cuts', component: () => import('./views/CutsView.vue') },
    { path: '/jobs/:job/drilling', component: () => import('./views/DrillingView.vue') },
    { path: '/jobs/:job/:stage?', component: () => import('./views/JobView.vue') },
    { path: '/crew/:token', component: () => import('./views/CrewView.vue') },
    { path: '/:rest(.*)*', redirect: '/' },
  ],
});
