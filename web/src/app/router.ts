import { createRouter, createWebHistory } from 'vue-router';
import { useSession } from '../base/session.ts';
import TodayView from '../today/TodayView.vue';

/** The seven places, in the order of their index tabs. */
export const PLACES = [
  { key: '1', name: 'today', label: 'Today', to: '/today' },
  { key: '2', name: 'lots', label: 'Lots', to: '/lots' },
  { key: '3', name: 'tests', label: 'Tests', to: '/tests' },
  { key: '4', name: 'sowing', label: 'Sowing', to: '/sowing' },
  { key: '5', name: 'members', label: 'Members', to: '/members' },
  { key: '6', name: 'renewals', label: 'Renewals', to: '/renewals' },
  { key: '7', name: 'library', label: 'Library', to: '/library/settings' },
] as const;

const PlaceForm = () => import('../places/PlaceForm.vue');
const VarietyForm = () => import('../varieties/VarietyForm.vue');
const SwapDayForm = () => import('../swap/SwapDayForm.vue');
const PlanForm = () => import('../season/PlanForm.vue');
const GardenForm = () => import('../season/GardenForm.vue');
const PatchForm = () => import('../growing/PatchForm.vue');
const LotSheet = () => import('../lots/LotSheet.vue');

/** A library on its first day opens where it begins. */
async function whereToBegin(): Promise<string> {
  const session = useSession();
  if (session.session === null) await session.load();
  return session.session?.beginning?.fresh === true ? '/begin' : '/today';
}

