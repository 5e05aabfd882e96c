import type { RouteRecordRaw } from 'vue-router';

const SwapDayForm = () => import('../../swap/SwapDayForm.vue');
const PatchForm = () => import('../../growing/PatchForm.vue');

/** Pages of members, what they ask for, who grows what, and swap days. */
export const membersRoutes: readonly RouteRecordRaw[] = [
  {
    path: '/members',
    component: () => import('../../members/MembersView.vue'),
    meta: { place: 'members', title: 'Members' },
    children: [
      { path: '', component: () => import('../../members/MembersNothingOpen.vue') },
      { path: 'new', component: () => import('../../members/MemberForm.vue'), meta: { title: 'New member' } },
      { path: ':id(\\d+)', component: () => import('../../members/MemberSheet.vue'), props: true },
      {
        path: ':id(\\d+)/edit',
        component: () => import('../../members/MemberForm.vue'),
        props: true,
        meta: { title: 'Change the member' },
      },
      {
        path: ':id(\\d+)/join',
        component: () => import('../../members/JoinForm.vue'),
        props: true,
        meta: { title: 'Join with another record' },
      },
      { path: ':id(\\d+)/leave', component: () => import('../../members/LeaveForm.vue'), props: true, meta: { title: 'A member leaves' } },
      {
        path: ':id(\\d+)/unsown/:loan(\\d+)',
        component: () => import('../../returns/UnsownForm.vue'),
        props: true,
        meta: { title: 'Back unsown' },
      },
    ],
  },
  {
    path: '/growing/learned',
    component: () => import('../../growing/LearnedView.vue'),
    meta: { place: 'members', title: 'What was learned' },
  },
  {
    path: '/growing',
    component: () => import('../../growing/GrowingView.vue'),
    meta: { place: 'members', title: 'Who grows what' },
    children: [
      { path: 'new', component: PatchForm, meta: { title: 'A patch' } },
      {
        path: ':key(loan-\\d+|plan-\\d+|sowing-\\d+|seen-\\d+)',
        component: () => import('../../growing/PatchSheet.vue'),
        props: (route) => ({ patchKey: route.params.key }),
      },
      {
        path: ':key(loan-\\d+|plan-\\d+|sowing-\\d+|seen-\\d+)/change',
        component: PatchForm,
        props: (route) => ({ patchKey: route.params.key }),
        meta: { title: 'Change the patch' },
      },
    ],
  },
  {
    path: '/members/:id(\\d+)/coming-home',
    component: () => import('../../returns/ComingHomeView.vue'),
    props: true,
    meta: { place: 'members', title: 'Coming home' },
  },
  ...[
    { path: '/swap', component: () => import('../../swap/SwapDaysView.vue'), title: 'Swap days' },
    { path: '/swap/new', component: SwapDayForm, title: 'A swap day' },
    { path: '/swap/:id(\\d+)', component: () => import('../../swap/SwapDayPage.vue'), title: 'Swap day' },
    { path: '/swap/:id(\\d+)/edit', component: SwapDayForm, title: 'Change the swap day' },
    { path: '/swap/:id(\\d+)/packing', component: () => import('../../swap/SwapPackingPage.vue'), title: 'What to bring' },
    { path: '/swap/:id(\\d+)/put-right', component: () => import('../../swap/SwapPutRightPage.vue'), title: 'To put right' },
    { path: '/swap/:id(\\d+)/after', component: () => import('../../swap/SwapAfterPage.vue'), title: 'The day in numbers' },
  ].map(({ title, ...r }) => ({ ...r, props: true, meta: { place: 'members', title } })),
  { path: '/messages', component: () => import('../../members/MessagesView.vue'), meta: { place: 'members', title: 'Messages' } },
  {
    path: '/members/file',
    component: () => import('../../members/MemberFile.vue'),
    meta: { place: 'members', title: 'Members as a spreadsheet' },
  },
  { path: '/members/post', component: () => import('../../members/PostPage.vue'), meta: { place: 'members', title: 'The post' } },
  {
    path: '/asks',
    component: () => import('../../members/AsksView.vue'),
    meta: { place: 'members', title: 'Asked for' },
    children: [
      { path: '', component: () => import('../../members/AsksNothingOpen.vue') },
      { path: 'new', component: () => import('../../members/AskForm.vue'), meta: { title: 'Somebody asks' } },
      { path: ':id(\\d+)', component: () => import('../../members/AskSheet.vue'), props: true },
    ],
  },
  {
    path: '/asks/:id(\\d+)/slip',
    component: () => import('../../members/AskSlipView.vue'),
    props: true,
    meta: { place: 'members', title: 'Slip' },
  },
  { path: '/table/lend', component: () => import('../../members/LendManyForm.vue'), meta: { place: 'members', title: 'Lend' } },
  {
    path: '/members/:id(\\d+)/slip',
    component: () => import('../../members/SlipView.vue'),
    props: true,
    meta: { place: 'members', title: 'Slip' },
  },
];
