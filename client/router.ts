import { createRouter, createWebHistory } from 'vue-router';

/** Everything has an address: the project, the view, the screen, what is selected and the lens. */
export const router = createRouter({
  history: createWebHistory(),
  routes: [
    { path: '/', name: 'home', component: () => import('./views/HomeView.vue') },
    {
      path: '/p/:project',
      component: () => import('./views/ProjectFrame.vue'),
      props: true,
      children: [
        { path: '', redirect: (to) => `/p/${String(to.params['project'])}/compose` },
        { path: 'compose/:screen?', name: 'compose', component: () => import('./views/ComposeView.vue') },
        { path: 'rebrand', name: 'rebrand', component: () => import('./views/RebrandView.vue') },
      ],
    },
    { path: '/:rest(.*)*', redirect: '/' },
  ],
});
