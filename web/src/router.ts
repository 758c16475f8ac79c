import { createRouter, createWebHistory } from 'vue-router';
import ShelfPage from './shelf/ShelfPage.vue';

export const router = createRouter({
  history: createWebHistory(),
  routes: [
    { path: '/', name: 'shelf', component: ShelfPage, meta: { title: 'Shelf' } },
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
