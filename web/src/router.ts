import { createRouter, createWebHistory } from 'vue-router';
import ShelfPage from './shelf/ShelfPage.vue';

export const router = createRouter({
  history: createWebHistory(),
  routes: [
    { path: '/', name: 'shelf', component: ShelfPage, meta: { title: 'Shelf' } },
    {
      path: '/rigs/new',
      name: 'new-rig',
      component: () => import('./brief/NewRigPage.vue'),
      meta: { title: 'New rig' },
    },
    {
      path: '/rigs/:id/brief',
      name: 'brief',
      component: () => import('./brief/BriefPage.vue'),
      props: true,
      meta: { title: 'Brief' },
    },
    {
      path: '/rigs/:id',
      name: 'bench',
      component: () => import('./bench/BenchPage.vue'),
      props: true,
      meta: { title: 'Bench' },
    },
    {
      path: '/rigs/:id/versions/:versionId',
      name: 'version',
      component: () => import('./bench/BenchPage.vue'),
      props: true,
      meta: { title: 'Version' },
    },
    {
      path: '/rigs/:id/setups',
      name: 'setups',
      component: () => import('./setups/SetupsPage.vue'),
      props: true,
      meta: { title: 'Setups' },
    },
    {
      path: '/rigs/:id/sheets/:setupId/:sheet?',
      name: 'sheets',
      component: () => import('./sheets/SheetsPage.vue'),
      props: true,
      meta: { title: 'Sheets' },
    },
    {
      path: '/rigs/:id/clock/:toId/:fromId?',
      name: 'clock',
      component: () => import('./sheets/ClockPage.vue'),
      props: true,
      meta: { title: 'Clock' },
    },
    {
      path: '/rigs/:id/power/:setupId',
      redirect: ({ params }) => ({ name: 'sheets', params: { ...params, sheet: 'power' } }),
    },
    {
      path: '/catalogue',
      name: 'catalogue',
      component: () => import('./catalogue/CataloguePage.vue'),
      meta: { title: 'Catalogue' },
    },
    {
      path: '/catalogue/compare',
      name: 'compare',
      component: () => import('./catalogue/ComparePage.vue'),
      meta: { title: 'Side by side' },
    },
    {
      path: '/catalogue/new',
      name: 'new-part',
      component: () => import('./catalogue/wizard/NewPartPage.vue'),
      meta: { title: 'New part' },
    },
    {
      path: '/catalogue/exchange',
      name: 'exchange',
      component: () => import('./catalogue/exchange/ExchangePage.vue'),
      meta: { title: 'In and out' },
    },
    {
      path: '/catalogue/part/:id',
      name: 'part',
      component: () => import('./catalogue/editor/EditPartPage.vue'),
      props: true,
      meta: { title: 'Part' },
    },
    {
      path: '/backups',
      name: 'backups',
      component: () => import('./shelf/BackupsPage.vue'),
      meta: { title: 'Backups' },
    },
    {
      path: '/lan',
      name: 'lan',
      component: () => import('./sheets/LanPage.vue'),
      meta: { title: 'On the phone' },
    },
    {
      path: '/scale',
      name: 'scale',
      component: () => import('./scale/ScalePage.vue'),
      meta: { title: 'Scale' },
    },
    {
      path: '/:rest(.*)',
      name: 'lost',
      component: () => import('./shelf/LostPage.vue'),
      meta: { title: 'Not here' },
    },
  ],
});

router.afterEach((to) => {
  document.title = `${String(to.meta.title)} · Zucchini`;
});
