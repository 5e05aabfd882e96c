import type { RouteRecordRaw } from 'vue-router';

const PlanForm = () => import('../../season/PlanForm.vue');
const LotSheet = () => import('../../lots/LotSheet.vue');

/** Pages of lots, their labels, and what lies on the table. */
export const lotsRoutes: readonly RouteRecordRaw[] = [
  {
    path: '/lots',
    component: () => import('../../lots/LotsView.vue'),
    meta: { place: 'lots', title: 'Lots' },
    children: [
      { path: '', component: () => import('../../lots/LotsNothingOpen.vue') },
      { path: 'take-in', component: () => import('../../lots/IntakeForm.vue'), meta: { title: 'Take in' } },
      { path: ':code', component: LotSheet, props: true },
      { path: ':code/test', component: () => import('../../germination/TestStartForm.vue'), props: true, meta: { title: 'Start a test' } },
      { path: ':code/lend', component: () => import('../../members/LendForm.vue'), props: true, meta: { title: 'Lend' } },
      { path: ':code/sow', component: () => import('../../sowing/SowForm.vue'), props: true, meta: { title: 'Sow' } },
      { path: ':code/season', component: () => import('../../season/LotSeasonView.vue'), props: true, meta: { title: 'When to sow it' } },
      { path: ':code/plan', component: PlanForm, props: true, meta: { title: 'Plan a sowing' } },
      { path: ':code/amount', component: () => import('../../lots/LotAmountForm.vue'), props: true, meta: { title: 'Change the amount' } },
      { path: ':code/weigh', component: () => import('../../lots/LotWeighForm.vue'), props: true, meta: { title: 'Weigh' } },
      { path: ':code/packets', component: () => import('../../lots/LotPacketsForm.vue'), props: true, meta: { title: 'Fill packets' } },
      {
        path: ':code/envelope',
        component: () => import('../../lots/LotEnvelopeForm.vue'),
        props: true,
        meta: { title: 'What the envelope says' },
      },
      { path: ':code/identity', component: () => import('../../identity/IdentityForm.vue'), props: true, meta: { title: 'What is it?' } },
      { path: ':code/mix-up', component: () => import('../../identity/MixUpForm.vue'), props: true, meta: { title: 'Mixed up?' } },
      { path: ':code/why', component: () => import('../../lots/LotWhyView.vue'), props: true, meta: { title: 'How it was worked out' } },
      {
        path: ':code/verdict',
        component: () => import('../../lots/LotVerdictForm.vue'),
        props: true,
        meta: { title: 'Overrule the verdict' },
      },
      { path: ':code/truth', component: () => import('../../growing/TruthView.vue'), props: true, meta: { title: 'True to type' } },
      { path: ':code/edit', component: () => import('../../lots/LotEditForm.vue'), props: true, meta: { title: 'Put right' } },
      { path: ':code/line', component: () => import('../../growing/LineForm.vue'), props: true, meta: { title: 'Keep as a line' } },
      { path: ':code/mix', component: () => import('../../lots/MixForm.vue'), props: true, meta: { title: 'Mix lots' } },
      { path: ':code/descent', component: () => import('../../lots/DescentView.vue'), props: true, meta: { title: 'Descent' } },
    ],
  },
  { path: '/take-in', component: () => import('../../intake/RunView.vue'), meta: { place: 'lots', title: 'A run of envelopes' } },
  { path: '/labels', component: () => import('../../labels/LabelsView.vue'), meta: { place: 'lots', title: 'Labels' } },
  { path: '/labels/printer', component: () => import('../../labels/PrinterView.vue'), meta: { place: 'lots', title: 'Try the printer' } },
  { path: '/table/put-away', component: () => import('../../lots/PutAwayForm.vue'), meta: { place: 'lots', title: 'Put away' } },
];
