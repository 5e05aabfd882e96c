import type { RouteRecordRaw } from 'vue-router';

const PlanForm = () => import('../../season/PlanForm.vue');
const GardenForm = () => import('../../season/GardenForm.vue');

/** Pages of the season, trays, plants and frost. */
export const sowingRoutes: readonly RouteRecordRaw[] = [
  {
    path: '/sowing',
    component: () => import('../../sowing/SowingView.vue'),
    meta: { place: 'sowing', title: 'Sowing' },
    children: [
      { path: '', component: () => import('../../sowing/SowingNothingOpen.vue') },
      { path: ':id(\\d+)', component: () => import('../../sowing/SowingSheet.vue'), props: true },
    ],
  },
  {
    path: '/sowing/season',
    component: () => import('../../season/SeasonView.vue'),
    meta: { place: 'sowing', title: 'Season' },
    children: [
      { path: '', component: () => import('../../season/SeasonNothingOpen.vue') },
      {
        path: '/sowing/planned/:id(\\d+)',
        component: () => import('../../season/PlannedSheet.vue'),
        props: true,
        meta: { title: 'A planned sowing' },
      },
      { path: '/sowing/planned/:id(\\d+)/edit', component: PlanForm, props: true, meta: { title: 'Change the plan' } },
    ],
  },
  ...[
    { path: '/sowing/list', component: () => import('../../season/SeasonListView.vue'), title: 'Wanted' },
    { path: '/sowing/plan', component: () => import('../../season/PlanManyForm.vue'), title: 'Plan' },
    { path: '/sowing/frost/gardens/new', component: GardenForm, title: 'A garden' },
    { path: '/sowing/frost/gardens/:id(\\d+)', component: GardenForm, title: 'Change the garden' },
    { path: '/sowing/frost/:garden?', component: () => import('../../season/FrostView.vue'), title: 'Frost' },
    { path: '/sowing/trays', component: () => import('../../sowing/TraysView.vue'), title: 'Trays' },
    { path: '/sowing/trays/new', component: () => import('../../sowing/TrayForm.vue'), title: 'Lay out a tray' },
    { path: '/sowing/trays/:id(\\d+)', component: () => import('../../sowing/TrayView.vue'), title: 'Tray' },
    { path: '/sowing/trays/:id(\\d+)/sow', component: () => import('../../sowing/TraySowForm.vue'), title: 'Sow the tray' },
    { path: '/sowing/trays/:id(\\d+)/edit', component: () => import('../../sowing/TrayEditForm.vue'), title: 'Change the tray' },
    { path: '/sowing/plants', component: () => import('../../sowing/PlantsView.vue'), title: 'Plants' },
    { path: '/sowing/bench', component: () => import('../../sowing/BenchView.vue'), title: 'Bench' },
    { path: '/sowing/worked', component: () => import('../../sowing/WorkedView.vue'), title: 'What worked' },
  ].map(({ title, ...r }) => ({ ...r, props: true, meta: { place: 'sowing', title } })),
];