/** Everything that opens has an address of its own; `meta.place` is the tab it lies under. */
export const router = createRouter({
  history: createWebHistory(),
  routes: [
    { path: '/', component: TodayView, beforeEnter: whereToBegin },
    { path: '/begin', component: () => import('../beginning/BeginView.vue'), meta: { place: 'today', title: 'Begin here' } },
    { path: '/today', component: TodayView, meta: { place: 'today', title: 'Today' } },
    {
      path: '/lots',
      component: () => import('../lots/LotsView.vue'),
      meta: { place: 'lots', title: 'Lots' },
      children: [
        { path: '', component: () => import('../lots/LotsNothingOpen.vue') },
        { path: 'take-in', component: () => import('../lots/IntakeForm.vue'), meta: { title: 'Take in' } },
        { path: ':code', component: LotSheet, props: true },
        { path: ':code/test', component: () => import('../germination/TestStartForm.vue'), props: true, meta: { title: 'Start a test' } },
        { path: ':code/lend', component: () => import('../members/LendForm.vue'), props: true, meta: { title: 'Lend' } },
        { path: ':code/sow', component: () => import('../sowing/SowForm.vue'), props: true, meta: { title: 'Sow' } },
        { path: ':code/season', component: () => import('../season/LotSeasonView.vue'), props: true, meta: { title: 'When to sow it' } },
        { path: ':code/plan', component: PlanForm, props: true, meta: { title: 'Plan a sowing' } },
        { path: ':code/amount', component: () => import('../lots/LotAmountForm.vue'), props: true, meta: { title: 'Change the amount' } },
        { path: ':code/weigh', component: () => import('../lots/LotWeighForm.vue'), props: true, meta: { title: 'Weigh' } },
        { path: ':code/packets', component: () => import('../lots/LotPacketsForm.vue'), props: true, meta: { title: 'Fill packets' } },
        {
          path: ':code/envelope',
          component: () => import('../lots/LotEnvelopeForm.vue'),
          props: true,
          meta: { title: 'What the envelope says' },
        },
        { path: ':code/identity', component: () => import('../identity/IdentityForm.vue'), props: true, meta: { title: 'What is it?' } },
        { path: ':code/mix-up', component: () => import('../identity/MixUpForm.vue'), props: true, meta: { title: 'Mixed up?' } },
        { path: ':code/why', component: () => import('../lots/LotWhyView.vue'), props: true, meta: { title: 'How it was worked out' } },
        {
          path: ':code/verdict',
          component: () => import('../lots/LotVerdictForm.vue'),
          props: true,
          meta: { title: 'Overrule the verdict' },
        },
        { path: ':code/truth', component: () => import('../growing/TruthView.vue'), props: true, meta: { title: 'True to type' } },
        { path: ':code/edit', component: () => import('../lots/LotEditForm.vue'), props: true, meta: { title: 'Put right' } },
        { path: ':code/line', component: () => import('../growing/LineForm.vue'), props: true, meta: { title: 'Keep as a line' } },
        { path: ':code/mix', component: () => import('../lots/MixForm.vue'), props: true, meta: { title: 'Mix lots' } },
        { path: ':code/descent', component: () => import('../lots/DescentView.vue'), props: true, meta: { title: 'Descent' } },
      ],
    },
    {
      path: '/tests',
      component: () => import('../germination/TestsView.vue'),
      meta: { place: 'tests', title: 'Tests' },
    },
    {
      path: '/tests/:id(\\d+)',
      component: () => import('../germination/TestCountView.vue'),
      props: true,
      meta: { place: 'tests', title: 'Count' },
    },
    {
      path: '/tests/practice',
      component: () => import('../practice/CountPractice.vue'),
      meta: { place: 'tests', title: 'Practice' },
    },
    {
      path: '/tests/practice/judge',
      component: () => import('../practice/JudgePractice.vue'),
      meta: { place: 'tests', title: 'Practice' },
    },
    {
      path: '/tests/calibration',
      component: () => import('../calibration/CalibrationView.vue'),
      meta: { place: 'tests', title: 'How well we predict' },
    },
    {
      path: '/tests/sources',
      component: () => import('../calibration/SourcesView.vue'),
      meta: { place: 'tests', title: 'Sources of seed' },
    },
    {
      path: '/tests/:id(\\d+)/extend',
      component: () => import('../germination/TestExtendForm.vue'),
      props: true,
      meta: { place: 'tests', title: 'A second batch' },
    },
    {
      path: '/tests/:id(\\d+)/bags',
      component: () => import('../germination/TestBagForm.vue'),
      props: true,
      meta: { place: 'tests', title: 'Leave a bag out' },
    },
    {
      path: '/tests/:id(\\d+)/pot',
      component: () => import('../germination/TestPotForm.vue'),
      props: true,
      meta: { place: 'tests', title: 'Pot the sprouts' },
    },
    {
      path: '/tests/round',
      component: () => import('../germination/RoundPlanView.vue'),
      meta: { place: 'tests', title: 'A round of tests' },
    },
    {
      path: '/tests/rounds/:id(\\d+)',
      component: () => import('../germination/RoundView.vue'),
      props: true,
      meta: { place: 'tests', title: 'Round' },
    },
    {
      path: '/sowing',
      component: () => import('../sowing/SowingView.vue'),
      meta: { place: 'sowing', title: 'Sowing' },
      children: [
        { path: '', component: () => import('../sowing/SowingNothingOpen.vue') },
        { path: ':id(\\d+)', component: () => import('../sowing/SowingSheet.vue'), props: true },
      ],
    },
    {
      path: '/sowing/season',
      component: () => import('../season/SeasonView.vue'),
      meta: { place: 'sowing', title: 'Season' },
      children: [
        { path: '', component: () => import('../season/SeasonNothingOpen.vue') },
        {
          path: '/sowing/planned/:id(\\d+)',
          component: () => import('../season/PlannedSheet.vue'),
          props: true,
          meta: { title: 'A planned sowing' },
        },
        { path: '/sowing/planned/:id(\\d+)/edit', component: PlanForm, props: true, meta: { title: 'Change the plan' } },
      ],
    },
    ...[
      { path: '/sowing/list', component: () => import('../season/SeasonListView.vue'), title: 'Wanted' },
      { path: '/sowing/plan', component: () => import('../season/PlanManyForm.vue'), title: 'Plan' },
      { path: '/sowing/frost/gardens/new', component: GardenForm, title: 'A garden' },
      { path: '/sowing/frost/gardens/:id(\\d+)', component: GardenForm, title: 'Change the garden' },
      { path: '/sowing/frost/:garden?', component: () => import('../season/FrostView.vue'), title: 'Frost' },
      { path: '/sowing/trays', component: () => import('../sowing/TraysView.vue'), title: 'Trays' },
      { path: '/sowing/trays/new', component: () => import('../sowing/TrayForm.vue'), title: 'Lay out a tray' },
      { path: '/sowing/trays/:id(\\d+)', component: () => import('../sowing/TrayView.vue'), title: 'Tray' },
      { path: '/sowing/trays/:id(\\d+)/sow', component: () => import('../sowing/TraySowForm.vue'), title: 'Sow the tray' },
      { path: '/sowing/trays/:id(\\d+)/edit', component: () => import('../sowing/TrayEditForm.vue'), title: 'Change the tray' },
      { path: '/sowing/plants', component: () => import('../sowing/PlantsView.vue'), title: 'Plants' },
      { path: '/sowing/bench', component: () => import('../sowing/BenchView.vue'), title: 'Bench' },
      { path: '/sowing/worked', component: () => import('../sowing/WorkedView.vue'), title: 'What worked' },
    ].map(({ title, ...r }) => ({ ...r, props: true, meta: { place: 'sowing', title } })),
    {
      path: '/members',
      component: () => import('../members/MembersView.vue'),
      meta: { place: 'members', title: 'Members' },
      children: [
        { path: '', component: () => import('../members/MembersNothingOpen.vue') },
        { path: 'new', component: () => import('../members/MemberForm.vue'), meta: { title: 'New member' } },
        { path: ':id(\\d+)', component: () => import('../members/MemberSheet.vue'), props: true },
        { path: ':id(\\d+)/edit', component: () => import('../members/MemberForm.vue'), props: true, meta: { title: 'Change the member' } },
        {
          path: ':id(\\d+)/join',
          component: () => import('../members/JoinForm.vue'),
          props: true,
          meta: { title: 'Join with another record' },
        },
        { path: ':id(\\d+)/leave', component: () => import('../members/LeaveForm.vue'), props: true, meta: { title: 'A member leaves' } },
        {
          path: ':id(\\d+)/unsown/:loan(\\d+)',
          component: () => import('../returns/UnsownForm.vue'),
          props: true,
          meta: { title: 'Back unsown' },
        },
      ],
    },
    {
      path: '/growing/learned',
      component: () => import('../growing/LearnedView.vue'),
      meta: { place: 'members', title: 'What was learned' },
    },
    {
      path: '/growing',
      component: () => import('../growing/GrowingView.vue'),
      meta: { place: 'members', title: 'Who grows what' },
      children: [
        { path: 'new', component: PatchForm, meta: { title: 'A patch' } },
        {
          path: ':key(loan-\\d+|plan-\\d+|sowing-\\d+|seen-\\d+)',
          component: () => import('../growing/PatchSheet.vue'),
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
      component: () => import('../returns/ComingHomeView.vue'),
      props: true,
      meta: { place: 'members', title: 'Coming home' },
    },
    ...[
      { path: '/swap', component: () => import('../swap/SwapDaysView.vue'), title: 'Swap days' },
      { path: '/swap/new', component: SwapDayForm, title: 'A swap day' },
      { path: '/swap/:id(\\d+)', component: () => import('../swap/SwapDayPage.vue'), title: 'Swap day' },
      { path: '/swap/:id(\\d+)/edit', component: SwapDayForm, title: 'Change the swap day' },
      { path: '/swap/:id(\\d+)/packing', component: () => import('../swap/SwapPackingPage.vue'), title: 'What to bring' },
      { path: '/swap/:id(\\d+)/put-right', component: () => import('../swap/SwapPutRightPage.vue'), title: 'To put right' },
      { path: '/swap/:id(\\d+)/after', component: () => import('../swap/SwapAfterPage.vue'), title: 'The day in numbers' },
    ].map(({ title, ...r }) => ({ ...r, props: true, meta: { place: 'members', title } })),
    { path: '/messages', component: () => import('../members/MessagesView.vue'), meta: { place: 'members', title: 'Messages' } },
    {
      path: '/members/file',
      component: () => import('../members/MemberFile.vue'),
      meta: { place: 'members', title: 'Members as a spreadsheet' },
    },
    { path: '/members/post', component: () => import('../members/PostPage.vue'), meta: { place: 'members', title: 'The post' } },
    {
      path: '/asks',
      component: () => import('../members/AsksView.vue'),
      meta: { place: 'members', title: 'Asked for' },
      children: [
        { path: '', component: () => import('../members/AsksNothingOpen.vue') },
        { path: 'new', component: () => import('../members/AskForm.vue'), meta: { title: 'Somebody asks' } },
        { path: ':id(\\d+)', component: () => import('../members/AskSheet.vue'), props: true },
      ],
    },
    {
      path: '/asks/:id(\\d+)/slip',
      component: () => import('../members/AskSlipView.vue'),
      props: true,
      meta: { place: 'members', title: 'Slip' },
    },
    {
      path: '/renewals',
      component: () => import('../renewals/RenewalsView.vue'),
      meta: { place: 'renewals', title: 'Renewals' },
      children: [
        { path: '', component: () => import('../renewals/PlanNothingOpen.vue') },
        { path: 'gardens', component: () => import('../renewals/GardensPane.vue'), meta: { title: 'Gardens and room' } },
        { path: 'growers', component: () => import('../renewals/GrowersPane.vue'), meta: { title: 'Growers who were asked' } },
        { path: 'take', component: () => import('../renewals/TakePane.vue'), meta: { title: 'Take the plan' } },
        { path: 'variety/:id(\\d+)', component: () => import('../renewals/VarietyPane.vue'), props: true },
      ],
    },
    {
      path: '/renewals/what-if',
      component: () => import('../renewals/WhatIfView.vue'),
      meta: { place: 'renewals', title: 'What if' },
    },
    {
      path: '/renewals/lots',
      component: () => import('../renewals/LosingLots.vue'),
      meta: { place: 'renewals', title: 'Lots about to be lost' },
      children: [
        { path: '', component: () => import('../lots/LotsNothingOpen.vue') },
        { path: ':code', component: LotSheet, props: true },
      ],
    },
    {
      path: '/library',
      component: () => import('../library/LibraryView.vue'),
      meta: { place: 'library', title: 'Library' },
      children: [
        { path: '', redirect: '/library/settings' },
        { path: 'settings', component: () => import('../library/SettingsForm.vue'), meta: { title: 'Settings' } },
        {
          path: 'places',
          component: () => import('../places/PlacesView.vue'),
          meta: { title: 'Places' },
          children: [
            { path: '', component: () => import('../places/PlacesNothingOpen.vue') },
            {
              path: 'new',
              component: PlaceForm,
              props: (route) => ({ within: typeof route.query.within === 'string' ? route.query.within : undefined }),
              meta: { title: 'New place' },
            },
            { path: ':id(\\d+)', component: () => import('../places/PlaceSheet.vue'), props: true },
            { path: ':id(\\d+)/edit', component: PlaceForm, props: true, meta: { title: 'Put the place right' } },
          ],
        },
        {
          path: 'varieties',
          component: () => import('../varieties/VarietiesView.vue'),
          meta: { title: 'Varieties' },
          children: [
            { path: '', component: () => import('../varieties/VarietiesNothingOpen.vue') },
            { path: 'new', component: VarietyForm, meta: { title: 'New variety' } },
            { path: ':id(\\d+)', component: () => import('../varieties/VarietySheet.vue'), props: true },
            { path: ':id(\\d+)/edit', component: VarietyForm, props: true, meta: { title: 'Change the variety' } },
            {
              path: ':id(\\d+)/:step(split|join|move)',
              component: () => import('../varieties/VarietyStepForm.vue'),
              props: true,
              meta: { title: 'Put the register right' },
            },
          ],
        },
        { path: 'read-in', component: () => import('../imports/ImportView.vue'), meta: { title: 'Read in' } },
        { path: 'restricted', component: () => import('../library/RestrictedPage.vue'), meta: { title: 'Restricted plants' } },
        { path: 'devices', component: () => import('../devices/DevicesPage.vue'), meta: { title: 'Devices' } },
        { path: 'crops/new', component: () => import('../library/CropForm.vue'), meta: { title: 'A crop of our own' } },
        { path: 'crops/:crop/edit', component: () => import('../library/CropForm.vue'), props: true, meta: { title: 'Change the crop' } },
        { path: 'crops/:crop?', component: () => import('../library/CropsPage.vue'), props: true, meta: { title: 'Crops' } },
        { path: 'copies', component: () => import('../exchange/CopiesPage.vue'), meta: { title: 'Copies' } },
        { path: 'open-files', component: () => import('../exchange/OpenFilesPage.vue'), meta: { title: 'Open files' } },
        { path: 'year', component: () => import('../year/YearView.vue'), meta: { title: 'The year' } },
        { path: 'people', component: () => import('../access/PeoplePage.vue'), meta: { title: 'People' } },
        { path: 'history', component: () => import('../library/HistoryPage.vue'), meta: { title: 'History' } },
      ],
    },
    { path: '/take-in', component: () => import('../intake/RunView.vue'), meta: { place: 'lots', title: 'A run of envelopes' } },
    {
      path: '/stocktakes/:id(\\d+)',
      component: () => import('../places/StocktakeView.vue'),
      props: true,
      meta: { place: 'library', title: 'Stocktake' },
    },
    { path: '/labels', component: () => import('../labels/LabelsView.vue'), meta: { place: 'lots', title: 'Labels' } },
    { path: '/labels/printer', component: () => import('../labels/PrinterView.vue'), meta: { place: 'lots', title: 'Try the printer' } },
    { path: '/table/lend', component: () => import('../members/LendManyForm.vue'), meta: { place: 'members', title: 'Lend' } },
    {
      path: '/members/:id(\\d+)/slip',
      component: () => import('../members/SlipView.vue'),
      props: true,
      meta: { place: 'members', title: 'Slip' },
    },
    { path: '/table/put-away', component: () => import('../lots/PutAwayForm.vue'), meta: { place: 'lots', title: 'Put away' } },
    { path: '/account', component: () => import('../access/AccountPage.vue'), meta: { place: 'library', title: 'You' } },
    { path: '/help', component: () => import('../help/HelpView.vue'), meta: { place: 'library', title: 'Help' } },
    { path: '/keys', redirect: '/help' },
    { path: '/:rest(.*)*', component: () => import('./NowhereView.vue'), meta: { place: 'today', title: 'Nothing here' } },
  ],
});

router.afterEach((to) => {
  document.title = `${String(to.params.code ?? to.meta.title ?? 'Esprel')} · Esprel`;
});
