import type { RouteRecordRaw } from 'vue-router';

const LotSheet = () => import('../../lots/LotSheet.vue');

/** Pages of renewals. */
export const renewalsRoutes: readonly RouteRecordRaw[] = [
  {
    path: '/renewals',
    component: () => import('../../renewals/RenewalsView.vue'),
    meta: { place: 'renewals', title: 'Renewals' },
    children: [
      { path: '', component: () => import('../../renewals/PlanNothingOpen.vue') },
      { path: 'gardens', component: () => import('../../renewals/GardensPane.vue'), meta: { title: 'Gardens and room' } },
      { path: 'growers', component: () => import('../../renewals/GrowersPane.vue'), meta: { title: 'Growers who were asked' } },
      { path: 'take', component: () => import('../../renewals/TakePane.vue'), meta: { title: 'Take the plan' } },
      { path: 'variety/:id(\\d+)', component: () => import('../../renewals/VarietyPane.vue'), props: true },
    ],
  },
  {
    path: '/renewals/what-if',
    component: () => import('../../renewals/WhatIfView.vue'),
    meta: { place: 'renewals', title: 'What if' },
  },
  {
    path: '/renewals/lots',
    component: () => import('../../renewals/LosingLots.vue'),
    meta: { place: 'renewals', title: 'Lots about to be lost' },
    children: [
      { path: '', component: () => import('../../lots/LotsNothingOpen.vue') },
      { path: ':code', component: LotSheet, props: true },
    ],
  },
];
