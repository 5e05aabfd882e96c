import type { RouteRecordRaw } from 'vue-router';

/** Pages of tests, rounds of them, and what they taught. */
export const testsRoutes: readonly RouteRecordRaw[] = [
  {
    path: '/tests',
    component: () => import('../../germination/TestsView.vue'),
    meta: { place: 'tests', title: 'Tests' },
  },
  {
    path: '/tests/:id(\\d+)',
    component: () => import('../../germination/TestCountView.vue'),
    props: true,
    meta: { place: 'tests', title: 'Count' },
  },
  {
    path: '/tests/practice',
    component: () => import('../../practice/CountPractice.vue'),
    meta: { place: 'tests', title: 'Practice' },
  },
  {
    path: '/tests/practice/judge',
    component: () => import('../../practice/JudgePractice.vue'),
    meta: { place: 'tests', title: 'Practice' },
  },
  {
    path: '/tests/calibration',
    component: () => import('../../calibration/CalibrationView.vue'),
    meta: { place: 'tests', title: 'How well we predict' },
  },
  {
    path: '/tests/sources',
    component: () => import('../../calibration/SourcesView.vue'),
    meta: { place: 'tests', title: 'Sources of seed' },
  },
  {
    path: '/tests/:id(\\d+)/extend',
    component: () => import('../../germination/TestExtendForm.vue'),
    props: true,
    meta: { place: 'tests', title: 'A second batch' },
  },
  {
    path: '/tests/:id(\\d+)/bags',
    component: () => import('../../germination/TestBagForm.vue'),
    props: true,
    meta: { place: 'tests', title: 'Leave a bag out' },
  },
  {
    path: '/tests/:id(\\d+)/pot',
    component: () => import('../../germination/TestPotForm.vue'),
    props: true,
    meta: { place: 'tests', title: 'Pot the sprouts' },
  },
  {
    path: '/tests/round',
    component: () => import('../../germination/RoundPlanView.vue'),
    meta: { place: 'tests', title: 'A round of tests' },
  },
  {
    path: '/tests/rounds/:id(\\d+)',
    component: () => import('../../germination/RoundView.vue'),
    props: true,
    meta: { place: 'tests', title: 'Round' },
  },
];
