import { createRouter, createWebHistory } from 'vue-router';
import MySeedView from './MySeedView.vue';

export const TABS = [
  { to: '/', words: 'My seed' },
  { to: '/saving', words: 'For seed' },
  { to: '/find', words: 'Find' },
  { to: '/library', words: 'The library' },
] as const;

export const router = createRouter({
  history: createWebHistory('/my/'),
  routes: [
    { path: '/', component: MySeedView },
    { path: '/saving', component: () => import('./SavingView.vue') },
    { path: '/saving/:loan(\\d+)', component: () => import('./SavingView.vue'), props: true },
    { path: '/find', component: () => import('./FindView.vue') },
    { path: '/library', component: () => import('./LibraryView.vue') },
    { path: '/library/kept', component: () => import('./KeptView.vue') },
    { path: '/:rest(.*)*', redirect: '/' },
  ],
  scrollBehavior: () => ({ top: 0 }),
});
