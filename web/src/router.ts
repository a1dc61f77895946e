import { createRouter, createWebHistory } from 'vue-router';

export const router = createRouter({
  history: createWebHistory(),
  routes: [
    { path: '/', component: () => import('./views/JobsView.vue') },
    { path: '/import', component: () => import('./views/ImportView.vue') },
    { path: '/rules', component: () => import('./views/RulesView.vue') },
    { path: '/meter/:job', component: () => import('./views/MeterView.vue') },
    {
      path: '/jobs/:job',
      component: () => import('./views/JobFrame.vue'),
      children: [
        { path: 'rules', component: () => import('./views/RulesView.vue') },
        { path: 'pole', component: () => import('./views/PoleView.vue') },
        { path: 'audit', component: () => import('./views/AuditView.vue') },
        { path: 'load', component: () => import('./views/LoadView.vue') },
        { path: 'documents', component: () => import('./views/DocumentsView.vue') },
        { path: 'proposal', component: () => import('./views/ProposalView.vue') },
        { path: 'versions', component: () => import('./views/VersionsView.vue') },
        { path: 'directory', component: () => import('./views/DirectoryView.vue') },
        { path: 'makeup/:box?', component: () => import('./views/MakeUpView.vue') },
        { path: 'cuts', component: () => import('./views/CutsView.vue') },
        { path: 'drilling', component: () => import('./views/DrillingView.vue') },
        { path: 'words', component: () => import('./views/WordsView.vue') },
        { path: ':stage?', component: () => import('./views/JobView.vue'), meta: { isStage: true } },
      ],
    },
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
