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
    { path: '/sign-in', component: () => import('./views/SignInView.vue'), meta: { isForAll: true } },
    { path: '/join', component: () => import('./views/JoinView.vue'), meta: { isForAll: true } },
    { path: '/people', component: () => import('./views/PeopleView.vue') },
    { path: '/own', component: () => import('./views/OwnView.vue') },
    {
      path: '/crew/:job',
      component: () => import('./views/CrewView.vue'),
      meta: { isForAll: true },
      // Links of before there were people carried their secret here.
      beforeEnter: ({ params }) =>
        String(params['job']).length < 22 || { path: '/join', hash: `#${String(params['job'])}` },
    },
    { path: '/:rest(.*)*', redirect: '/' },
  ],
});
