import { createRouter, createWebHistory } from 'vue-router';
import { useSession } from '../base/session.ts';
import { libraryRoutes } from './routes/library.ts';
import { lotsRoutes } from './routes/lots.ts';
import { membersRoutes } from './routes/members.ts';
import { renewalsRoutes } from './routes/renewals.ts';
import { sowingRoutes } from './routes/sowing.ts';
import { testsRoutes } from './routes/tests.ts';
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
    ...lotsRoutes,
    ...testsRoutes,
    ...sowingRoutes,
    ...membersRoutes,
    ...renewalsRoutes,
    ...libraryRoutes,
    { path: '/:rest(.*)*', component: () => import('./NowhereView.vue'), meta: { place: 'today', title: 'Nothing here' } },
  ],
});

router.afterEach((to) => {
  document.title = `${String(to.params.code ?? to.meta.title ?? 'Esprel')} · Esprel`;
});
