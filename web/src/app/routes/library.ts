import type { RouteRecordRaw } from 'vue-router';

const PlaceForm = () => import('../../places/PlaceForm.vue');
const VarietyForm = () => import('../../varieties/VarietyForm.vue');

/** Pages of the library itself, and help. */
export const libraryRoutes: readonly RouteRecordRaw[] = [
  {
    path: '/library',
    component: () => import('../../library/LibraryView.vue'),
    meta: { place: 'library', title: 'Library' },
    children: [
      { path: '', redirect: '/library/settings' },
      { path: 'settings', component: () => import('../../library/SettingsForm.vue'), meta: { title: 'Settings' } },
      {
        path: 'places',
        component: () => import('../../places/PlacesView.vue'),
        meta: { title: 'Places' },
        children: [
          { path: '', component: () => import('../../places/PlacesNothingOpen.vue') },
          {
            path: 'new',
            component: PlaceForm,
            props: (route) => ({ within: typeof route.query.within === 'string' ? route.query.within : undefined }),
            meta: { title: 'New place' },
          },
          { path: ':id(\\d+)', component: () => import('../../places/PlaceSheet.vue'), props: true },
          { path: ':id(\\d+)/edit', component: PlaceForm, props: true, meta: { title: 'Put the place right' } },
        ],
      },
      {
        path: 'varieties',
        component: () => import('../../varieties/VarietiesView.vue'),
        meta: { title: 'Varieties' },
        children: [
          { path: '', component: () => import('../../varieties/VarietiesNothingOpen.vue') },
          { path: 'new', component: VarietyForm, meta: { title: 'New variety' } },
          { path: ':id(\\d+)', component: () => import('../../varieties/VarietySheet.vue'), props: true },
          { path: ':id(\\d+)/edit', component: VarietyForm, props: true, meta: { title: 'Change the variety' } },
          {
            path: ':id(\\d+)/:step(split|join|move)',
            component: () => import('../../varieties/VarietyStepForm.vue'),
            props: true,
            meta: { title: 'Put the register right' },
          },
        ],
      },
      { path: 'read-in', component: () => import('../../imports/ImportView.vue'), meta: { title: 'Read in' } },
      { path: 'restricted', component: () => import('../../library/RestrictedPage.vue'), meta: { title: 'Restricted plants' } },
      { path: 'devices', component: () => import('../../devices/DevicesPage.vue'), meta: { title: 'Devices' } },
      { path: 'crops/new', component: () => import('../../library/CropForm.vue'), meta: { title: 'A crop of our own' } },
      { path: 'crops/:crop/edit', component: () => import('../../library/CropForm.vue'), props: true, meta: { title: 'Change the crop' } },
      { path: 'crops/:crop?', component: () => import('../../library/CropsPage.vue'), props: true, meta: { title: 'Crops' } },
      { path: 'copies', component: () => import('../../exchange/CopiesPage.vue'), meta: { title: 'Copies' } },
      { path: 'open-files', component: () => import('../../exchange/OpenFilesPage.vue'), meta: { title: 'Open files' } },
      { path: 'year', component: () => import('../../year/YearView.vue'), meta: { title: 'The year' } },
      { path: 'people', component: () => import('../../access/PeoplePage.vue'), meta: { title: 'People' } },
      { path: 'history', component: () => import('../../library/HistoryPage.vue'), meta: { title: 'History' } },
    ],
  },
  {
    path: '/stocktakes/:id(\\d+)',
    component: () => import('../../places/StocktakeView.vue'),
    props: true,
    meta: { place: 'library', title: 'Stocktake' },
  },
  { path: '/account', component: () => import('../../access/AccountPage.vue'), meta: { place: 'library', title: 'You' } },
  { path: '/help', component: () => import('../../help/HelpView.vue'), meta: { place: 'library', title: 'Help' } },
  { path: '/keys', redirect: '/help' },
];
