import { createRouter, createWebHistory } from 'vue-router';
import { compose, flow, frame, handOver, home, kits, rebrand, review, tryIt, workbench } from './views/index.js';

/** Everything has an address: the project, the view, the screen, what is selected and the lens. */
export const router = createRouter({
  history: createWebHistory(),
  routes: [
    { path: '/', name: 'home', component: home },
    { path: '/kits/:kit?', name: 'kits', component: kits },
    {
      path: '/p/:project',
      component: frame,
      props: true,
      children: [
        { path: '', redirect: (to) => `/p/${String(to.params['project'])}/compose` },
        { path: 'compose/:screen?', name: 'compose', component: compose },
        { path: 'workbench/:original(.*)', name: 'workbench', component: workbench },
        { path: 'rebrand', name: 'rebrand', component: rebrand },
        { path: 'flow', name: 'flow', component: flow },
        { path: 'try/:screen?', name: 'try', component: tryIt },
        { path: 'kits/:kit?', name: 'project-kits', component: kits },
        { path: 'hand-over/:part?', name: 'hand-over', component: handOver },
      ],
    },
    { path: '/r/:token/:screen?', name: 'review', component: review },
    { path: '/:rest(.*)*', redirect: '/' },
  ],
});
